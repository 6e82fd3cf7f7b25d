import { element, type Markup, type Style } from '../../markup/index.ts';
import { partsOf } from '../kinds/item.ts';
import type { RenderContext } from '../kinds/kind.ts';
import { phrase } from '../phrases.ts';
import { partOf, setIn } from '../availablewidth.ts';
import {
  allOf,
  fallingWidth,
  gapIn,
  idOf,
  linkLine,
  wholeStyle,
  type Setting,
  type Things,
} from './setting.ts';

/** The share of the width that the note has, and what its edge takes of that, in CSS pixels. */
const SHARE = 0.36;
const EDGE = 19;
const GAP = 28;

const edge = (): Style => ({
  'border-inline-start': '3px solid currentColor',
  'padding-inline-start': `${EDGE - 3}px`,
});

const parts = (things: Things) => {
  const gap = gapIn(things.attrs, GAP);
  const note = { share: SHARE, less: gap * SHARE };
  return { gap, note, words: { share: 1 - SHARE, less: gap * (1 - SHARE) } };
};

const after = (things: Things, context: RenderContext) => (at: number) => linkLine(things.items[at], context);

/** A titled block at the side of the words that it belongs to; below them on narrow screens. */
export const sidenote: Setting = {
  name: 'sidenote',
  fits: (items) => items.length >= 1 && items.length <= 12,
  rooms: (things, room) => {
    const inside = setIn(partOf(room, parts(things).note, { share: 1, less: 0 }), EDGE);
    return () => ({ ...inside, item: { media: {}, words: true, link: true } });
  },
  beside: (things, room) => partOf(room, parts(things).words, { share: 1, less: 0 }),
  looks: (things, _room, { screen }) => {
    const { gap, note, words } = parts(things);
    const { share, less } = things.alongside ? words : note;
    return {
      list: {
        display: 'flex',
        'flex-wrap': 'wrap',
        ...(things.attrs.side === 'start' ? { 'flex-direction': 'row-reverse' } : {}),
        'justify-content': 'flex-end',
        gap: `0 ${gap}px`,
      },
      item: (at) => ({
        // The last stands for the words beside them.
        ...(at < 0
          ? { flex: `64 64 ${fallingWidth(share, less, screen)}` }
          : { flex: `36 36 ${fallingWidth(note.share, note.less, screen)}`, ...edge() }),
        ...(at >= 0 && !things.alongside ? { 'max-width': fallingWidth(note.share, note.less, screen) } : {}),
        'min-width': '0',
        'box-sizing': 'border-box',
        'overflow-wrap': 'break-word',
      }),
    };
  },
  desk: (things, room, context) => {
    const { gap } = parts(things);
    const [first, last] = things.attrs.side === 'start' ? ['36fr', '64fr'] : ['64fr', '36fr'];
    const [words, note] = things.attrs.side === 'start' ? ['2', '1'] : ['1', '2'];
    const count = things.items.length;
    if (!things.alongside) return { ...sidenote.looks(things, room, context), after: after(things, context) };
    return {
      list: {
        display: 'grid',
        'grid-template-columns': `minmax(0,${first}) minmax(0,${last})`,
        'grid-template-rows': `repeat(${count},auto) 1fr`,
        'column-gap': `${gap}px`,
      },
      item: (at): Style =>
        at < 0
          ? { 'grid-column': words, 'grid-row': `1 / span ${count + 1}`, 'min-width': '0' }
          : { 'grid-column': note, 'min-width': '0', 'box-sizing': 'border-box', ...edge() },
      after: after(things, context),
    };
  },
  markup: ({ context, room, things, made, alongside }) => {
    const { list, item } = sidenote.looks(things, room, context);
    const first = made[0];
    const title = first?.blocks[partsOf(first.item).title]?.[0];
    const id = idOf(title);
    const name = id
      ? { 'aria-labelledby': id }
      : { 'aria-label': things.attrs.name || phrase('sidenote', context.language) };
    const note: Markup[] = made.flatMap((one) => allOf(one, context));
    return [
      element(
        'div',
        { style: { ...wholeStyle(things, room, context), ...list } },
        ...(things.alongside ? [element('div', { style: item(-1) }, ...alongside)] : []),
        element('aside', { ...name, style: item(0) }, ...note),
      ),
    ];
  },
};
