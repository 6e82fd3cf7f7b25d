import * as v from 'valibot';
import type { Measure } from '../geometry/measure.ts';
import type { Style } from '../markup/index.ts';
import type { CreditPlace } from './held.ts';
import { NARROW, type Room, type Shown } from './room.ts';

/** How a placement stands to the text round it. */
export const POSITIONS = ['beside-left', 'beside-right', 'centred', 'alone-left', 'full', 'bleed'] as const;
export type Position = (typeof POSITIONS)[number];

/** Names that placements and assets are known by. */
export const KnownIdSchema = v.pipe(v.string(), v.regex(/^[a-zA-Z0-9_-]{6,40}$/));

/** Where a placement stands, as its page says it. */
export const StandingSchema = v.object({
  id: KnownIdSchema,
  position: v.picklist(POSITIONS),
  /** Id of a measure of the site. */
  measure: v.pipe(v.string(), v.maxLength(40)),
  /** Clear space to the text, in CSS pixels. */
  gap: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(200)),
});

/** Where something stands that was just put into a page. */
export const FIRST_STANDING = { position: 'full', measure: 'column', gap: 20 } as const;

/** The room that a scrollbar takes of what the screen says it is wide; wide screens have one. */
const SCROLLBAR = 20;
/** What its caption leaves a picture of a figure, where it stands beside it; and from how wide a figure on it does. */
const [SHARE_BESIDE, BESIDE_FROM] = [0.66, 376];

/** Where a placement stands, with its width worked out. */
export interface Standing {
  position: Position;
  /** CSS pixels; null for as wide as what holds it. */
  width: number | null;
  gap: number;
}

/** Where a placement stands in the room that there is: what would leave its column fills it where nothing may. */
export function standingIn(
  room: Room,
  { position, measure, gap }: { position: Position; measure: string; gap: number },
  measures: readonly Measure[],
): Standing {
  if (position === 'bleed' && room.bleed !== null) return { position, gap, width: room.bleed };
  if (position === 'full' || position === 'bleed') return { position: 'full', gap, width: null };
  const wished = measures.find(({ id }) => id === measure)?.width ?? room.width;
  return { position, gap, width: Math.min(wished, room.width) };
}

/** How wide what stands so is shown; a caption beside a picture takes its part of it. */
export function shownIn(room: Room, { position, width }: Standing, credit?: CreditPlace): Shown {
  const whole = width ?? room.width;
  const beside = credit === 'beside' && whole >= BESIDE_FROM;
  return {
    width: beside ? Math.ceil(whole * SHARE_BESIDE) : whole,
    share: room.share,
    across: position === 'bleed' && credit !== 'beside',
  };
}

/**
 * The style of a figure, so that it stands the same on any site. A figure beside the text goes full width on narrow
 * screens: `(100vw - N) * 999` is hugely negative below N and hugely positive above it, and clamp() turns that into a
 * switch without a media query. `screen` is the length that is the width of the screen.
 */
export function figureStyle({ position, width, gap }: Standing, screen = '100vw'): Style {
  const above = (value: string) => `clamp(0px,(${screen} - ${NARROW}px) * 999,${value})`;
  const narrowing =
    width === null ? '100%' : `clamp(min(100%,${width}px),(${NARROW}px - ${screen}) * 999,100%)`;
  switch (position) {
    case 'beside-left':
      return { float: 'left', width: narrowing, margin: `0 ${above(`${gap}px`)} ${gap}px 0` };
    case 'beside-right':
      return { float: 'right', width: narrowing, margin: `0 0 ${gap}px ${above(`${gap}px`)}` };
    case 'centred':
      return { clear: 'both', width: narrowing, margin: `${gap}px auto` };
    case 'alone-left':
      return { clear: 'both', width: narrowing, margin: `${gap}px auto ${gap}px 0` };
    case 'full':
      return { clear: 'both', margin: `${gap}px 0` };
    case 'bleed':
      return {
        clear: 'both',
        width: `min(${screen} - ${above(`${SCROLLBAR}px`)},${width ?? 1120}px)`,
        margin: `${gap}px 0 ${gap}px 50%`,
        transform: 'translateX(-50%)',
      };
  }
}
