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

/** The least share of a column, and the least that it is made wide for: below that it would stand in a row of its own. */
export const LEAST_SHARE = 0.15;
const LEAST_WIDTH = '4em';

/**
 * The shares of the width that columns have, which add up to 1, none under the least; equal ones where there are not as
 * many said as columns.
 */
export function sharesOf({ attrs, items }: Pick<Things, 'attrs' | 'items'>): number[] {
  const { shares } = attrs;
  return shares && shares.length === items.length
    ? sharedOut(shares)
    : items.map(() => 1 / Math.min(MOST, Math.max(1, items.length)));
}

/** Shares of any sum as parts of a whole, none under the least: what small ones are given is taken from the others in proportion. */
export function sharedOut(shares: readonly number[], whole = 1): number[] {
  const small = new Set<number>();
  for (;;) {
    const rest = whole - small.size * LEAST_SHARE;
    const sum = shares.reduce((total, share, at) => (small.has(at) ? total : total + share), 0);
    const out = shares.map((share, at) => (small.has(at) ? LEAST_SHARE : (share / sum) * rest));
    const under = out.flatMap((share, at) => (share < LEAST_SHARE - 1e-9 && !small.has(at) ? [at] : []));
    if (under.length === 0) return out;
    for (const at of under) small.add(at);
  }
}

/** The shares where one of them is to be another, as far as that leaves the others the least: they keep their proportions. */
export function sharedAnew(shares: readonly number[], nth: number, wished: number): number[] {
  const most = 1 - LEAST_SHARE * (shares.length - 1);
  const share = Math.min(most, Math.max(LEAST_SHARE, wished));
  const others = sharedOut(shares.toSpliced(nth, 1), 1 - share);
  return others.toSpliced(nth, 0, share);
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
          flex: `${grow} ${grow} ${fallingWidth(share, gaps * share, screen, LEAST_WIDTH)}`,
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
