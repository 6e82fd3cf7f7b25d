import { colourOf, contrast, veiled, type Colour } from './contrast.ts';

/** Pixels as a canvas has them: red, green, blue and opacity, row by row. */
export interface Pixels {
  data: Uint8ClampedArray;
  width: number;
  height: number;
}

/** Where words are set, in pixels, and what they need. */
export interface WordsRect {
  x: number;
  y: number;
  width: number;
  height: number;
  /** The least contrast, from 1 to 21. */
  needed: number;
  /** The height of its letters, in pixels: what is finer than their strokes hides none of them. */
  size: number;
}

/** The colours under some words, as large as a stroke of their letters each. */
export interface UnderWords {
  colours: Colour[];
  needed: number;
}

/** Averages pixels under words over cells as wide as a stroke of their letters: a single bright pixel hides no letter. */
export function underWords({ data, width, height }: Pixels, rect: WordsRect): UnderWords {
  const cell = Math.max(2, Math.round(rect.size / 6));
  const [left, top] = [Math.max(0, Math.floor(rect.x)), Math.max(0, Math.floor(rect.y))];
  const [right, bottom] = [
    Math.min(width, Math.ceil(rect.x + rect.width)),
    Math.min(height, Math.ceil(rect.y + rect.height)),
  ];
  const colours: Colour[] = [];
  for (let y = top; y < bottom; y += cell)
    for (let x = left; x < right; x += cell) {
      let [red, green, blue, count] = [0, 0, 0, 0];
      for (let row = y; row < Math.min(bottom, y + cell); row++)
        for (
          let at = (row * width + x) * 4, end = (row * width + Math.min(right, x + cell)) * 4;
          at < end;
          at += 4
        ) {
          red += data[at] ?? 0;
          green += data[at + 1] ?? 0;
          blue += data[at + 2] ?? 0;
          count++;
        }
      if (count > 0) colours.push([red / count, green / count, blue / count]);
    }
  return { colours: extremes(colours), needed: rect.needed };
}

/** The darkest and the lightest of many: whatever is laid on all of them, the least contrast is at one of those. */
function extremes(colours: readonly Colour[]): Colour[] {
  if (colours.length <= 2) return [...colours];
  let [dark, light] = [colours[0] as Colour, colours[0] as Colour];
  const weight = ([red, green, blue]: Colour) =>
    0.2126 * red ** 2.2 + 0.7152 * green ** 2.2 + 0.0722 * blue ** 2.2;
  let [least, most] = [weight(dark), weight(light)];
  for (const colour of colours) {
    const now = weight(colour);
    if (now < least) [least, dark] = [now, colour];
    if (now > most) [most, light] = [now, colour];
  }
  return [dark, light];
}

/** What a veil is made of, and the words on it (CSS, hexadecimal). */
export interface OnVeil {
  veil: string;
  words: string;
}

/** The least contrast of words on a veil, and what those words need; of no words, the most that there is. */
export function leastContrast(
  under: readonly UnderWords[],
  on: OnVeil,
  strength: number,
): { contrast: number; needed: number } {
  const [veil, words] = [colourOf(on.veil), colourOf(on.words)];
  let worst = { contrast: 21, needed: 3 };
  for (const { colours, needed } of under)
    for (const colour of colours) {
      const found = contrast(veiled(colour, veil, strength), words);
      if (found / needed < worst.contrast / worst.needed) worst = { contrast: found, needed };
    }
  return worst;
}

/** The least strength of a veil in percent at which all words have the contrast that they need; null where none of up to 95 has. */
export function leastVeil(under: readonly UnderWords[], on: OnVeil): number | null {
  const enough = (percent: number) => {
    const { contrast: found, needed } = leastContrast(under, on, percent / 100);
    return found >= needed;
  };
  if (!enough(95)) return null;
  let [least, most] = [0, 95];
  while (least < most) {
    const middle = Math.floor((least + most) / 2);
    if (enough(middle)) most = middle;
    else least = middle + 1;
  }
  return least;
}
