import { Canvas, colour, gradient, type Colour } from './canvas.ts';
import { clamp, fractal, mix, noise, random, smooth } from './noise.ts';

interface Crater {
  x: number;
  y: number;
  radius: number;
  depth: number;
}

function craters(count: number, seed: number, largest: number): Crater[] {
  const next = random(seed);
  return Array.from({ length: count }, () => ({
    x: next() * 2 - 0.5,
    y: next() * 2 - 0.5,
    radius: largest * (0.04 + 0.96 * next() ** 6),
    depth: 0.5 + next() * 0.5,
  }));
}

/** Heights of cratered ground, sampled on a grid of side `size`. */
function ground(size: number, seed: number, count: number, largest: number, roughness: number): Float32Array {
  const heights = new Float32Array(size * size);
  for (let y = 0; y < size; y++) {
    for (let x = 0; x < size; x++)
      heights[y * size + x] = roughness * fractal((x / size) * 9, (y / size) * 9, seed, 7);
  }
  for (const { x, y, radius, depth } of craters(count, seed, largest)) {
    const reach = Math.ceil(radius * 1.9 * size);
    const [cx, cy] = [x * size, y * size];
    for (let py = Math.max(0, Math.floor(cy - reach)); py < Math.min(size, cy + reach); py++) {
      for (let px = Math.max(0, Math.floor(cx - reach)); px < Math.min(size, cx + reach); px++) {
        const d = Math.hypot(px - cx, py - cy) / (radius * size);
        const bowl = d < 1 ? (d * d - 1) * depth : 0;
        const rim = 0.34 * depth * Math.exp(-(((d - 1.02) / 0.2) ** 2));
        const peak = radius > largest * 0.5 ? 0.4 * depth * Math.exp(-((d / 0.16) ** 2)) : 0;
        heights[py * size + px]! += radius * (Math.max(bowl, -0.55) + rim + peak) * 0.9;
      }
    }
  }
  return heights;
}

function lit(heights: Float32Array, size: number, x: number, y: number, sun: Colour): number {
  const [xi, yi] = [clamp(Math.floor(x * size), 1, size - 2), clamp(Math.floor(y * size), 1, size - 2)];
  const dx = (heights[yi * size + xi + 1]! - heights[yi * size + xi - 1]!) * size * 0.5;
  const dy = (heights[(yi + 1) * size + xi]! - heights[(yi - 1) * size + xi]!) * size * 0.5;
  const length = Math.hypot(dx, dy, 1);
  return Math.max(0, (-dx * sun[0] - dy * sun[1] + sun[2]) / length);
}

export async function lunarGround(width: number, height: number) {
  const size = 1800;
  const heights = ground(size, 17, 420, 0.15, 0.018);
  const sun: Colour = [-0.82, -0.35, 0.34];
  const canvas = new Canvas(width, height).paint((u, v) => {
    const light = lit(heights, size, (u * height) / width, v * (height / width) + 0.1, sun);
    const tone = 0.75 + 0.4 * fractal(u * 3, v * 3, 5, 4);
    return [light * tone * 1.15, light * tone * 1.1, light * tone];
  });
  return canvas.picture({ seed: 3, grain: 0.01, vignette: 0.35 });
}

let moonGround: Float32Array | undefined;

/** The moon; `phase` from 0 (new) over 0.5 (full) to 1. */
export async function moon(side: number, phase: number, earthshine = 0.003) {
  const size = 1400;
  moonGround ??= ground(size, 29, 520, 0.075, 0.01);
  const heights = moonGround;
  const angle = phase * Math.PI * 2 - Math.PI;
  const sun: Colour = [-Math.sin(angle), 0.12, Math.cos(angle)];
  const canvas = new Canvas(side, side).paint((u, v) => {
    const [x, y] = [(u - 0.5) / 0.4, (v - 0.5) / 0.4];
    const d = x * x + y * y;
    if (d > 1.02) return [0.0004, 0.0005, 0.0009];
    const z = Math.sqrt(Math.max(0, 1 - d));
    const edge = smooth(1.01, 0.985, d);
    const facing = x * sun[0] + y * sun[1] + z * sun[2];
    const relief = lit(heights, size, u, v, [sun[0] * 0.9, 0.1, 0.55]) * 1.3;
    const seas = 1 - 0.5 * smooth(0.5, 0.62, fractal(u * 3.4 + 2, v * 3.4 + 7, 41, 5));
    const light = Math.max(0, facing) ** 0.8 * mix(relief, 1, 0.35) * seas * 0.95 + earthshine * z;
    return [light * edge, light * 0.97 * edge, light * 0.9 * edge];
  });
  return canvas.picture({ seed: 2, grain: 0.008, vignette: 0 });
}

export async function bandedPlanet(side: number) {
  const bands = [
    '#c9b08e',
    '#8a5a3c',
    '#e2d3b8',
    '#a9764f',
    '#efe5d0',
    '#b98a62',
    '#d9c4a0',
    '#94694a',
    '#cdb793',
    '#a08468',
  ].map(colour);
  const canvas = new Canvas(side, side).paint((u, v) => {
    const [x, y] = [(u - 0.5) / 0.36, (v - 0.5) / 0.335];
    const d = x * x + y * y;
    if (d > 1) return [0.0006, 0.0007, 0.0012];
    const z = Math.sqrt(1 - d);
    const longitude = Math.atan2(x, z);
    const swirl =
      0.05 * (fractal(longitude * 3, y * 14, 3, 5) - 0.5) +
      0.02 * (fractal(longitude * 9, y * 30, 5, 4) - 0.5);
    const at = clamp((y + swirl) * 0.5 + 0.5) * (bands.length - 1);
    const i = Math.min(bands.length - 2, Math.floor(at));
    const t = smooth(0.2, 0.8, at - i);
    const spot = Math.exp(-(((longitude - 0.35) / 0.2) ** 2 + ((y - 0.36) / 0.09) ** 2));
    const light = Math.max(0, z * 0.9 - x * 0.35) * smooth(1, 0.97, d);
    return [0, 1, 2].map(
      (c) =>
        mix(mix(bands[i]![c]!, bands[i + 1]![c]!, t), [0.55, 0.13, 0.06][c]!, spot * 0.85) * light * 1.15,
    ) as unknown as Colour;
  });
  for (const [x, y] of [
    [0.07, 0.53],
    [0.93, 0.47],
    [0.985, 0.462],
  ] as const)
    canvas.glow(x * side, y * side, side * 0.003, [1, 0.97, 0.9], 1.2);
  return canvas.picture({ seed: 12, vignette: 0 });
}

export async function ringedPlanet(width: number, height: number) {
  const canvas = new Canvas(width, height).paint((u, v) => {
    const [cx, cy] = [width / height / 2, 0.5];
    const [dx, dy] = [u - cx, v - cy];
    const [x, y] = [dx * Math.cos(0.3) + dy * Math.sin(0.3), -dx * Math.sin(0.3) + dy * Math.cos(0.3)];
    const disc = (x / 0.2) ** 2 + (y / 0.185) ** 2;
    const far = Math.hypot(x, y / 0.34);
    const inRing = far > 0.25 && far < 0.47;
    let out: Colour = [0.0008, 0.0009, 0.0015];
    if (disc < 1) {
      const z = Math.sqrt(1 - disc);
      const band = 0.8 + 0.25 * noise(0.5, y * 46, 9) + 0.06 * fractal(x * 9, y * 70, 4, 3);
      const light = Math.max(0, z * 0.9 - x * 1.4) * band * smooth(1, 0.95, disc);
      out = [light * 0.86, light * 0.7, light * 0.46];
    }
    if (inRing && (y > 0 || disc >= 1)) {
      const gap = far > 0.375 && far < 0.392 ? 0.08 : 1;
      const fine = 0.45 + 0.7 * noise(far * 130, 1, 6) * (far < 0.3 ? 0.5 : 1);
      const shadow =
        y < 0 && x > 0.02 && Math.abs(y) < 0.17 && (x / 0.4) ** 2 + (y / 0.19) ** 2 < 1 ? 0.2 : 1;
      const light = gap * fine * shadow * 0.62;
      out = [light * 0.84, light * 0.74, light * 0.58];
    }
    return out;
  });
  return canvas.stars(60, 77).picture({ seed: 8, vignette: 0.2 });
}

export async function sunspots(side: number) {
  const next = random(5);
  const spots = Array.from({ length: 16 }, () => {
    const group = next() < 0.5 ? [-0.3, -0.18] : [0.34, 0.22];
    return {
      x: group[0]! + (next() - 0.5) * 0.42,
      y: group[1]! + (next() - 0.5) * 0.12,
      r: 0.008 + 0.045 * next() ** 3,
    };
  });
  const canvas = new Canvas(side, side).paint((u, v) => {
    const [x, y] = [(u - 0.5) / 0.42, (v - 0.5) / 0.42];
    const d = Math.hypot(x, y);
    if (d > 1) return [0.004, 0.002, 0.001];
    const limb = 0.35 + 0.65 * Math.sqrt(1 - d * d);
    const grain = 0.9 + 0.2 * fractal(u * 90, v * 90, 3, 3);
    let shade = 1;
    for (const spot of spots) {
      const away = Math.hypot(x - spot.x, y - spot.y) + 0.006 * (noise(x * 70, y * 70, 2) - 0.5);
      shade *= 1 - 0.45 * smooth(spot.r * 2, spot.r * 1.7, away) - 0.45 * smooth(spot.r, spot.r * 0.8, away);
    }
    const light = limb * grain * shade * smooth(1, 0.992, d);
    return [light * 1.25, light * 0.55, light * 0.12];
  });
  return canvas.picture({ seed: 5, vignette: 0 });
}

export async function eclipse(width: number, height: number) {
  const canvas = new Canvas(width, height).paint((u, v) => {
    const [x, y] = [u - width / height / 2, v - 0.5];
    const d = Math.hypot(x, y) / 0.16;
    const angle = Math.atan2(y, x);
    if (d < 1) return [0.001, 0.001, 0.002];
    const ring: [number, number] = [Math.cos(angle), Math.sin(angle)];
    const streamer =
      0.3 + 1.2 * fractal(ring[0] * 2.6 + 5, ring[1] * 2.6 + 5, 7, 5) ** 2 + 0.35 * Math.abs(ring[0]);
    const fine = 0.8 + 0.4 * noise(ring[0] * 26, ring[1] * 26 + d * 0.5, 9);
    const light = (streamer * fine * 0.62) / d ** 2.6 + 0.9 * Math.exp(-(((d - 1) / 0.02) ** 2));
    return [light, light * 0.97, light * 1.03 + 0.004];
  });
  const [cx, cy] = [width / 2, height / 2];
  canvas.glow(
    cx + height * 0.16 * Math.cos(-0.9),
    cy + height * 0.16 * Math.sin(-0.9),
    height * 0.012,
    [1, 0.97, 0.95],
    5,
  );
  return canvas.stars(40, 8).picture({ seed: 6, vignette: 0.2 });
}

export async function nebula(width: number, height: number) {
  const canvas = new Canvas(width, height).paint((u, v) => {
    const [wx, wy] = [fractal(u * 2, v * 2, 3, 4), fractal(u * 2 + 5, v * 2 + 2, 4, 4)];
    const cloud = fractal(u * 2 + wx * 2.4, v * 2 + wy * 2.4, 9, 7);
    const fade = Math.exp(-(((u - 0.75) / 0.55) ** 2 + ((v - 0.5) / 0.36) ** 2));
    const red = smooth(0.36, 0.75, cloud) * fade;
    const blue = smooth(0.45, 0.8, fractal(u * 3 + wy * 2, v * 3 + wx, 14, 6)) * fade;
    const dark = 1 - 0.9 * smooth(0.55, 0.7, fractal(u * 4 + wx * 3, v * 4, 23, 6)) * fade;
    return [
      0.006 + (red * 0.95 + blue * 0.1) * dark,
      0.006 + (red * 0.2 + blue * 0.32) * dark,
      0.014 + (red * 0.3 + blue * 0.7) * dark,
    ];
  });
  return canvas.stars(2200, 24).picture({ seed: 24, vignette: 0.4 });
}

export async function spiral(width: number, height: number) {
  const canvas = new Canvas(width, height).paint((u, v) => {
    const [dx, dy] = [u - width / height / 2, v - 0.5];
    const [x, y] = [
      dx * Math.cos(0.5) + dy * Math.sin(0.5),
      (-dx * Math.sin(0.5) + dy * Math.cos(0.5)) / 0.58,
    ];
    const d = Math.hypot(x, y);
    const turn = Math.atan2(y, x) + Math.log(d + 0.02) * 3.1;
    const arm = (0.5 + 0.5 * Math.cos(turn * 2)) ** 2.2;
    const clumps = 0.4 + 1.3 * fractal(u * 12, v * 12, 31, 5) ** 2;
    const disc = Math.exp(-d / 0.17);
    const core = 1.6 * Math.exp(-d / 0.035);
    const arms = disc * arm * clumps * 1.5;
    const dust =
      1 -
      0.6 *
        smooth(0.55, 0.75, (0.5 + 0.5 * Math.cos(turn * 2 + 0.8)) * fractal(u * 9, v * 9, 37, 4) * 1.5) *
        (d > 0.05 ? 1 : 0);
    return [
      (core + arms * 0.62 + disc * 0.16) * dust + 0.004,
      (core * 0.85 + arms * 0.66 + disc * 0.13) * dust + 0.004,
      (core * 0.62 + arms * 0.95 + disc * 0.12) * dust + 0.007,
    ];
  });
  return canvas.stars(420, 38).picture({ seed: 38, vignette: 0.3 });
}

export async function cluster(side: number) {
  const canvas = new Canvas(side, side).paint(() => [0.003, 0.004, 0.008]);
  const next = random(91);
  for (let star = 0; star < 2600; star++) {
    const r = next() ** 1.9 * 0.47;
    const angle = next() * Math.PI * 2;
    const warm = next();
    const strength = 0.08 + 1.9 * next() ** 9;
    canvas.glow(
      side * (0.5 + r * Math.cos(angle)),
      side * (0.5 + r * Math.sin(angle)),
      side * (0.0008 + 0.0012 * next()),
      [1, mix(0.78, 0.95, warm), mix(0.5, 1, warm)],
      strength,
    );
  }
  canvas.glow(side / 2, side / 2, side * 0.11, [1, 0.86, 0.6], 0.16);
  return canvas.stars(180, 92).picture({ seed: 91, vignette: 0.25 });
}

const RAINBOW = [
  '#2a0a4a',
  '#3c1fd0',
  '#1e7bf0',
  '#18c8c0',
  '#3ad23a',
  '#e8e02a',
  '#f58a1e',
  '#e02a1a',
  '#5a0a08',
].map((hex, i, all) => [i / (all.length - 1), colour(hex)] as const);

export async function spectrum(width: number, height: number) {
  const lines = [
    0.12, 0.14, 0.21, 0.33, 0.335, 0.41, 0.47, 0.52, 0.526, 0.61, 0.64, 0.655, 0.72, 0.79, 0.83, 0.9,
  ];
  const canvas = new Canvas(width, height).paint((u, v) => {
    const at = (u * height) / width;
    const rgb = gradient(at, RAINBOW);
    const absorbed = lines.reduce(
      (light, line, i) =>
        light *
        (1 -
          (0.5 + 0.4 * noise(i, 3, 8)) *
            Math.exp(-(((at - line) / (0.0012 + 0.0018 * noise(i, 9, 8))) ** 2))),
      1,
    );
    const slit = smooth(0.12, 0.2, v) * smooth(0.88, 0.8, v) * (0.93 + 0.1 * noise(1, v * 90, 4));
    const light = absorbed * slit * smooth(0, 0.06, at) * smooth(1, 0.94, at);
    return [rgb[0] * light + 0.002, rgb[1] * light + 0.002, rgb[2] * light + 0.003];
  });
  return canvas.picture({ seed: 44, vignette: 0.1 });
}
