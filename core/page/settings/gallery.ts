import { PHONE } from '../../geometry/screens.ts';
import { equalRows } from '../../geometry/equalrows.ts';
import { element, type Element, type Markup, type Style } from '../../markup/index.ts';
import { heldKey } from '../held.ts';
import { partsOf, titleOf, type Item } from '../kinds/item.ts';
import type { AnyBlock, RenderContext, RoomContext } from '../kinds/kind.ts';
import { phrase } from '../phrases.ts';
import { NARROWEST, partOf, type Filled, type AvailableWidth } from '../availablewidth.ts';
import { gridOf, mostPerRow } from './cards.ts';
import {
  allOf,
  BARE_LIST,
  gapIn,
  linkLine,
  number,
  onNarrow,
  wholeStyle,
  type Setting,
  type SettingPlace,
  type Things,
} from './setting.ts';

/** The space between pictures of a gallery where nothing is said; and how high its rows are about, in CSS pixels. */
const [GAP, HEIGHT] = [8, 200];
/** The ratio of what nothing is known of. */
const USUAL_RATIO = 16 / 9;
/** A screen that rows are set for where there is little room, in CSS pixels. */

/** What all of them have that show what is placed and leave the words for later. */
const hasMedia = (items: readonly Item[]): boolean =>
  items.length >= 2 && items.every((item) => partsOf(item).media >= 0);

const filled = ({ attrs }: Things, box?: Filled['box']): Filled => ({
  ...(box ? { box } : {}),
  ...(attrs.large === false ? {} : { large: true }),
});

/** Width by height of what a thing shows. */
export function ratioOf(item: Item, { holdings }: RoomContext): number {
  const media: AnyBlock | undefined = item.content[partsOf(item).media];
  const attrs = (media?.attrs ?? {}) as {
    asset?: string;
    version?: string | null;
    box?: { width: number; height: number } | null;
    frame?: { shape: { kind: string; width?: number; height?: number } };
  };
  const asset = attrs.asset ? holdings.get(heldKey({ asset: attrs.asset, version: attrs.version })) : null;
  const { width, height } = attrs.box ?? attrs.frame?.shape ?? asset ?? {};
  return width && height ? width / height : USUAL_RATIO;
}

/** The shares of the width that each thing has in its row, and the gaps beside it in that. */
function sharesIn(ratios: readonly number[], wish: { width: number; height: number; gap: number }) {
  return equalRows(ratios, wish).flatMap(({ from, to }) => {
    const sum = ratios.slice(from, to).reduce((total, ratio) => total + ratio, 0);
    const gaps = wish.gap * (to - from - 1);
    return ratios.slice(from, to).map((ratio) => ({ share: ratio / sum, less: (gaps * ratio) / sum }));
  });
}

/** The rows that things are set in on a screen so wide, where they have this room. */
export function rowsOf(things: Things, room: AvailableWidth, context: RoomContext, narrow: boolean) {
  const { attrs, items } = things;
  const gap = gapIn(attrs, GAP);
  const height = attrs.height ?? HEIGHT;
  const width = narrow
    ? Math.max(NARROWEST / 2, PHONE * room.share - 32 - (room.less ?? 0))
    : Math.round(room.width);
  const ratios = items.map((item) => ratioOf(item, context));
  return sharesIn(ratios, { width, gap, height: narrow ? Math.min(height, width / 2.2) : height });
}

/** The same gallery is asked for once for its rooms, once for its looks, and once for each of its pictures. */
const known = new WeakMap<
  readonly Item[],
  { things: Things; key: string; rows: ReturnType<typeof rowsBoth> }
>();

const rowsBoth = (things: Things, room: AvailableWidth, context: RoomContext) => ({
  wide: rowsOf(things, room, context, false),
  narrow: rowsOf(things, room, context, true),
});

function rowsFor(things: Things, room: AvailableWidth, context: RoomContext) {
  const { attrs, items } = things;
  const ratios = items.map((item) => ratioOf(item, context));
  const key = [room.width, room.share, room.less, attrs.gap, attrs.height, ...ratios].join(' ');
  const before = known.get(items);
  if (before?.key === key) return before.rows;
  const rows = rowsBoth(things, room, context);
  known.set(items, { things, key, rows });
  return rows;
}

/** A list of figures, each as it is set. */
function galleryOf({ things, made, room, context }: SettingPlace, setting: Setting): Element {
  const { list, item } = setting.looks(things, room, context);
  return element(
    'ul',
    {
      role: 'list',
      'aria-label': things.attrs.name || phrase('gallery', context.language),
      style: { ...wholeStyle(things, room, context), ...list },
    },
    ...made.map(({ item: thing, blocks }, at) =>
      element('li', { style: item(at) }, ...(blocks[partsOf(thing).media] ?? [])),
    ),
  );
}

/** A gallery in rows of equal height, all of them full. */
export const rows: Setting = {
  name: 'rows',
  fits: hasMedia,
  rooms: (things, room, context) => {
    const { wide, narrow } = rowsFor(things, room, context);
    const whole = { share: 1, less: 0 };
    return (at) => ({
      ...partOf(room, wide[at] ?? whole, narrow[at] ?? whole),
      item: { media: filled(things), words: false, link: false },
    });
  },
  looks: (things, room, context) => {
    const { wide, narrow } = rowsFor(things, room, context);
    const gap = gapIn(things.attrs, GAP);
    const part = (of: { share: number; less: number } | undefined) =>
      `100% * ${number(of?.share ?? 1)} - ${number((of?.less ?? 0) + 0.1)}px`;
    return {
      list: {
        ...BARE_LIST,
        display: 'flex',
        'flex-wrap': 'wrap',
        gap: `${gap}px`,
        'align-items': 'flex-start',
      },
      item: (at) => ({
        width: onNarrow(part(narrow[at]), part(wide[at]), context.screen),
        'min-width': '0',
        'overflow-wrap': 'break-word',
      }),
    };
  },
  markup: (place) => [galleryOf(place, rows)],
};

/** The box of tiles where nothing is said. */
const SQUARE = { width: 1, height: 1, how: 'filled' } as const;

/** How many tiles stand in a row: on wide screens, and on narrow ones. */
export function tilesIn(
  { attrs, items }: Pick<Things, 'attrs' | 'items'>,
  width: number,
): [wide: number, narrow: number] {
  const wide = Math.max(
    1,
    Math.min(attrs.perRow ?? Math.min(4, items.length), mostPerRow(width, gapIn(attrs, GAP))),
  );
  return [wide, Math.min(2, wide)];
}

const shareOf = (perRow: number, gap: number) => ({ share: 1 / perRow, less: (gap * (perRow - 1)) / perRow });

/** A gallery of equal tiles. */
export const tiles: Setting = {
  name: 'tiles',
  fits: hasMedia,
  rooms: (things, room) => {
    const gap = gapIn(things.attrs, GAP);
    const [wide, narrow] = tilesIn(things, room.width);
    const part = partOf(room, shareOf(wide, gap), shareOf(narrow, gap));
    const media = filled(things, things.attrs.box ?? SQUARE);
    return () => ({ ...part, item: { media, words: false, link: false } });
  },
  looks: (things, room, { screen = '100vw' }) => {
    const gap = gapIn(things.attrs, GAP);
    const [wide, narrow] = tilesIn(things, room.width);
    const part = ({ share, less }: { share: number; less: number }) =>
      `100% * ${number(share)} - ${number(less + 0.1)}px`;
    const width = `clamp(${part(shareOf(wide, gap))},(600px - ${screen}) * 999,${part(shareOf(narrow, gap))})`;
    return {
      list: {
        ...BARE_LIST,
        ...gridOf(wide, gap, screen),
        'grid-template-columns': `repeat(auto-fill,minmax(${width},1fr))`,
        'row-gap': `${gap}px`,
      },
      item: () => ({ 'min-width': '0', 'overflow-wrap': 'break-word' }),
    };
  },
  markup: (place) => [galleryOf(place, tiles)],
};

const slideId = ({ attrs }: Things, at: number): string => `${attrs.key}-${at + 1}`;

/** Which slide this is, and the ways to the ones beside it. */
function slideFoot(things: Things, at: number, { language }: RenderContext): Markup[] {
  const count = things.items.length;
  const to = (other: number, says: 'before' | 'next', sign: string): Markup => {
    const style: Style = { padding: '4px 14px', 'text-decoration': 'none' };
    const item = things.items[other];
    if (!item) return element('span', { 'aria-hidden': 'true', style: { ...style, opacity: '.3' } }, sign);
    const name = titleOf(item);
    return element(
      'a',
      {
        href: `#${slideId(things, other)}`,
        'aria-label': phrase(says, language) + (name && `: ${name}`),
        style,
      },
      sign,
    );
  };
  return [
    element(
      'p',
      { style: { display: 'flex', 'justify-content': 'center', 'align-items': 'center', margin: '6px 0 0' } },
      to(at - 1, 'before', '‹'),
      `${at + 1} / ${count}`,
      to(at + 1, 'next', '›'),
    ),
  ];
}

/** One at a time, moved on by hand, by key or by a press, without a script (CSS Scroll Snap). */
export const slides: Setting = {
  name: 'slides',
  fits: (items) => items.length >= 2,
  rooms: (things, room) => {
    const { bleed: _, ...part } = room;
    return () => ({ ...part, bleed: null, item: { media: filled(things), words: true, link: true } });
  },
  looks: (things, _room, context) => ({
    list: {
      ...BARE_LIST,
      display: 'flex',
      'overflow-x': 'auto',
      'scroll-snap-type': 'x mandatory',
      'overscroll-behavior-x': 'contain',
      margin: '0',
    },
    item: () => ({
      flex: '0 0 100%',
      'scroll-snap-align': 'start',
      'scroll-snap-stop': 'always',
      'min-width': '0',
      'box-sizing': 'border-box',
      position: 'relative',
      'overflow-wrap': 'break-word',
    }),
    after: (at) => [...linkLine(things.items[at], context), ...slideFoot(things, at, context)],
  }),
  markup: ({ context, room, things, made }) => {
    const { list, item } = slides.looks(things, room, context);
    const name = things.attrs.name || phrase('slides', context.language);
    return [
      element(
        'section',
        { 'aria-label': name, style: wholeStyle(things, room, context) },
        element(
          'ul',
          // A list that scrolls is reached by key, and says what it is (WCAG 2.1.1).
          { role: 'list', tabindex: '0', 'aria-label': name, style: list },
          ...made.map((one, at) =>
            element(
              'li',
              { id: slideId(things, at), style: item(at) },
              ...allOf(one, context),
              ...slideFoot(things, at, context),
            ),
          ),
        ),
      ),
    ];
  },
};
