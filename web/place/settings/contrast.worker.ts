import { leastContrast, leastVeil, underWords, type OnVeil, type WordsRect } from '@placard/core/contrast';

/** Words set on a picture in one way, to be measured. */
export interface SetWords {
  /** The picture's address, and the point of it that lies in the middle as far as it can, as shares of it. */
  src: string;
  focal: { x: number; y: number };
  /** What it covers, in CSS pixels, and the words on it there. */
  width: number;
  height: number;
  rects: readonly WordsRect[];
  /** The width of the screen. */
  screen: number;
}

export interface AskedContrast {
  id: number;
  ways: readonly SetWords[];
  on: OnVeil;
  /** How strong the veil is, from 0 to 1. */
  strength: number;
}

export interface FoundContrast {
  id: number;
  /** The least contrast, what it needs and at which width of the screen; null where the picture cannot be had. */
  found: { contrast: number; needed: number; at: number } | null;
  /** The least veil that is enough, in percent; null where none is. */
  veil: number | null;
}

const pictures = new Map<string, Promise<ImageBitmap>>();

function pictureAt(src: string): Promise<ImageBitmap> {
  const known = pictures.get(src);
  if (known) return known;
  const loading = fetch(src, { mode: 'cors', credentials: 'omit' }).then(async (answer) => {
    if (!answer.ok) throw new Error(`${answer.status}`);
    return createImageBitmap(await answer.blob());
  });
  loading.catch(() => pictures.delete(src));
  // The one that is worked on, and the part that narrow screens have of it.
  if (pictures.size > 3) pictures.delete(pictures.keys().next().value ?? '');
  pictures.set(src, loading);
  return loading;
}

async function under({ src, focal, width, height, rects }: SetWords) {
  const picture = await pictureAt(src);
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(width)), Math.max(1, Math.round(height)));
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('No canvas.');
  // As it is drawn: cut so that it covers its room (CSS, object-fit and object-position).
  const scale = Math.max(width / picture.width, height / picture.height);
  const [wide, high] = [picture.width * scale, picture.height * scale];
  context.drawImage(picture, (width - wide) * focal.x, (height - high) * focal.y, wide, high);
  const pixels = context.getImageData(0, 0, canvas.width, canvas.height);
  return rects.map((rect) => underWords(pixels, rect));
}

addEventListener('message', async ({ data: { id, ways, on, strength } }: MessageEvent<AskedContrast>) => {
  try {
    const all = [];
    for (const way of ways) all.push({ screen: way.screen, words: await under(way) });
    const found = all
      .map(({ screen, words }) => ({ ...leastContrast(words, on, strength), at: screen }))
      .toSorted((one, other) => one.contrast / one.needed - other.contrast / other.needed)[0];
    const veil = leastVeil(
      all.flatMap(({ words }) => words),
      on,
    );
    postMessage({ id, found: found ?? null, veil } satisfies FoundContrast);
  } catch {
    postMessage({ id, found: null, veil: null } satisfies FoundContrast);
  }
});
