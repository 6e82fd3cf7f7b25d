import type { Edit, Tone } from './edit.ts';

/**
 * A change of colour that treats every pixel alike: three rows of four, so that each of red, green and blue
 * becomes a sum of the old three and a constant, in encoded sRGB from 0 to 1 (as in SVG feColorMatrix with
 * color-interpolation-filters sRGB, less its rows and columns for alpha).
 */
export type ColourMatrix = readonly [Row, Row, Row];
type Row = readonly [number, number, number, number];

/** The luma weights of sRGB (Rec. ITU-R BT.709). */
const LUMA = [0.2126, 0.7152, 0.0722] as const;

export const UNCHANGED: ColourMatrix = [
  [1, 0, 0, 0],
  [0, 1, 0, 0],
  [0, 0, 1, 0],
];

export const UNTONED: Tone = { brightness: 0, contrast: 0, saturation: 0, warmth: 0 };

/** All colour changes of a list of edits as one. */
export function colourMatrix(edits: readonly Edit[]): ColourMatrix {
  return edits.reduce((matrix, edit) => {
    switch (edit.kind) {
      case 'tone':
        return after(toneMatrix(edit), matrix);
      case 'monochrome':
        return after(saturating(0), matrix);
      case 'sepia':
        return after(SEPIA, matrix);
      case 'two-ink':
        return after(inking(edit.dark, edit.light), matrix);
      default:
        return matrix;
    }
  }, UNCHANGED);
}

/** Brightness doubles or halves the light, contrast spreads from the middle, saturation from grey, warmth moves red against blue. */
export function toneMatrix({ brightness, contrast, saturation, warmth }: Tone): ColourMatrix {
  const light = 2 ** (brightness / 100);
  const spread = contrast >= 0 ? 1 + contrast / 100 : 1 + (0.8 * contrast) / 100;
  const warm = (0.2 * warmth) / 100;
  return [
    scaling([light * (1 + warm), light, light * (1 - warm)], 0),
    saturating(1 + saturation / 100),
    scaling([spread, spread, spread], 0.5 - 0.5 * spread),
  ].reduce((matrix, next) => after(next, matrix), UNCHANGED);
}

/** The sepia of CSS Filter Effects, at its full amount. */
const SEPIA: ColourMatrix = [
  [0.393, 0.769, 0.189, 0],
  [0.349, 0.686, 0.168, 0],
  [0.272, 0.534, 0.131, 0],
];

function inking(dark: string, light: string): ColourMatrix {
  const [from, to] = [rgb(dark), rgb(light)];
  return [0, 1, 2].map((channel): Row => {
    const [start = 0, end = 0] = [from[channel], to[channel]];
    const [r, g, b] = LUMA;
    return [r * (end - start), g * (end - start), b * (end - start), start];
  }) as unknown as ColourMatrix;
}

function scaling([r, g, b]: readonly [number, number, number], shift: number): ColourMatrix {
  return [
    [r, 0, 0, shift],
    [0, g, 0, shift],
    [0, 0, b, shift],
  ];
}

function saturating(amount: number): ColourMatrix {
  return [0, 1, 2].map((channel): Row => {
    const [r, g, b] = LUMA.map((weight, other) => (1 - amount) * weight + (channel === other ? amount : 0));
    return [r ?? 0, g ?? 0, b ?? 0, 0];
  }) as unknown as ColourMatrix;
}

/** The one matrix that does what `first` and then `next` do. */
function after(next: ColourMatrix, first: ColourMatrix): ColourMatrix {
  return next.map((row) =>
    [0, 1, 2, 3].map(
      (column) =>
        row[0] * (first[0][column] ?? 0) +
        row[1] * (first[1][column] ?? 0) +
        row[2] * (first[2][column] ?? 0) +
        (column === 3 ? row[3] : 0),
    ),
  ) as unknown as ColourMatrix;
}

/** What a matrix makes of a colour, each part from 0 to 255 and kept there. */
export function recoloured(matrix: ColourMatrix, colour: readonly number[]): [number, number, number] {
  const [r = 0, g = 0, b = 0] = colour;
  return matrix.map(([red, green, blue, shift]) =>
    Math.min(255, Math.max(0, Math.round(red * r + green * g + blue * b + 255 * shift))),
  ) as [number, number, number];
}

const rgb = (colour: string) => [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16) / 255);

/** The nine weights that sharpen, row by row: each pixel is moved away from the mean of its surroundings. */
export function sharpeningKernel(strength: number): number[] {
  const away = (1.5 * strength) / 100;
  return [1, 2, 1, 2, 4, 2, 1, 2, 1].map((weight, at) => (at === 4 ? 1 + away : 0) - (away * weight) / 16);
}

/** The standard deviation of a blur, in pixels of a picture of this width. */
export function blurDeviation(strength: number, width: number): number {
  return (0.03 * width * strength) / 100;
}

/**
 * The tone that brings a picture's range near to black and white, takes a cast of colour out by half and livens
 * dull colours, all with restraint. `pixels` are red, green and blue, byte by byte; a small picture is enough.
 */
export function improvedTone(pixels: Uint8Array): Tone {
  const count = Math.floor(pixels.length / 3);
  if (count === 0) return UNTONED;
  const histogram = new Uint32Array(256);
  const mean = [0, 0, 0];
  let colourful = 0;
  for (let at = 0; at < count * 3; at += 3) {
    const [r = 0, g = 0, b = 0] = [pixels[at], pixels[at + 1], pixels[at + 2]];
    histogram[Math.round(LUMA[0] * r + LUMA[1] * g + LUMA[2] * b)]!++;
    mean[0]! += r / count;
    mean[1]! += g / count;
    mean[2]! += b / count;
    colourful += (Math.max(r, g, b) - Math.min(r, g, b)) / count;
  }
  const [dark, bright] = [quantile(histogram, count * 0.005), quantile(histogram, count * 0.995)];
  const warmth = between((30 * (mean[2]! - mean[0]!)) / Math.max(24, mean[0]! + mean[2]!), -12, 12);
  const saturation = colourful > 4 && colourful < 60 ? between((60 - colourful) / 4, 0, 12) : 0;
  if (bright - dark < 8) return { ...UNTONED };
  // light × spread × value + (0.5 − 0.5 × spread) is to bring dark near 0 and bright near 1.
  const slope = 0.97 / (bright - dark);
  const spread = Math.max(0.2, 1 - 2 * (0.012 - slope * dark));
  return {
    brightness: between(100 * Math.log2((255 * slope) / spread), -40, 40),
    contrast: between(100 * (spread - 1), -30, 45),
    saturation,
    warmth,
  };
}

function quantile(histogram: Uint32Array, rank: number): number {
  let seen = 0;
  for (let value = 0; value < 256; value++) {
    seen += histogram[value] ?? 0;
    if (seen > rank) return value;
  }
  return 255;
}

const between = (value: number, least: number, most: number) =>
  Math.round(Math.min(most, Math.max(least, value)));
