import * as v from 'valibot';
import { FilmChoicesSchema } from '../film/choices.ts';
import {
  fits,
  FocalPointSchema,
  largestOf,
  RectangleSchema,
  rescaled,
  type FocalPoint,
  type Rectangle,
  type Size,
} from '../geometry/rectangle.ts';
import { cropped, seenAt, type Window } from '../geometry/window.ts';
import { sizeFor, SizeWishSchema } from '../geometry/wish.ts';
import {
  EditSchema,
  ImpossibleEdit,
  EditsSchema,
  ToneSchema,
  windowAfter,
  withEdit,
  type Edit,
  type EditOf,
  type Tone,
} from './edit.ts';

import { UNTONED } from './tone.ts';

/** How good a file has to be: as usual, looking the same as it would uncompressed, or within some bytes. */
export const QualitySchema = v.variant('way', [
  v.object({ way: v.literal('usual') }),
  v.object({
    way: v.literal('same'),
    /** The least structural similarity (SSIM, Wang et al. 2004) to the uncompressed picture. */
    likeness: v.pipe(v.number(), v.minValue(0.8), v.maxValue(0.999)),
  }),
  v.object({
    way: v.literal('under'),
    bytes: v.pipe(v.number(), v.integer(), v.minValue(1000), v.maxValue(50_000_000)),
  }),
]);
export type Quality = v.InferOutput<typeof QualitySchema>;

/** How the files of a version come out. */
export const OutputSchema = v.object({
  /** The modern format; null for the site's. */
  modern: v.nullable(v.picklist(['webp', 'avif'])),
  quality: QualitySchema,
});
export type Output = v.InferOutput<typeof OutputSchema>;

/** Everything that makes a version of an original. */
export const PreparationSchema = v.object({
  edits: EditsSchema,
  /** Of the upright original; null for its middle. */
  focal: v.nullable(FocalPointSchema),
  /** The part that narrow screens get, in pixels of what the edits give; null for the same as wide ones. */
  narrow: v.nullable(RectangleSchema),
  output: OutputSchema,
  /** What is chosen of a film or sound, which is not edited otherwise. */
  film: v.optional(FilmChoicesSchema),
});
export type Preparation = v.InferOutput<typeof PreparationSchema>;

export const USUAL: Output = { modern: null, quality: { way: 'usual' } };
export const AS_IT_CAME: Preparation = { edits: [], focal: null, narrow: null, output: USUAL };

/** What a version shows of its original on wide screens, or on narrow ones. Throws ImpossibleEdit. */
export function windowOf(
  { edits, narrow }: Pick<Preparation, 'edits' | 'narrow'>,
  original: Size,
  screen: 'wide' | 'narrow' = 'wide',
): Window {
  const window = windowAfter(edits, original);
  if (screen === 'wide' || !narrow) return window;
  if (!fits(narrow, window.size))
    throw new ImpossibleEdit(
      `The part for narrow screens does not lie within the ${window.size.width} × ${window.size.height} pixels that there are.`,
    );
  return cropped(window, narrow);
}

const RatioSchema = v.object({
  width: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(100)),
  height: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(100)),
});

/** Settings for preparing many pictures, whatever their sizes. What is null stays as each picture has it. */
export const SheetSchema = v.object({
  size: v.nullable(SizeWishSchema),
  ratio: v.nullable(RatioSchema),
  /** Of the part that narrow screens get. */
  narrowRatio: v.nullable(RatioSchema),
  tone: v.nullable(
    v.variant('way', [
      v.object({ way: v.literal('improve') }),
      v.object({ way: v.literal('set'), ...ToneSchema.entries }),
    ]),
  ),
  ink: v.nullable(
    v.pipe(
      EditSchema,
      v.check(({ kind }) => INKS.includes(kind), 'An ink is monochrome, sepia or two inks.'),
    ),
  ),
  /** From 0 for none. */
  sharpen: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(100)),
  output: OutputSchema,
});
export type Sheet = v.InferOutput<typeof SheetSchema>;

export const INKS: readonly Edit['kind'][] = ['monochrome', 'sepia', 'two-ink'];
export const BLANK_SHEET: Sheet = {
  size: null,
  ratio: null,
  narrowRatio: null,
  tone: null,
  ink: null,
  sharpen: 0,
  output: USUAL,
};

/**
 * What a prep sheet makes of one picture's preparation: what the sheet says takes the place of the same kind of
 * edit, the rest stays. Crops lie by the focal point; nothing is enlarged. `improved` is the tone that would
 * improve this picture.
 */
export function preparedBy(sheet: Sheet, before: Preparation, original: Size, improved: Tone): Preparation {
  let edits: Edit[] = before.edits;
  const set = (kind: Edit['kind'], edit: Edit | null) => {
    edits = withEdit(edits, kind, edit);
  };
  if (sheet.ratio) {
    set('resize', null);
    set('crop', null);
    const window = windowAfter(edits, original);
    const part = largestOf(
      sheet.ratio.width / sheet.ratio.height,
      window.size,
      focalIn(window, before.focal, original),
    );
    set('crop', wholly(part, window.size) ? null : { kind: 'crop', ...part });
  }
  if (sheet.size) {
    set('resize', null);
    const { size } = windowAfter(edits, original);
    const wished = sizeFor(sheet.size, size);
    set('resize', wished.enlarges ? null : { kind: 'resize', ...wished.size });
  }
  if (sheet.tone) {
    const tone = sheet.tone.way === 'improve' ? improved : sheet.tone;
    const { brightness, contrast, saturation, warmth } = tone;
    set('tone', toned({ brightness, contrast, saturation, warmth }));
  }
  if (sheet.ink) {
    for (const kind of INKS) set(kind, null);
    set(sheet.ink.kind, sheet.ink);
  }
  if (sheet.sharpen > 0) set('sharpen', { kind: 'sharpen', strength: sheet.sharpen });
  const window = windowAfter(edits, original);
  const narrow = sheet.narrowRatio
    ? largestOf(
        sheet.narrowRatio.width / sheet.narrowRatio.height,
        window.size,
        focalIn(window, before.focal, original),
      )
    : before.narrow && fits(before.narrow, window.size)
      ? before.narrow
      : null;
  return { edits, focal: before.focal, narrow, output: sheet.output };
}

/** The focal point as it lies in what is seen, kept within it; the middle where there is none. */
export function focalIn(window: Window, focal: FocalPoint | null, original: Size): FocalPoint {
  if (!focal) return { x: 0.5, y: 0.5 };
  const { x, y } = seenAt(window, { x: focal.x * original.width, y: focal.y * original.height });
  const kept = (share: number) => Math.min(1, Math.max(0, share));
  return { x: kept(x), y: kept(y) };
}

const wholly = (part: Rectangle, size: Size) => part.width === size.width && part.height === size.height;
function toned(tone: Tone): EditOf<'tone'> | null {
  const untouched = (Object.keys(UNTONED) as (keyof Tone)[]).every((part) => tone[part] === 0);
  return untouched ? null : { kind: 'tone', ...tone };
}

/**
 * A preparation for the same picture in other pixels: crops lie in the same places, and a size that was wished
 * for the smaller one is forgotten where there are more pixels now.
 */
export function carriedOver(preparation: Preparation, from: Size, to: Size): Preparation {
  const edits: Edit[] = [];
  for (const [index, edit] of preparation.edits.entries()) {
    const before = windowAfter(preparation.edits.slice(0, index), from).size;
    const now = windowAfter(edits, to).size;
    if (edit.kind === 'crop') edits.push({ kind: 'crop', ...rescaled(edit, before, now) });
    else if (edit.kind !== 'resize') edits.push(edit);
  }
  const [before, now] = [windowAfter(preparation.edits, from).size, windowAfter(edits, to).size];
  const narrow = preparation.narrow && rescaled(preparation.narrow, before, now);
  return { ...preparation, edits, narrow };
}
