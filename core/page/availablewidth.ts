import { columnOf, type Measure } from '../geometry/measure.ts';
import type { AspectRatio } from './aspectratio.ts';

/** Below this width of the screen (CSS pixels) what stands beside something stands above or below it. */
export const NARROW = 600;
/** The narrowest screen that anything is made for (WCAG 1.4.10), in CSS pixels. */
export const NARROWEST = 320;
/** Media queries compare fractions of pixels too; this one ends where the switch of a figure's own style begins. */
export const BELOW_NARROW = `(max-width: ${NARROW - 0.02}px)`;

/** How much width there is for what stands somewhere in a page, handed down from what holds it. */
export interface AvailableWidth {
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
  /** Where what holds it leaves the column: its share of wide screens too, and what is taken of that. */
  readonly wide?: Share;
  /** How something placed fills it, whatever that says of where it stands. */
  readonly filled?: Filled;
  /** In something set together: how its picture, film or embed fills its room; null where that is all that is shown of it. */
  readonly item?: { readonly media: Filled | null; readonly words: boolean; readonly link: boolean };
  /** Nobody sees what stands here as it is set now; it is kept all the same. */
  readonly unseen?: boolean;
}

/** A share of the screen, from above 0 to 1, and what is taken of that, in CSS pixels. */
export interface Share {
  readonly share: number;
  readonly less: number;
}

/** How something placed fills its room. */
export interface Filled {
  /** In a box of another ratio than its own. */
  readonly box?: AspectRatio;
  /** Behind what stands on it, in boxes of these ratios (width by height) at least, on wide screens and on narrow ones. */
  readonly cover?: { readonly wide: number; readonly narrow: number };
  /** A press on it opens it large, where it leads nowhere else. */
  readonly large?: boolean;
  /** A press on it does nothing of its own: it lies in what is pressed. */
  readonly still?: boolean;
}

/** The room of what stands in a page itself. */
export function pageWidth(measures: readonly Measure[]): AvailableWidth {
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
  /** Its share of wide screens too, where they are narrower than it. */
  readonly wide?: Share;
  /** As wide as its share of the screen, on all that are narrower than it. */
  readonly across: boolean;
  /** So wide on every screen. */
  readonly fixed?: boolean;
  /** In a box of a ratio: the same part of it is seen on every screen. */
  readonly boxed?: boolean;
}

/** The source size list of something that is shown so (HTML, `sizes`). */
export function sizesOf(shown: Shown): string {
  const { width, share, wide, across, fixed } = shown;
  if (fixed) return `${width}px`;
  if (across) return `min(${screenShare(share)}, ${width}px)`;
  const otherwise = wide ? `min(${shareOf(wide)}, ${width}px)` : `${width}px`;
  return `${BELOW_NARROW} ${narrowSizeOf(shown)}, ${otherwise}`;
}

/** The width in CSS pixels that a browser goes by when it chooses a file by `sizesOf`, on a screen so wide. */
export function widthOn(shown: Shown, screen: number): number {
  const { width, share, wide, across, fixed } = shown;
  if (fixed) return width;
  if (across) return Math.min(screen * share, width);
  if (screen < NARROW) return narrowWidthOn(shown, screen);
  return wide ? Math.min(screen * wide.share - wide.less, width) : width;
}

/** The same on a narrow screen alone. */
export function narrowSizeOf({ width, share, less = 0, least = 0, fixed }: Shown): string {
  if (fixed) return `${width}px`;
  const size = shareOf({ share, less });
  if (least > 0) return `max(${size}, ${rounded(least)}px)`;
  return less > 0 ? `calc(${size})` : size;
}

const rounded = (pixels: number): number => Math.round(pixels * 100) / 100;

/** The width in CSS pixels that a browser goes by on a narrow screen. */
export const narrowWidthOn = ({ width, share, less = 0, least = 0, fixed }: Shown, screen: number): number =>
  fixed ? width : Math.max(least, screen * share - less);

/** A room within another, set in by so many CSS pixels. */
export const setIn = (room: AvailableWidth, by: number): AvailableWidth => ({
  ...room,
  width: Math.max(1, room.width - by),
  less: (room.less ?? 0) + by,
  ...(room.least ? { least: Math.max(1, room.least - by) } : {}),
  ...(room.wide ? { wide: { share: room.wide.share, less: room.wide.less + by } } : {}),
  bleed: null,
});

/** A part of a room: on wide screens one share of it less some pixels, on narrow ones another. */
export function partOf(
  { width, share, less = 0, least, wide }: AvailableWidth,
  of: Share,
  narrow: Share,
): AvailableWidth {
  const taken = less * narrow.share + narrow.less;
  return {
    width: Math.max(1, Math.ceil(width * of.share - of.less)),
    share: share * narrow.share,
    ...(taken > 0 ? { less: taken } : {}),
    ...(least ? { least: Math.max(1, least * narrow.share - narrow.less) } : {}),
    ...(wide ? { wide: { share: wide.share * of.share, less: wide.less * of.share + of.less } } : {}),
    bleed: null,
  };
}

/** The room of what leaves the column, where something may. */
export const acrossWidth = (room: AvailableWidth): AvailableWidth =>
  room.bleed === null ? room : { ...room, width: room.bleed, wide: { share: 1, less: 0 } };

/** The length that is this share of the screen (CSS). */
const screenShare = (share: number): string => `${Math.round(share * 10_000) / 100}vw`;

/** The same with what is taken of it, as it stands among others in a function. */
const shareOf = ({ share, less }: Share): string =>
  less > 0 ? `${screenShare(share)} - ${rounded(less)}px` : screenShare(share);
