import { element, type Element, type Markup, type Style } from '../../markup/index.ts';
import { directionOf } from '../phrases.ts';
import type { Item } from '../kinds/item.ts';
import { partsOf } from '../kinds/item.ts';
import type { RenderContext } from '../kinds/kind.ts';
import { linked } from '../link.ts';
import { NARROW, partOf, type AvailableWidth, type Share } from '../availablewidth.ts';
import { BOUNDS } from '../together.ts';
import {
  BARE_LIST,
  fallingWidth,
  gapIn,
  inOrder,
  isPressed,
  linkIn,
  titleLeading,
  wholeStyle,
  type Made,
  type Setting,
  type Things,
} from './setting.ts';

/** The box of pictures in cards where nothing is said. */
const BOX = { width: 3, height: 2, how: 'filled' } as const;
/** The least that a card is made wide for, in CSS pixels. */
const NARROWEST = 120;
/** How wide cards are at least where fewer stand in a row, for letters of 17 px (`fallingWidth`), in CSS pixels. */
const FEWER = 128;
/** How many stand in a row where nothing is said. */
const USUAL = 3;

/** How many stand in a row, at most as many as there is room for. */
export function perRowIn(things: Pick<Things, 'attrs' | 'items'>, width: number, gap = 20): number {
  const { attrs, items } = things;
  return Math.max(
    1,
    Math.min(attrs.perRow ?? Math.min(USUAL, items.length), mostPerRow(width, gapIn(attrs, gap))),
  );
}

/** How many there is room for in a row. */
export const mostPerRow = (width: number, gap: number): number =>
  Math.min(BOUNDS.perRow.most, Math.max(1, Math.floor((width + gap) / (NARROWEST + gap))));

/** How many stand in the last row; 0 where it is full. */
export const leftOver = (items: number, perRow: number): number => items % perRow;

/** A grid of equal columns, as many as stand in a row; one on a narrow screen. */
export function gridOf(perRow: number, gap: number, screen: string | undefined): Style {
  return {
    display: 'grid',
    'grid-template-columns': `repeat(auto-fill,minmax(${fallingWidth(1 / perRow, (gap * (perRow - 1)) / perRow, screen)},1fr))`,
    'column-gap': `${gap}px`,
  };
}

/** True where the order of cards can be turned on narrow screens: they stand in one row. */
export const turnsRound = ({ items }: Pick<Things, 'items'>, perRow: number): boolean =>
  items.length <= perRow && items.length > 1;

const setIn = (things: Things, room: AvailableWidth) => {
  const gap = gapIn(things.attrs);
  return { gap, perRow: perRowIn(things, room.width) };
};

/** What each has of its row on wide screens; where that would be too little on the narrowest of those, fewer stand in it. */
function partOfRow(perRow: number, gap: number): Share {
  const part = { share: 1 / perRow, less: (gap * (perRow - 1)) / perRow };
  return part.share * NARROW - part.less < FEWER ? { ...part, least: FEWER } : part;
}

/** Rows of equal cards, in which pictures, titles and feet line up; each is pressed as a whole where it leads somewhere. */
export const cards: Setting = {
  name: 'cards',
  fits: (items) => items.length >= 1 && items.length <= 40,
  rooms: (things, room) => {
    const { gap, perRow } = setIn(things, room);
    const part = partOf(room, partOfRow(perRow, gap), { share: 1, less: 0 });
    const box = things.attrs.box ?? BOX;
    return (at) => ({
      ...part,
      item: {
        media: { box, ...(things.items[at]?.attrs?.linksTo ? { still: true } : {}) },
        words: true,
        link: true,
      },
    });
  },
  looks: (things, room, context) => {
    const { gap, perRow } = setIn(things, room);
    const turned = things.attrs.turned && turnsRound(things, perRow);
    const direction = directionOf(context.language);
    return {
      list: {
        ...BARE_LIST,
        ...gridOf(perRow, gap, context.screen),
        // One row that runs the other way; on a narrow screen each has a row of its own.
        ...(turned ? { direction: direction === 'rtl' ? 'ltr' : 'rtl' } : {}),
      },
      item: () => ({
        ...(turned ? { direction } : {}),
        position: 'relative',
        'min-width': '0',
        padding: `0 0 ${gap}px`,
        'overflow-wrap': 'break-word',
      }),
      after: (at) => {
        const item = things.items[at];
        const foot = item ? footOf(item, context) : [];
        return foot.length === 0 ? [] : [element('p', { style: FOOT }, ...foot)];
      },
    };
  },
  desk: (things, room, context) => cards.looks(inOrder(things), room, context),
  markup: ({ context, room, things, made }) => {
    const { list, item } = cards.looks(things, room, context);
    const all = made.map((one, at) => cardOf(one, item(at), context));
    return [
      element(
        'ul',
        {
          role: 'list',
          'aria-label': things.attrs.name || null,
          style: { ...wholeStyle(things, room, context), ...list },
        },
        ...(things.attrs.turned && turnsRound(things, setIn(things, room).perRow) ? all.toReversed() : all),
      ),
    ];
  },
};

const FOOT: Style = { margin: '8px 0 0' };

/** One card: its picture, its title, its words and its foot each in a row that all cards of a line share. */
function cardOf({ item, blocks }: Made, style: Style, context: RenderContext): Element {
  const { media, title } = partsOf(item);
  const rows: Style = {
    display: 'grid',
    'grid-row': 'span 4',
    // Browsers that know no such rows set each card for itself.
    'grid-template-rows': 'subgrid',
    'row-gap': '0',
  };
  const words = blocks.flatMap((block, at) => (at === media || at === title ? [] : block));
  const shown = blocks[media] ?? [];
  const heading = (blocks[title] ?? []).map((part) => titleLeading(part, item, context, spread));
  const foot = footOf(item, context);
  const inRow = (row: number, parts: readonly Markup[], more: Style = {}) =>
    parts.length === 0
      ? []
      : [
          element(
            'div',
            {
              style: {
                'grid-row': String(row),
                'min-width': '0',
                // What is pressed by itself lies over what presses the whole card.
                ...(item.attrs?.linksTo && isPressed(parts) && row !== 2 && row !== 4
                  ? { position: 'relative', 'z-index': '1' }
                  : {}),
                ...more,
              },
            },
            ...parts,
          ),
        ];
  return element(
    'li',
    { style: { ...style, ...rows } },
    element(
      'article',
      { style: { display: 'grid', 'grid-row': '1 / -1', 'grid-template-rows': 'subgrid', 'row-gap': '0' } },
      ...inRow(1, shown),
      ...inRow(2, heading),
      ...inRow(3, words),
      ...(foot.length === 0
        ? []
        : inRow(4, [element('p', { style: FOOT }, ...foot)], { 'align-self': 'end' })),
    ),
  );
}

/** A link that is pressed wherever the card is. */
const spread = (link: Markup): Markup =>
  typeof link === 'object' && link.tag === 'a'
    ? {
        ...link,
        children: [
          ...link.children,
          element('span', { 'aria-hidden': 'true', style: { position: 'absolute', inset: '0' } }),
        ],
      }
    : link;

/** The words of its link, at its foot. */
function footOf(item: Item, context: RenderContext): Markup[] {
  const link = linkIn(item);
  return link && link.words !== '' ? linked(link, [link.words], context).map(spread) : [];
}
