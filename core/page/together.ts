import * as v from 'valibot';
import { AspectRatioSchema } from './aspectratio.ts';
import { KnownIdSchema } from './standing.ts';

/** How several things are set together, in the order in which the ways are looked at. */
export const SETTINGS = ['cards', 'columns', 'rows', 'tiles', 'slides', 'opener', 'sidenote'] as const;
export type SettingName = (typeof SETTINGS)[number];

/** The most things that are set together, and how deep that may lie in one another. */
export const MOST_ITEMS = 200;
export const DEEPEST_TOGETHER = 2;

/** Where the words of an opener stand on its picture. */
export const CORNERS = ['top-left', 'top-right', 'centre', 'bottom-left', 'bottom-right'] as const;
export type Corner = (typeof CORNERS)[number];

/** The bounds of what a setting asks, in CSS pixels or in count. */
export const BOUNDS = {
  perRow: { least: 1, most: 8 },
  share: { least: 10, most: 90 },
  height: { least: 60, most: 600 },
  gap: { least: 0, most: 120 },
  veil: { least: 0, most: 95 },
} as const;

const whole = ({ least, most }: { least: number; most: number }) =>
  v.optional(v.nullable(v.pipe(v.number(), v.integer(), v.minValue(least), v.maxValue(most))));

/** A darkening or lightening that is laid under words on a picture. */
const VeilSchema = v.object({
  tone: v.picklist(['dark', 'light']),
  /** Percent. */
  strength: v.pipe(v.number(), v.integer(), v.minValue(BOUNDS.veil.least), v.maxValue(BOUNDS.veil.most)),
});
export type Veil = v.InferOutput<typeof VeilSchema>;

/** What was measured of the contrast of an opener's words, and of what that was measured. */
const MeasuredSchema = v.object({
  /** What it was measured of, as `measuredOf` says it. */
  of: v.pipe(v.string(), v.maxLength(200)),
  /** The least contrast of its words (WCAG 2.2), from 1 to 21, and the least that they need. */
  contrast: v.pipe(v.number(), v.minValue(1), v.maxValue(21)),
  needed: v.pipe(v.number(), v.minValue(1), v.maxValue(21)),
  /** The width of the screen at which it was least, in CSS pixels. */
  at: v.pipe(v.number(), v.minValue(1), v.maxValue(10_000)),
  /** The least veil of its tone that is enough, in percent; null where none is. */
  veil: v.nullable(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(100))),
});

/** What is said of things set together. What one setting asks stays said while another is shown. */
export const TogetherSchema = v.object({
  /** What it is called in its page's addresses. */
  key: KnownIdSchema,
  setting: v.picklist(SETTINGS),
  /** What it is called by who hears it read. */
  name: v.optional(v.nullable(v.pipe(v.string(), v.maxLength(200)))),
  /** How many stand in a row, of cards and of tiles. */
  perRow: whole(BOUNDS.perRow),
  /** How wide columns are, as shares of whatever they add up to. */
  shares: v.optional(
    v.nullable(
      v.pipe(
        v.array(v.pipe(v.number(), v.minValue(BOUNDS.share.least), v.maxValue(BOUNDS.share.most))),
        v.maxLength(4),
      ),
    ),
  ),
  /** On narrow screens the last stands first. */
  turned: v.optional(v.nullable(v.boolean())),
  /** The box that pictures of cards and tiles stand in. */
  box: v.optional(v.nullable(AspectRatioSchema)),
  /** How high the rows of a gallery are about, in CSS pixels. */
  height: whole(BOUNDS.height),
  /** The space between things, in CSS pixels. */
  gap: whole(BOUNDS.gap),
  /** It leaves the column. */
  across: v.optional(v.nullable(v.boolean())),
  /** A press on a picture of a gallery opens it large; it does where nothing is said. */
  large: v.optional(v.nullable(v.boolean())),
  /** At which side of the words a side note stands. */
  side: v.optional(v.nullable(v.picklist(['start', 'end']))),
  corner: v.optional(v.nullable(v.picklist(CORNERS))),
  veil: v.optional(v.nullable(VeilSchema)),
  measured: v.optional(v.nullable(MeasuredSchema)),
});
export type TogetherSaid = v.InferOutput<typeof TogetherSchema>;

/** True for blocks in which things are set together deeper than pages have it. */
export function isTooDeep(block: unknown, left = DEEPEST_TOGETHER, within = 0): boolean {
  if (typeof block !== 'object' || block === null) return false;
  // Deeper than any page is written.
  if (within > 200) return true;
  const { type, content } = block as { type?: unknown; content?: unknown };
  const rest = type === 'together' ? left - 1 : left;
  if (rest < 0) return true;
  return Array.isArray(content) && content.some((child) => isTooDeep(child, rest, within + 1));
}

export const TOO_DEEP =
  'Things that are set together can hold others that are, and those no more. Take one of them apart first.';
