/** The names colours are found by. */
export const COLOURS = [
  'red',
  'orange',
  'yellow',
  'green',
  'blue',
  'violet',
  'grey',
  'black',
  'white',
] as const;
export type Colour = (typeof COLOURS)[number];

/** Where each hue ends, in degrees of the colour circle (HSL). */
const HUES: readonly (readonly [number, Colour])[] = [
  [14, 'red'],
  [42, 'orange'],
  [68, 'yellow'],
  [165, 'green'],
  [255, 'blue'],
  [330, 'violet'],
  [361, 'red'],
];
/** A hue that covers so much of a picture names it, even where grey or black covers more. */
const SEEN = 0.22;

/** The colour a picture would be called by. `rgb` holds its pixels, three bytes each. */
export function colourOf(rgb: Uint8Array): Colour {
  const counts = new Map<Colour, number>();
  for (let at = 0; at + 2 < rgb.length; at += 3) {
    const name = nameOf(rgb[at] ?? 0, rgb[at + 1] ?? 0, rgb[at + 2] ?? 0);
    counts.set(name, (counts.get(name) ?? 0) + 1);
  }
  const ordered = [...counts].toSorted((a, b) => b[1] - a[1]);
  const hue = ordered.find(([name]) => name !== 'grey' && name !== 'black' && name !== 'white');
  const pixels = rgb.length / 3;
  return hue && hue[1] / pixels >= SEEN ? hue[0] : (ordered[0]?.[0] ?? 'grey');
}

function nameOf(r: number, g: number, b: number): Colour {
  const [most, least] = [Math.max(r, g, b), Math.min(r, g, b)];
  const chroma = most - least;
  const light = (most + least) / 2;
  if (light < 26) return 'black';
  if (light > 232 && chroma < 40) return 'white';
  if (chroma < 22 || chroma / most < 0.16) return 'grey';
  const sixth =
    most === r ? ((g - b) / chroma + 6) % 6 : most === g ? (b - r) / chroma + 2 : (r - g) / chroma + 4;
  return HUES.find(([end]) => sixth * 60 < end)?.[1] ?? 'red';
}
