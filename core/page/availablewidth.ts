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
  /** So wide at least, in CSS pixels: fewer stand in a row where there is less. */
  readonly least?: number;
}

/** What a caption beside something leaves it: a part of `whole`, from so many CSS pixels on that both have; below that it stands under it. */
interface Beside {
  readonly part: number;
  readonly from: number;
  /** How wide both are on screens that are wide enough, in CSS pixels. */
  readonly whole: number;
  /** What the page round it leaves of a narrow screen, in CSS pixels: nobody knows it, and it is no more than that. */
  readonly edges: number;
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
  /** Its caption stands beside it where there is room. */
  readonly beside?: Beside;
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
  if (across) return `min(${screenShare(share)}, ${width}px)`;
  const narrow = narrowSizes(shown);
  const last = narrow.length - 1;
  return [
    ...narrow.map(({ below, size }, at) =>
      at < last ? `${upTo(below)} ${size}` : `${BELOW_NARROW} ${size}`,
    ),
    ...wideSizes(shown),
  ].join(', ');
}

/** A size below so wide a screen; null for on all others. */
interface SizeBelow {
  below: number | null;
  size: string;
}

/** From how wide a screen on a caption stands beside something that has its share of that, whatever a scrollbar takes. */
const wideFrom = ({ from }: Beside, wide: Share): number => screenFor(from, wide) + 20;

const upTo = (screen: number | null): string =>
  `(max-width: ${Math.round(((screen ?? NARROW) - 0.02) * 100) / 100}px)`;

/** Below how wide a screen a share of it is less than so many pixels. */
const screenFor = (pixels: number, { share, less }: Share): number => Math.ceil((pixels + less) / share);

function narrowSizes({ width, share, less = 0, least = 0, fixed, beside }: Shown): SizeBelow[] {
  if (fixed) return [{ below: null, size: `${width}px` }];
  const whole = { share, less };
  const sized = (of: Share, most: number): string => {
    const size = shareOf(of);
    if (most > 0) return `max(${size}, ${rounded(most)}px)`;
    return of.less > 0 ? `calc(${size})` : size;
  };
  const under = { below: null, size: sized(whole, least) };
  const from = beside ? screenFor(beside.from + beside.edges * share, whole) : NARROW;
  if (!beside || from >= NARROW) return [under];
  return [
    { ...under, below: from },
    { below: null, size: sized(timesAs(whole, beside.part), least * beside.part) },
  ];
}

function wideSizes({ width, wide, beside }: Shown): string[] {
  if (!wide) return [`${width}px`];
  const size = (of: Share, most: number) => `min(${atLeast(of)}, ${most}px)`;
  if (!beside || width === beside.whole) return [size(wide, width)];
  const from = wideFrom(beside, wide);
  const part = size(timesAs(wide, beside.part), width);
  return from <= NARROW ? [part] : [`${upTo(from)} ${size(wide, beside.whole)}`, part];
}

/** So many times a share of the screen. */
export const timesAs = ({ share, less, least }: Share, part: number): Share => ({
  share: share * part,
  less: less * part,
  ...(least ? { least: least * part } : {}),
});

/** The width in CSS pixels that a browser goes by when it chooses a file by `sizesOf`, on a screen so wide. */
export function widthOn(shown: Shown, screen: number): number {
  const { width, share, wide, across, fixed, beside } = shown;
  if (fixed) return width;
  if (across) return Math.min(screen * share, width);
  if (screen < NARROW) return narrowWidthOn(shown, screen);
  if (!wide) return width;
  const there = Math.max(screen * wide.share - wide.less, wide.least ?? 0);
  if (!beside || width === beside.whole) return Math.min(there, width);
  return screen < wideFrom(beside, wide)
    ? Math.min(there, beside.whole)
    : Math.min(there * beside.part, width);
}

/** The same list for narrow screens alone. */
export const narrowSizesOf = (shown: Shown): string =>
  narrowSizes(shown)
    .map(({ below, size }) => (below === null ? size : `${upTo(below)} ${size}`))
    .join(', ');

const rounded = (pixels: number): number => Math.round(pixels * 100) / 100;

/** The width in CSS pixels that a browser goes by on a narrow screen. */
export function narrowWidthOn(
  { width, share, less = 0, least = 0, fixed, beside }: Shown,
  screen: number,
): number {
  if (fixed) return width;
  const there = Math.max(least, screen * share - less);
  if (!beside) return there;
  return screen < screenFor(beside.from + beside.edges * share, { share, less })
    ? there
    : there * beside.part;
}

/** A room within another, set in by so many CSS pixels. */
export const setIn = (room: AvailableWidth, by: number): AvailableWidth => ({
  ...room,
  width: Math.max(1, room.width - by),
  less: (room.less ?? 0) + by,
  ...(room.least ? { least: Math.max(1, room.least - by) } : {}),
  ...(room.wide ? { wide: { ...room.wide, less: room.wide.less + by } } : {}),
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
    ...(wide
      ? { wide: { share: wide.share * of.share, less: wide.less * of.share + of.less, ...leastOf(wide, of) } }
      : {}),
    bleed: null,
  };
}

const leastOf = (wide: Share, of: Share) => {
  const least = of.least ?? (wide.least ?? 0) * of.share;
  return least > 0 ? { least } : {};
};

/** The room of what leaves the column, where something may. */
export const acrossWidth = (room: AvailableWidth): AvailableWidth =>
  room.bleed === null ? room : { ...room, width: room.bleed, wide: { share: 1, less: 0 } };

/** The length that is this share of the screen (CSS). */
const screenShare = (share: number): string => `${Math.round(share * 10_000) / 100}vw`;

/** The same with what is taken of it, as it stands among others in a function. */
const shareOf = ({ share, less }: Share): string =>
  less > 0 ? `${screenShare(share)} - ${rounded(less)}px` : screenShare(share);

/** A share of the screen that is so wide at least. */
const atLeast = (share: Share): string =>
  share.least ? `max(${shareOf(share)}, ${rounded(share.least)}px)` : shareOf(share);
