import * as v from 'valibot';
import type { Measure } from '../geometry/measure.ts';
import type { Style } from '../markup/index.ts';
import type { CreditPlace } from './held.ts';
import { NARROW, type AvailableWidth, type Shown } from './availablewidth.ts';

/** How a placement stands to the text round it. */
export const POSITIONS = ['beside-left', 'beside-right', 'centred', 'alone-left', 'full', 'bleed'] as const;
export type Position = (typeof POSITIONS)[number];

/** Names that placements and assets are known by. */
export const KnownIdSchema = v.pipe(v.string(), v.regex(/^[a-zA-Z0-9_-]{6,40}$/));

export const SIDES = ['top', 'right', 'bottom', 'left'] as const;
export type Side = (typeof SIDES)[number];

/** The widest gap, in CSS pixels. */
export const WIDEST_GAP = 200;
/** How wide a placement may be set by hand, in CSS pixels. */
export const FREE_WIDTHS = { least: 40, most: 4000 };

const GapSchema = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(WIDEST_GAP));
const sideGap = v.optional(v.nullable(GapSchema));

/** Where a placement stands, as its page says it. */
export const StandingSchema = v.object({
  id: KnownIdSchema,
  position: v.picklist(POSITIONS),
  /** Id of a measure of the site. */
  measure: v.pipe(v.string(), v.maxLength(40)),
  /** A width of its own instead of a measure, in CSS pixels. */
  width: v.optional(
    v.nullable(v.pipe(v.number(), v.integer(), v.minValue(FREE_WIDTHS.least), v.maxValue(FREE_WIDTHS.most))),
  ),
  /** Clear space to the text, in CSS pixels. */
  gap: GapSchema,
  /** The sides at which it is another one. */
  gaps: v.optional(v.nullable(v.object({ top: sideGap, right: sideGap, bottom: sideGap, left: sideGap }))),
  /** It has the site's border round it; and the site's rounded corners. */
  bordered: v.optional(v.nullable(v.boolean())),
  rounded: v.optional(v.nullable(v.boolean())),
});

/** What a page says of where something stands. */
export type StandingSaid = Omit<v.InferOutput<typeof StandingSchema>, 'id'>;

/** The border and the rounding of a site, for what is to have them. */
export const EdgesSchema = v.object({
  /** CSS pixels. */
  border: v.pipe(v.number(), v.minValue(0), v.maxValue(20)),
  /** Its colour (CSS, hexadecimal). */
  colour: v.pipe(v.string(), v.regex(/^#[0-9a-f]{6}$/i)),
  /** CSS pixels. */
  rounding: v.pipe(v.number(), v.minValue(0), v.maxValue(100)),
});
export type Edges = v.InferOutput<typeof EdgesSchema>;
export const USUAL_EDGES: Edges = { border: 1, colour: '#8a8578', rounding: 6 };

/** Where something stands that was just put into a page. */
export const FIRST_STANDING = { position: 'full', measure: 'column', gap: 20 } as const;

/** The same with all that it leaves to the site said, as an editor keeps it. */
export const FREE_STANDING = {
  ...FIRST_STANDING,
  width: null,
  gaps: null,
  bordered: null,
  rounded: null,
} as const;

/** The room that a scrollbar takes of what the screen says it is wide; wide screens have one. */
const SCROLLBAR = 20;
/** What its caption leaves a picture of a figure, where it stands beside it; and from how wide a figure on it does. */
const [SHARE_BESIDE, BESIDE_FROM] = [0.66, 376];

/** Where a placement stands, with its width and its gaps worked out. */
export interface Standing {
  position: Position;
  /** CSS pixels; null for as wide as what holds it. */
  width: number | null;
  /** CSS pixels at each side; null where the rest of the line is shared out. */
  gaps: Readonly<Record<Side, number | null>>;
}

/** The sides at which each position has a gap; at the others it stands flush with the text's edge unless it is told otherwise. */
const GAPS: Record<Position, readonly Side[]> = {
  'beside-left': ['right', 'bottom'],
  'beside-right': ['left', 'bottom'],
  centred: ['top', 'bottom'],
  'alone-left': ['top', 'bottom'],
  full: ['top', 'bottom'],
  bleed: ['top', 'bottom'],
};
/** The sides at which the rest of the line is shared out, whatever gap is said. */
const SHARED: Record<Position, readonly Side[]> = {
  'beside-left': [],
  'beside-right': [],
  centred: ['left', 'right'],
  'alone-left': ['right'],
  full: [],
  bleed: ['left', 'right'],
};

/** The sides at which a gap does something, where something stands so. */
export const sidesOf = (position: Position): Side[] =>
  SIDES.filter((side) => !SHARED[position].includes(side));

/** The gaps of something, each as it stands. */
export function gapsOf({
  position,
  gap,
  gaps,
}: Pick<StandingSaid, 'position' | 'gap' | 'gaps'>): Standing['gaps'] {
  const at = (side: Side) => {
    if (SHARED[position].includes(side)) return null;
    return gaps?.[side] ?? (GAPS[position].includes(side) ? gap : 0);
  };
  return { top: at('top'), right: at('right'), bottom: at('bottom'), left: at('left') };
}

const FLUSH: Standing['gaps'] = { top: 0, right: 0, bottom: 0, left: 0 };

/** Where a placement stands in the room that there is: what would leave its column fills it where nothing may. */
export function standingIn(room: AvailableWidth, said: StandingSaid, measures: readonly Measure[]): Standing {
  const { position, measure, width } = said;
  if (room.filled) return { position: 'full', gaps: FLUSH, width: null };
  if (position === 'bleed' && room.bleed !== null) return { position, gaps: gapsOf(said), width: room.bleed };
  if (position === 'full' || position === 'bleed')
    return { position: 'full', gaps: gapsOf({ ...said, position: 'full' }), width: null };
  const wished = width ?? measures.find(({ id }) => id === measure)?.width ?? room.width;
  return { position, gaps: gapsOf(said), width: Math.min(wished, room.width) };
}

/** What a page's own margins leave of a narrow screen at the most, in CSS pixels. */
const PAGE_EDGES = 40;

/** How wide what stands so is shown; a caption beside a picture takes its part of it. */
export function shownIn(
  room: AvailableWidth,
  { position, width, gaps }: Standing,
  credit?: CreditPlace,
): Shown {
  // Gaps at the sides of what is as wide as its room are taken from it.
  const whole = width ?? Math.max(1, room.width - (gaps.left ?? 0) - (gaps.right ?? 0));
  // What lies behind words, or in a row of a gallery, has no caption at its side.
  const beside = credit === 'beside' && !room.filled?.cover;
  const across = position === 'bleed' && room.bleed !== null;
  const wide = across && beside ? { share: 1, less: 0 } : room.wide;
  return {
    width: beside && whole >= BESIDE_FROM ? Math.ceil(whole * SHARE_BESIDE) : whole,
    share: room.share,
    ...(room.less ? { less: room.less } : {}),
    ...(room.least ? { least: room.least } : {}),
    ...(wide ? { wide } : {}),
    ...(beside
      ? { beside: { part: SHARE_BESIDE, from: BESIDE_FROM, whole, edges: across ? 0 : PAGE_EDGES } }
      : {}),
    across: position === 'bleed' && !beside,
  };
}

/**
 * The style of a figure, so that it stands the same on any site. A figure beside the text goes full width on narrow
 * screens: `(100vw - N) * 999` is hugely negative below N and hugely positive above it, and clamp() turns that into a
 * switch without a media query. `screen` is the length that is the width of the screen.
 */
export function figureStyle({ position, width, gaps }: Standing, screen = '100vw'): Style {
  const above = (value: string) => `clamp(0px,(${screen} - ${NARROW}px) * 999,${value})`;
  const sides = (gaps.left ?? 0) + (gaps.right ?? 0);
  // What stands with gaps at its sides has so much less of its column.
  const most = sides > 0 ? `100% - ${sides}px` : '100%';
  const narrowing =
    width === null ? '100%' : `clamp(min(${most},${width}px),(${NARROW}px - ${screen}) * 999,100%)`;
  const [top = '0', right = '0', bottom = '0', left = '0'] = SIDES.map((side) => {
    const gap = gaps[side];
    if (gap === null) return 'auto';
    return gap === 0 ? '0' : `${gap}px`;
  });
  /** At the sides, where narrow screens leave no room for it. */
  const aside = (gap: string) => (gap === '0' ? '0' : above(gap));
  switch (position) {
    case 'beside-left':
      // Below what stands at either side before it: between two of them hardly a word would have room.
      return {
        float: 'left',
        clear: 'both',
        width: narrowing,
        margin: margins(top, aside(right), bottom, aside(left)),
      };
    case 'beside-right':
      return {
        float: 'right',
        clear: 'both',
        width: narrowing,
        margin: margins(top, aside(right), bottom, aside(left)),
      };
    case 'centred':
      return { clear: 'both', width: narrowing, margin: margins(top, 'auto', bottom, 'auto') };
    case 'alone-left':
      return { clear: 'both', width: narrowing, margin: margins(top, 'auto', bottom, aside(left)) };
    case 'full':
      return { clear: 'both', margin: margins(top, aside(right), bottom, aside(left)) };
    case 'bleed': {
      const sides = besideBleed(width ?? 1120, screen);
      return { clear: 'both', margin: margins(top, sides, bottom, sides) };
    }
  }
}

/**
 * The margin at either side of what leaves its column, as wide as the screen up to a width: the same at both, so that it
 * stands in the middle from left to right and from right to left.
 */
export const besideBleed = (width: number, screen = '100vw'): string =>
  `calc(50% - min(${screen} - clamp(0px,(${screen} - ${NARROW}px) * 999,${SCROLLBAR}px),${width}px) / 2)`;

/** Margins as they are written shortest (CSS, `margin`). */
function margins(top: string, right: string, bottom: string, left: string): string {
  if ([top, right, bottom, left].every((side) => side === '0')) return '0';
  if (right !== left) return `${top} ${right} ${bottom} ${left}`;
  return top === bottom ? `${top} ${right}` : `${top} ${right} ${bottom}`;
}

/** The style of what has a site's border or its rounded corners. */
export function edgeStyle({ bordered, rounded }: StandingSaid, edges: Edges = USUAL_EDGES): Style {
  return {
    ...(bordered ? { border: `${edges.border}px solid ${edges.colour}`, 'box-sizing': 'border-box' } : {}),
    ...(rounded ? { 'border-radius': `${edges.rounding}px` } : {}),
  };
}
