import { element, type Style } from '../../markup/index.ts';
import { partOf } from '../availablewidth.ts';
import {
  allOf,
  fallingWidth,
  gapIn,
  inOrder,
  linkLine,
  number,
  wholeStyle,
  type Setting,
  type Things,
} from './setting.ts';

/** The most columns in a line. */
const MOST = 4;
const GAP = 24;

/** The shares of the width that columns have, which add up to 1; equal ones where there are as many said as columns. */
export function sharesOf({ attrs, items }: Pick<Things, 'attrs' | 'items'>): number[] {
  const { shares } = attrs;
  const sum = shares?.reduce((total, share) => total + share, 0) ?? 0;
  return shares && shares.length === items.length
    ? shares.map((share) => share / sum)
    : items.map(() => 1 / Math.min(MOST, Math.max(1, items.length)));
}

/** Two to four columns in chosen proportions, each holding blocks; one under the other on narrow screens. */
export const columns: Setting = {
  name: 'columns',
  fits: (items) => items.length >= 2 && items.length <= MOST,
  rooms: (things, room) => {
    const shares = sharesOf(things);
    const gaps = gapIn(things.attrs, GAP) * (Math.min(MOST, shares.length) - 1);
    return (at) => {
      const share = shares[at] ?? 1;
      return partOf(room, { share, less: gaps * share }, { share: 1, less: 0 });
    };
  },
  looks: (things, _room, context) => {
    const { screen } = context;
    const gap = gapIn(things.attrs, GAP);
    const shares = sharesOf(things);
    const gaps = gap * (Math.min(MOST, shares.length) - 1);
    const list: Style = {
      display: 'flex',
      'flex-wrap': 'wrap',
      ...(things.attrs.turned ? { 'flex-direction': 'row-reverse' } : {}),
      gap: `${gap}px`,
    };
    return {
      list,
      item: (at) => {
        const share = shares[at] ?? 1;
        const grow = number(share * 100);
        return {
          flex: `${grow} ${grow} ${fallingWidth(share, gaps * share, screen)}`,
          'min-width': '0',
          'max-width': '100%',
          'overflow-wrap': 'break-word',
        };
      },
      after: (at) => linkLine(things.items[at], context),
    };
  },
  desk: (things, room, context) => columns.looks(inOrder(things), room, context),
  markup: ({ context, room, things, made }) => {
    const { list, item } = columns.looks(things, room, context);
    const each = made.map((one, at) => element('div', { style: item(at) }, ...allOf(one, context)));
    // What is first on a narrow screen is first for who hears it read; side by side the line runs the other way.
    return [
      element(
        'div',
        { style: { ...wholeStyle(things, room, context), ...list } },
        ...(things.attrs.turned ? each.toReversed() : each),
      ),
    ];
  },
};
