import { Canvas, colour, gradient, type Colour } from './canvas.ts';
import { clamp, fractal, mix, noise, random, smooth } from './noise.ts';

const NIGHT = [
  [0, colour('#070b1c')],
  [0.55, colour('#14264a')],
  [0.85, colour('#3b4f74')],
  [1, colour('#6a6f7e')],
] as const;
const INK = colour('#05070b');

function night(u: number, v: number, seed: number): Colour {
  const [r, g, b] = gradient(v, NIGHT);
  const air = 0.85 + 0.3 * fractal(u * 2, v * 2, seed, 3);
  return [r * air, g * air, b * air];
}

const scaled = (unit: number, svg: (s: (n: number) => string) => string) => svg((n) => (n * unit).toFixed(1));

/** An observatory dome standing at (x, y), its slit lit from inside; sizes in pixels. */
export function dome(x: number, y: number, size: number, lit = '#e9b567', shell = '#1b2029'): string {
  return scaled(
    size,
    (s) => `<g transform="translate(${x} ${y})">
<defs><radialGradient id="sh${Math.round(x)}" cx="35%" cy="25%"><stop offset="0" stop-color="#39424f"/><stop offset="1" stop-color="${shell}"/></radialGradient>
<linearGradient id="li${Math.round(x)}" x2="0" y2="1"><stop offset="0" stop-color="${lit}"/><stop offset="1" stop-color="#7c4a1d"/></linearGradient></defs>
<path d="M${s(-0.5)} 0 V${s(-0.32)} A${s(0.5)} ${s(0.5)} 0 0 1 ${s(0.5)} ${s(-0.32)} V0Z" fill="url(#sh${Math.round(x)})"/>
<path d="M${s(-0.09)} ${s(-0.33)} L${s(-0.07)} ${s(-0.8)} Q0 ${s(-0.84)} ${s(0.07)} ${s(-0.8)} L${s(0.09)} ${s(-0.33)}Z" fill="url(#li${Math.round(x)})"/>
<path d="M${s(-0.54)} ${s(-0.33)}H${s(0.54)}V${s(-0.29)}H${s(-0.54)}Z" fill="#11151b"/>
<rect x="${s(-0.06)}" y="${s(-0.2)}" width="${s(0.12)}" height="${s(0.2)}" fill="#0b0e12"/></g>`,
  );
}

/** A person looking up, or two. */
function watcher(x: number, y: number, size: number, ink = '#030406'): string {
  return scaled(
    size,
    (s) =>
      `<g transform="translate(${x} ${y})" fill="${ink}"><circle cx="0" cy="${s(-0.92)}" r="${s(0.09)}"/><path d="M${s(-0.14)} ${s(-0.8)}Q0 ${s(-0.86)} ${s(0.14)} ${s(-0.8)}L${s(0.13)} ${s(-0.4)}L${s(0.1)} 0H${s(0.02)}L0 ${s(-0.36)}L${s(-0.03)} 0H${s(-0.11)}L${s(-0.13)} ${s(-0.4)}Z"/></g>`,
  );
}

function telescope(x: number, y: number, size: number, ink = '#04060a'): string {
  return scaled(
    size,
    (s) =>
      `<g transform="translate(${x} ${y})" fill="${ink}" stroke="${ink}"><g transform="rotate(-38)"><rect x="${s(-0.45)}" y="${s(-0.62)}" width="${s(0.95)}" height="${s(0.16)}" rx="${s(0.02)}"/><rect x="${s(0.42)}" y="${s(-0.645)}" width="${s(0.16)}" height="${s(0.21)}"/><rect x="${s(-0.25)}" y="${s(-0.7)}" width="${s(0.3)}" height="${s(0.05)}"/></g><g stroke-width="${s(0.035)}" stroke-linecap="round"><path d="M${s(-0.34)} ${s(-0.5)}L${s(-0.62)} 0M${s(-0.34)} ${s(-0.5)}L${s(-0.3)} 0M${s(-0.34)} ${s(-0.5)}L${s(-0.02)} 0"/></g></g>`,
  );
}

export async function starTrails(width: number, height: number, turn = 0.62, seed = 7) {
  const canvas = new Canvas(width, height).paint((u, v) => night(u, v, seed));
  const next = random(seed);
  const [cx, cy] = [width * 0.54, height * 0.4];
  for (let star = 0; star < 620; star++) {
    const radius = height * 1.15 * Math.sqrt(next());
    const from = next() * Math.PI * 2;
    const warmth = next();
    const light: Colour = [mix(0.7, 1, warmth), 0.85, mix(1, 0.68, warmth)];
    const strength = 0.05 + 0.5 * next() ** 5;
    const steps = Math.max(8, Math.ceil(radius * turn));
    for (let step = 0; step < steps; step++) {
      const angle = from + (turn * step) / steps;
      const [x, y] = [cx + radius * Math.cos(angle), cy + radius * Math.sin(angle)];
      const twinkle = strength * (0.7 + 0.5 * noise(step / 40, star, seed));
      canvas.add(x, y, light, twinkle);
      canvas.add(x + 1, y, light, twinkle * 0.5);
      canvas.add(x, y + 1, light, twinkle * 0.5);
    }
  }
  canvas.ridge(0.93, 0.16, 3, INK);
  return canvas.picture({ seed, vignette: 0.6 }, dome(width * 0.36, height * 0.93, height * 0.26));
}

function milky(u: number, v: number, seed: number, lean: number): number {
  const across = (v - 0.45) * Math.cos(lean) - (u - 0.75) * Math.sin(lean);
  const band = Math.exp(-((across / 0.17) ** 2));
  const cloud = fractal(u * 4.5, v * 4.5, seed, 6);
  const dust =
    smooth(0.44, 0.66, fractal(u * 3 + 9, v * 3 + 4, seed + 5, 6)) * Math.exp(-((across / 0.07) ** 2));
  return band * (0.35 + 1.1 * cloud ** 2) * (1 - 0.86 * dust);
}

export async function milkyWay(width: number, height: number, seed = 21, lean = -0.55, overlay = '') {
  const canvas = new Canvas(width, height).paint((u, v) => {
    const [r, g, b] = night(u, v, seed);
    const m = milky(u, v, seed, lean);
    return [r + m * 0.3, g + m * 0.24, b + m * 0.27];
  });
  canvas.stars(Math.round((width * height) / 1500), seed, (u, v) => 0.25 + milky(u, v, seed, lean));
  canvas.ridge(0.96, 0.2, 11, INK, 2.4);
  return canvas.picture({ seed, vignette: 0.45 }, overlay);
}

export async function watchersBelowMilkyWay(width: number, height: number) {
  const people = [0.42, 0.47, 0.6]
    .map((x, i) => watcher(width * x, height * (0.9 + i * 0.008), height * 0.13))
    .join('');
  return milkyWay(width, height, 52, 0.9, people + telescope(width * 0.54, height * 0.91, height * 0.16));
}

export async function aurora(width: number, height: number) {
  const canvas = new Canvas(width, height).paint((u, v) => {
    const [r, g, b] = night(u, v, 4);
    let [green, violet] = [0, 0];
    for (const [at, seed, strong] of [
      [0.62, 3, 1],
      [0.5, 8, 0.6],
      [0.4, 15, 0.35],
    ] as const) {
      const foot = at + 0.14 * (fractal(u * 1.6, 0.3, seed, 4) - 0.5);
      const above = foot - v;
      if (above < -0.03) continue;
      const rays = 0.35 + 0.9 * fractal(u * 22, v * 0.8, seed, 3) ** 1.5;
      const body = smooth(-0.03, 0.02, above) * Math.exp(-above / 0.15);
      green += strong * body * rays * 0.75;
      violet += strong * smooth(0.08, 0.3, above) * Math.exp(-above / 0.22) * rays * 0.45;
    }
    return [
      r + violet * 0.5 + green * 0.06,
      g + green * 0.8 + violet * 0.08,
      b + green * 0.33 + violet * 0.62,
    ];
  });
  canvas.stars(500, 14).ridge(0.95, 0.17, 6, INK, 2);
  return canvas.picture({ seed: 4, vignette: 0.4 });
}

export async function meteor(width: number, height: number) {
  const canvas = new Canvas(width, height).paint((u, v) => night(u, v, 33)).stars(1300, 34);
  const [x0, y0, x1, y1] = [width * 0.22, height * 0.12, width * 0.68, height * 0.55];
  for (let i = 0; i <= 1400; i++) {
    const t = i / 1400;
    const bright = t ** 2.2 * (t > 0.97 ? (1 - t) / 0.03 : 1) * (0.8 + 0.4 * noise(t * 30, 1, 2));
    const light: Colour = [mix(0.5, 1, t), mix(1, 0.93, t), mix(0.75, 0.8, t)];
    canvas.glow(mix(x0, x1, t), mix(y0, y1, t), height * (0.0009 + 0.0022 * bright), light, 0.4 * bright);
  }
  canvas.glow(mix(x0, x1, 0.95), mix(y0, y1, 0.95), height * 0.03, [0.8, 1, 0.9], 0.25);
  canvas.ridge(0.97, 0.14, 41, INK, 4);
  return canvas.picture({ seed: 33 });
}

export async function comet(width: number, height: number) {
  const [hx, hy] = [0.45, 0.62];
  const canvas = new Canvas(width, height).paint((u, v) => {
    const [r, g, b] = night(u, v * 0.9, 61);
    const [dx, dy] = [u - hx, hy - v];
    const along = dx * 0.62 + dy * 0.78;
    const side = dx * 0.78 - dy * 0.62;
    const dust =
      along > 0
        ? Math.exp(-(((side - along * 0.16) / (0.01 + along * 0.16)) ** 2)) * Math.exp(-along / 0.38)
        : 0;
    const ion = along > 0 ? Math.exp(-((side / (0.004 + along * 0.025)) ** 2)) * Math.exp(-along / 0.5) : 0;
    const streaks = 0.75 + 0.5 * fractal(side * 30, along * 3, 8, 3);
    return [
      r + dust * 0.55 * streaks + ion * 0.1,
      g + dust * 0.48 * streaks + ion * 0.2,
      b + dust * 0.36 * streaks + ion * 0.45,
    ];
  });
  canvas
    .glow(hx * height, hy * height, height * 0.012, [0.8, 1, 0.9], 1.6)
    .glow(hx * height, hy * height, height * 0.05, [0.5, 0.9, 0.8], 0.16);
  return canvas.stars(1100, 62).ridge(0.98, 0.13, 63, INK, 3).picture({ seed: 61 }, '');
}

const DUSK = [
  [0, colour('#0e1b3d')],
  [0.4, colour('#3a4f86')],
  [0.65, colour('#b77f7c')],
  [0.8, colour('#f0a35c')],
  [1, colour('#ffd28a')],
] as const;

export async function dusk(
  width: number,
  height: number,
  seed = 71,
  overlay?: (width: number, height: number) => string,
) {
  const canvas = new Canvas(width, height).paint((u, v) => {
    const [r, g, b] = gradient(v, DUSK);
    const cloud = smooth(0.52, 0.8, fractal(u * 2, v * 9, seed, 5)) * smooth(0.2, 0.7, v);
    return [mix(r, 0.55, cloud * 0.5), mix(g, 0.2, cloud * 0.5), mix(b, 0.22, cloud * 0.5)];
  });
  canvas.stars(90, seed, (_u, v) => clamp(0.7 - v * 1.3));
  canvas
    .glow(width * 0.7, height * 0.42, height * 0.004, [1, 1, 0.9], 3)
    .glow(width * 0.7, height * 0.42, height * 0.016, [1, 0.95, 0.8], 0.2);
  canvas.ridge(0.9, 0.16, seed + 1, colour('#3d2d3a'), 1.6).ridge(0.97, 0.13, seed + 2, colour('#140e14'), 3);
  return canvas.picture({ seed, grain: 0.008 }, overlay?.(width, height));
}

export const domeAtDusk = (width: number, height: number) =>
  dusk(
    width,
    height,
    83,
    (w, h) => dome(w * 0.3, h * 0.92, h * 0.3, '#ffd28a', '#231a20') + watcher(w * 0.52, h * 0.95, h * 0.12),
  );
export const telescopeAtDusk = (width: number, height: number) =>
  dusk(
    width,
    height,
    97,
    (w, h) => telescope(w * 0.42, h * 0.96, h * 0.62) + watcher(w * 0.2, h * 0.97, h * 0.42),
  );

export async function fogValley(width: number, height: number) {
  const canvas = new Canvas(width, height).paint((u, v) => {
    const [r, g, b] = gradient(v, [
      [0, colour('#7c93ad')],
      [0.5, colour('#e3c7a4')],
      [1, colour('#f4e6cf')],
    ]);
    const lift = 0.92 + 0.16 * fractal(u * 2, v * 6, 5, 4);
    return [r * lift, g * lift, b * lift];
  });
  for (let layer = 0; layer < 6; layer++) {
    const t = layer / 5;
    canvas.ridge(
      0.6 + t * 0.42,
      0.2 - t * 0.05,
      110 + layer,
      [mix(0.5, 0.02, t), mix(0.52, 0.035, t), mix(0.56, 0.045, t)],
      2 + layer,
    );
    if (layer < 4) {
      const at = 0.6 + t * 0.42;
      for (let y = 0; y < height; y++) {
        const fog = 0.4 * Math.exp(-(((y / height - at) / 0.06) ** 2));
        if (fog < 0.01) continue;
        for (let x = 0; x < width; x++)
          canvas.add(x, y, [0.8, 0.74, 0.66], fog * fractal((x / height) * 3, at * 9, 120 + layer, 4));
      }
    }
  }
  return canvas.picture({ seed: 9, grain: 0.008, vignette: 0.3 });
}

export async function redTorchPath(width: number, height: number) {
  const canvas = new Canvas(width, height).paint((u, v) => night(u, v * 0.8, 131));
  canvas.stars(900, 132, (_u, v) => clamp(1 - v)).ridge(0.75, 0.12, 133, colour('#06080c'), 5);
  for (let lamp = 0; lamp < 9; lamp++) {
    const t = lamp / 8;
    const x = width * (0.5 + 0.16 * Math.sin(t * 4.4) * (0.2 + t));
    const y = height * (0.72 + 0.24 * t ** 1.6);
    canvas
      .glow(x, y, height * (0.008 + 0.05 * t), [1, 0.08, 0.02], 0.16)
      .glow(x, y - height * 0.015 * t, height * (0.002 + 0.005 * t), [1, 0.3, 0.15], 2.4);
  }
  return canvas.picture({ seed: 130 }, watcher(width * 0.61, height * 0.93, height * 0.3));
}
