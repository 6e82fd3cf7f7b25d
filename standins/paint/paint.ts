import sharp from 'sharp';

/** What is painted: the same painting gives the same picture every time. */
export interface Painting {
  scene: Scene;
  colour: string;
  seed: number;
  width: number;
  height: number;
}

export type Scene = 'hills' | 'stars' | 'moon' | 'lake' | 'forest' | 'orbits' | 'spectrum' | 'comet';

/** The hue of each colour in degrees; null for the ones without. */
export const HUES: Record<string, number | null> = {
  red: 4,
  orange: 28,
  yellow: 50,
  green: 135,
  blue: 218,
  violet: 275,
  grey: null,
  black: null,
  white: null,
};

/** Numbers between 0 and 1 that are the same every time (mulberry32). */
export function dice(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** Paints at a width, as JPEG; `over` is laid across it (SVG elements, in the painting's own pixels). */
export async function paint(painting: Painting, width: number, over = ''): Promise<Buffer> {
  const height = Math.round((width * painting.height) / painting.width);
  return sharp(Buffer.from(svgOf(painting).replace('</svg>', `${over}</svg>`)), { density: 72 })
    .resize(width, height, { fit: 'fill' })
    .flatten({ background: '#000' })
    .jpeg({ quality: 82 })
    .toBuffer();
}

function svgOf(painting: Painting): string {
  const { scene, seed, width: w, height: h, colour } = painting;
  const roll = dice(seed * 104_729);
  const ink = (light: number, shift = 0) => {
    const hue = HUES[colour];
    if (hue === null || hue === undefined) {
      const base = colour === 'black' ? light * 0.45 : colour === 'white' ? 60 + light * 0.4 : light;
      return `hsl(220 6% ${base}%)`;
    }
    return `hsl(${hue + shift} ${scene === 'orbits' || scene === 'spectrum' ? 35 : 48}% ${light}%)`;
  };
  const sky = `<defs><linearGradient id="s" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="${ink(14)}"/><stop offset="0.6" stop-color="${ink(44, 12)}"/><stop offset="1" stop-color="${ink(70, 24)}"/></linearGradient><radialGradient id="g"><stop offset="0" stop-color="${ink(96)}"/><stop offset="0.25" stop-color="${ink(84)}" stop-opacity="0.6"/><stop offset="1" stop-color="${ink(60)}" stop-opacity="0"/></radialGradient></defs><rect width="${w}" height="${h}" fill="url(#s)"/>`;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}">${sky}${SCENES[scene]({ w, h, ink, roll })}</svg>`;
}

interface Canvas {
  w: number;
  h: number;
  ink: (light: number, shift?: number) => string;
  roll: () => number;
}

const SCENES: Record<Scene, (canvas: Canvas) => string> = {
  hills: (canvas) =>
    glow(canvas) + [0, 1, 2, 3].map((layer) => ridge(canvas, 0.5 + layer * 0.13, 38 - layer * 9)).join(''),
  stars: (canvas) => stars(canvas, 420) + ridge(canvas, 0.82, 6),
  moon: (canvas) => stars(canvas, 90) + glow(canvas) + disc(canvas),
  lake: (canvas) => {
    const { w, h, ink, roll } = canvas;
    const shimmer = Array.from(
      { length: 90 },
      () =>
        `<rect x="${roll() * w}" y="${h * (0.63 + roll() * 0.36)}" width="${30 + roll() * 160}" height="${1 + roll() * 3}" fill="${ink(70)}" opacity="${0.1 + roll() * 0.3}"/>`,
    );
    return (
      glow(canvas) +
      ridge(canvas, 0.55, 20) +
      `<rect y="${h * 0.62}" width="${w}" height="${h * 0.4}" fill="${ink(24)}"/>` +
      shimmer.join('')
    );
  },
  forest: ({ w, h, ink, roll }) =>
    Array.from(
      { length: 4 },
      (_, layer) =>
        Array.from({ length: 16 + layer * 4 }, () => {
          const [x, tall] = [roll() * w, h * (0.25 + layer * 0.13 + roll() * 0.12)];
          const wide = tall * (0.14 + roll() * 0.08);
          return `<path d="M${x} ${h - tall}L${x + wide} ${h}L${x - wide} ${h}Z" fill="${ink(48 - layer * 12)}" opacity="0.92"/>`;
        }).join('') +
        `<rect y="${h * 0.5}" width="${w}" height="${h * 0.5}" fill="${ink(72)}" opacity="0.09"/>`,
    ).join(''),
  orbits: ({ w, h, ink, roll }) => {
    const radius = Math.min(w, h) * 0.45;
    const rings = [0.25, 0.42, 0.6, 0.8, 1].map((part) => {
      const [turn, r] = [roll() * Math.PI * 2, radius * part];
      return `<circle cx="${w / 2}" cy="${h / 2}" r="${r}" fill="none" stroke="${ink(82)}" stroke-width="3"/><circle cx="${w / 2 + r * Math.cos(turn)}" cy="${h / 2 + r * Math.sin(turn)}" r="${8 + roll() * 22}" fill="${ink(90, 30)}"/>`;
    });
    return `${rings.join('')}<circle cx="${w / 2}" cy="${h / 2}" r="${radius * 0.1}" fill="${ink(95)}"/>`;
  },
  spectrum: ({ w, h, ink, roll }) =>
    Array.from(
      { length: 60 },
      (_, at) =>
        `<rect x="${(w * at) / 60}" y="${h * 0.3}" width="${w / 60 + 1}" height="${h * 0.4}" fill="${ink(20 + at)}"/>`,
    ).join('') +
    Array.from(
      { length: 26 },
      () =>
        `<rect x="${roll() * w}" y="${h * 0.3}" width="${2 + roll() * 6}" height="${h * 0.4}" fill="#000" opacity="${0.4 + roll() * 0.6}"/>`,
    ).join(''),
  comet: (canvas) => {
    const { w, h, ink, roll } = canvas;
    const [x, y] = [w * (0.2 + roll() * 0.3), h * (0.5 + roll() * 0.3)];
    const tail = Array.from(
      { length: 40 },
      (_, at) =>
        `<path d="M${x} ${y}L${w * (0.7 + roll() * 0.3)} ${h * roll() * 0.4}" stroke="${ink(60 + at)}" stroke-width="${1 + roll() * 9}" opacity="0.07"/>`,
    );
    return `${stars(canvas, 160)}${tail.join('')}<circle cx="${x}" cy="${y}" r="${w * 0.05}" fill="url(#g)"/>`;
  },
};

function glow({ w, h, roll }: Canvas): string {
  return `<circle cx="${w * (0.25 + roll() * 0.5)}" cy="${h * (0.3 + roll() * 0.25)}" r="${w * (0.2 + roll() * 0.2)}" fill="url(#g)"/>`;
}

function disc({ w, h, ink, roll }: Canvas): string {
  const [x, y, r] = [
    w * (0.35 + roll() * 0.3),
    h * (0.35 + roll() * 0.2),
    Math.min(w, h) * (0.14 + roll() * 0.08),
  ];
  const craters = Array.from({ length: 14 }, () => {
    const [turn, out] = [roll() * 6.28, roll() * r * 0.8];
    return `<circle cx="${x + out * Math.cos(turn)}" cy="${y + out * Math.sin(turn)}" r="${r * (0.03 + roll() * 0.1)}" fill="${ink(60)}" opacity="0.5"/>`;
  });
  return `<circle cx="${x}" cy="${y}" r="${r}" fill="${ink(88)}"/>${craters.join('')}`;
}

function stars({ w, h, roll }: Canvas, count: number): string {
  return Array.from(
    { length: count },
    () =>
      `<circle cx="${roll() * w}" cy="${roll() * h * 0.9}" r="${0.6 + roll() ** 4 * 4}" fill="#fff" opacity="${0.25 + roll() * 0.75}"/>`,
  ).join('');
}

function ridge({ w, h, ink, roll }: Canvas, at: number, light: number): string {
  const waves = [1.3, 2.9, 6.7].map((length, order) => ({
    length,
    size: 0.09 / (order + 1),
    turn: roll() * 6.28,
  }));
  const points = Array.from({ length: 61 }, (_, step) => {
    const x = step / 60;
    const y = waves.reduce(
      (sum, { length, size, turn }) => sum + size * Math.sin(x * length * 6.28 + turn),
      at,
    );
    return `${(x * w).toFixed(1)} ${(y * h).toFixed(1)}`;
  });
  return `<path d="M0 ${h}L${points.join('L')}L${w} ${h}Z" fill="${ink(light)}"/>`;
}
