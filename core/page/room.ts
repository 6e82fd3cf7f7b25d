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
  /** The share of a narrow screen, from above 0 to 1; and what edges and indents take of that, in CSS pixels. */
  readonly share: number;
  readonly less?: number;
  /** How wide it is on a narrow screen at least, in CSS pixels: it scrolls there. */
  readonly least?: number;
  /** How wide that may be which leaves the column, in CSS pixels; null where nothing does. */
  readonly bleed: number | null;
  /** In a table: how wide all its columns are together, and one that nobody has set, of any unit; and how wide the table is at least, in CSS pixels. */
  readonly columns?: { readonly whole: number; readonly each: number; readonly least: number };
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
  /** The share of a narrow screen, and what is taken of that, in CSS pixels. */
  readonly share: number;
  readonly less?: number;
  /** How wide it is on a narrow screen at least, in CSS pixels. */
  readonly least?: number;
  /** As wide as its share of the screen, on all that are narrower than it. */
  readonly across: boolean;
  /** So wide on every screen. */
  readonly fixed?: boolean;
  /** In a box of a ratio: the same part of it is seen on every screen. */
  readonly boxed?: boolean;
}

/** The source size list of something that is shown so (HTML, `sizes`). */
export function sizesOf(shown: Shown): string {
  const { width, share, across, fixed } = shown;
  if (fixed) return `${width}px`;
  if (across) return `min(${narrowSize(share)}, ${width}px)`;
  return `${BELOW_NARROW} ${narrowSizeOf(shown)}, ${width}px`;
}

/** The width in CSS pixels that a browser goes by when it chooses a file by `sizesOf`, on a screen so wide. */
export function widthOn(shown: Shown, screen: number): number {
  const { width, share, across, fixed } = shown;
  if (fixed) return width;
  if (across) return Math.min(screen * share, width);
  return screen < NARROW ? narrowWidthOn(shown, screen) : width;
}

/** The same on a narrow screen alone. */
export function narrowSizeOf({ width, share, less = 0, least = 0, fixed }: Shown): string {
  if (fixed) return `${width}px`;
  const size = less > 0 ? `${narrowSize(share)} - ${rounded(less)}px` : narrowSize(share);
  if (least > 0) return `max(${size}, ${rounded(least)}px)`;
  return less > 0 ? `calc(${size})` : size;
}

const rounded = (pixels: number): number => Math.round(pixels * 100) / 100;

/** The width in CSS pixels that a browser goes by on a narrow screen. */
export const narrowWidthOn = ({ width, share, less = 0, least = 0, fixed }: Shown, screen: number): number =>
  fixed ? width : Math.max(least, screen * share - less);

/** A room within another, set in by so many CSS pixels. */
export const setIn = (room: Room, by: number): Room => ({
  ...room,
  width: Math.max(1, room.width - by),
  less: (room.less ?? 0) + by,
  ...(room.least ? { least: Math.max(1, room.least - by) } : {}),
  bleed: null,
});

/** The length that is this share of a narrow screen. */
const narrowSize = (share: number): string => `${Math.round(share * 10_000) / 100}vw`;
