import { columnOf, type Measure } from '../geometry/measure.ts';

/** Below this width of the screen (CSS pixels) what stands beside something stands above or below it. */
export const NARROW = 600;
/** The narrowest screen that anything is made for (WCAG 1.4.10), in CSS pixels. */
export const NARROWEST = 320;
/** Media queries compare fractions of pixels too; this one ends where the switch of a figure's own style begins. */
export const BELOW_NARROW = `(max-width: ${NARROW - 0.02}px)`;

/** How much width there is for what stands somewhere in a page, handed down from what holds it. */
export interface Room {
  /** CSS pixels, on screens that are wide enough. */
  readonly width: number;
  /** The share of a narrow screen, from above 0 to 1. */
  readonly share: number;
  /** How wide that may be which leaves the column, in CSS pixels; null where nothing does. */
  readonly bleed: number | null;
}

/** The room of what stands in a page itself. */
export function pageRoom(measures: readonly Measure[]): Room {
  const width = columnOf(measures);
  return { width, share: 1, bleed: Math.max(width, ...measures.map((measure) => measure.width)) };
}

/** How wide something is shown. */
export interface Shown {
  /** CSS pixels, on screens that are wide enough. */
  readonly width: number;
  /** The share of a narrow screen. */
  readonly share: number;
  /** As wide as the screen, on all that are narrower than it. */
  readonly across: boolean;
}

/** The source size list of something that is shown so (HTML, `sizes`). */
export function sizesOf({ width, share, across }: Shown): string {
  if (across) return `min(100vw, ${width}px)`;
  return `${BELOW_NARROW} ${narrowSize(share)}, ${width}px`;
}

/** The width in CSS pixels that a browser goes by when it chooses a file by `sizesOf`, on a screen so wide. */
export function widthOn({ width, share, across }: Shown, screen: number): number {
  if (across) return Math.min(screen, width);
  return screen < NARROW ? screen * share : width;
}

/** The length that is this share of a narrow screen. */
export const narrowSize = (share: number): string => `${Math.round(share * 10_000) / 100}vw`;
