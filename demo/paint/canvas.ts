import sharp from 'sharp';
import { clamp, fractal, mix, random, smooth } from './noise.ts';

export type Colour = readonly [number, number, number];

/** Reads `#rrggbb` as light in [0, 1]. */
export function colour(hex: string): Colour {
  return [1, 3, 5].map(
    (at) => (Number.parseInt(hex.slice(at, at + 2), 16) / 255) ** 2.2,
  ) as unknown as Colour;
}

/** A picture being painted with light: linear red, green, blue per pixel, 1 is white. */
export class Canvas {
  readonly data: Float32Array;
  readonly width: number;
  readonly height: number;

  constructor(width: number, height: number) {
    this.width = width;
    this.height = height;
    this.data = new Float32Array(width * height * 3);
  }

  /** Sets every pixel from its place: `u` across and `v` down, both 0 to 1 by the height (so shapes stay round). */
  paint(at: (u: number, v: number) => Colour): this {
    const { data, width, height } = this;
    for (let y = 0, i = 0; y < height; y++) {
      for (let x = 0; x < width; x++, i += 3) {
        const [r, g, b] = at(x / height, y / height);
        data[i] = r;
        data[i + 1] = g;
        data[i + 2] = b;
      }
    }
    return this;
  }

  /** Adds light to a pixel; outside is nowhere. */
  add(x: number, y: number, [r, g, b]: Colour, strength: number): void {
    if (x < 0 || y < 0 || x >= this.width || y >= this.height) return;
    const i = (Math.floor(y) * this.width + Math.floor(x)) * 3;
    this.data[i]! += r * strength;
    this.data[i + 1]! += g * strength;
    this.data[i + 2]! += b * strength;
  }

  /** Adds a round light that fades outwards; `radius` in pixels. */
  glow(x: number, y: number, radius: number, light: Colour, strength: number): this {
    const reach = Math.ceil(radius * 3);
    for (let dy = -reach; dy <= reach; dy++) {
      for (let dx = -reach; dx <= reach; dx++) {
        const fade = Math.exp(-(dx * dx + dy * dy) / (radius * radius));
        if (fade > 0.002) this.add(x + dx, y + dy, light, strength * fade);
      }
    }
    return this;
  }

  /** Scatters stars: many faint, few bright, of every warmth. `where` says how likely a place is. */
  stars(count: number, seed: number, where: (u: number, v: number) => number = () => 1): this {
    const next = random(seed);
    const unit = this.height / 1200;
    for (let made = 0, tries = 0; made < count && tries < count * 30; tries++) {
      const [x, y] = [next() * this.width, next() * this.height];
      if (next() > where(x / this.height, y / this.height)) continue;
      made++;
      const magnitude = next() ** 9;
      const warmth = next();
      const light: Colour = [mix(0.75, 1, warmth), 0.86, mix(1, 0.7, warmth)];
      this.glow(x, y, Math.max(0.55, unit * (0.55 + magnitude * 1.7)), light, 0.12 + magnitude * 2.4);
      if (magnitude > 0.55) this.glow(x, y, unit * 9 * magnitude, light, 0.05);
    }
    return this;
  }

  /** Lays a dark ridge over everything below it; `base` and `rise` as parts of the height. */
  ridge(base: number, rise: number, seed: number, ink: Colour, roughness = 3): this {
    for (let x = 0; x < this.width; x++) {
      const u = x / this.height;
      const top = (base - rise * fractal(u * roughness, 0.5, seed, 6)) * this.height;
      for (let y = Math.max(0, Math.floor(top)); y < this.height; y++) {
        const edge = clamp(y - top);
        const i = (y * this.width + x) * 3;
        for (let c = 0; c < 3; c++) this.data[i + c] = mix(this.data[i + c]!, ink[c]!, edge);
      }
    }
    return this;
  }

  /** Darkens the corners, adds the grain of a sensor, and answers 8-bit sRGB. */
  develop({ grain = 0.012, vignette = 0.5, seed = 1 } = {}): Buffer {
    const { data, width, height } = this;
    const out = Buffer.alloc(width * height * 3);
    const next = random(seed);
    const reach = Math.hypot(width, height) / 2;
    for (let y = 0, i = 0; y < height; y++) {
      for (let x = 0; x < width; x++, i += 3) {
        const off = Math.hypot(x - width / 2, y - height / 2) / reach;
        const shade = 1 - vignette * smooth(0.35, 1.1, off);
        const speck = (next() + next() - 1) * grain;
        for (let c = 0; c < 3; c++) {
          const light = Math.max(0, data[i + c]! * shade);
          out[i + c] = Math.round(255 * clamp((light / (1 + light * 0.18)) ** (1 / 2.2) + speck));
        }
      }
    }
    return out;
  }

  /** As a sharp picture, with drawn shapes laid over it (SVG of the same size). */
  async picture(finish: { grain?: number; vignette?: number; seed?: number } = {}, overlay?: string) {
    const raw = { width: this.width, height: this.height, channels: 3 as const };
    const base = sharp(this.develop(finish), { raw });
    if (!overlay) return base;
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${this.width}" height="${this.height}" viewBox="0 0 ${this.width} ${this.height}">${overlay}</svg>`;
    return sharp(
      await base
        .composite([{ input: Buffer.from(svg) }])
        .removeAlpha()
        .raw()
        .toBuffer(),
      { raw },
    );
  }
}

/** A vertical run of colours: stops of [height 0–1, colour]. */
export function gradient(v: number, stops: readonly (readonly [number, Colour])[]): Colour {
  const after = stops.findIndex(([at]) => at >= v);
  if (after <= 0) return stops[after === 0 ? 0 : stops.length - 1]![1];
  const [[from, a], [to, b]] = [stops[after - 1]!, stops[after]!];
  const t = (v - from) / (to - from);
  return [mix(a[0], b[0], t), mix(a[1], b[1], t), mix(a[2], b[2], t)];
}
