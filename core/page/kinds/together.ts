import * as v from 'valibot';
import { element, type Markup } from '../../markup/index.ts';
import { acrossWidth, type AvailableWidth } from '../availablewidth.ts';
import { settingOf } from '../settings/index.ts';
import { madeOf, type Things } from '../settings/setting.ts';
import { isTooDeep, MOST_ITEMS, TogetherSchema, TOO_DEEP, type TogetherSaid } from '../together.ts';
import type { Alongside } from './alongside.ts';
import { ItemSaidSchema, type Item } from './item.ts';
import {
  kind,
  type AnyBlock,
  type ForeignElement,
  type Kind,
  type Reading,
  type RoomContext,
} from './kind.ts';

/** Several things set together, and how they stand: in columns, as cards, in a gallery, at the side, over a picture. */
export interface Together {
  type: 'together';
  attrs: TogetherSaid;
  content: (Item | Alongside)[];
}

/** What its settings look at. */
export function thingsIn({ attrs, content }: Together): Things {
  return {
    attrs,
    items: content.filter((part): part is Item => part.type === 'item'),
    alongside: content.find((part): part is Alongside => part.type === 'alongside') ?? null,
  };
}

/** Each of many things asks for its own room, one after the other. */
const asked = new WeakMap<
  Together,
  { key: string; holdings: RoomContext['holdings']; roomAt: (at: number) => AvailableWidth }
>();

const things = new WeakMap<Together, Things>();
const thingsOf = (block: Together): Things => {
  const known = things.get(block) ?? thingsIn(block);
  things.set(block, known);
  return known;
};

/** What is a part of the column is a part of screens, too, that are narrower than the column is. */
function roomOf({ attrs }: Together, room: AvailableWidth): AvailableWidth {
  const of = attrs.across ? acrossWidth(room) : room;
  return { ...of, wide: of.wide ?? { share: of.share, less: of.less ?? 0 } };
}

export const together: Kind<Together> = kind<Together>({
  type: 'together',
  group: 'together',
  schema: (schemaOf) =>
    v.pipe(
      v.unknown(),
      v.check((block) => !isTooDeep(block), TOO_DEEP),
      v.object({
        type: v.literal('together'),
        attrs: TogetherSchema,
        content: v.pipe(
          v.array(schemaOf(['item', 'alongside'])),
          v.check(
            (parts) => parts.filter(({ type }) => type === 'item').length >= 1,
            'Things that are set together are at least one.',
          ),
          v.check(
            (parts) => parts.filter(({ type }) => type === 'item').length <= MOST_ITEMS,
            `At most ${MOST_ITEMS} things are set together. Set them in two.`,
          ),
          v.check(
            (parts) => parts.slice(0, -1).every(({ type }) => type === 'item'),
            'The words beside a side note stand behind it.',
          ),
        ),
      }),
    ) as unknown as v.GenericSchema<unknown, Together>,
  children: ({ content }) => content,
  withChildren: (block, content) => ({ ...block, content: content as Together['content'] }),
  rooms: (block, outer, context) => {
    const key = JSON.stringify(outer);
    const known = asked.get(block);
    if (known?.key === key && known.holdings === context.holdings) return known.roomAt;
    const room = roomOf(block, outer);
    const all = thingsOf(block);
    const setting = settingOf(block.attrs.setting);
    const each = setting.rooms(all, room, context);
    const roomAt = (at: number) =>
      at < all.items.length ? each(at) : (setting.beside?.(all, room) ?? outer);
    asked.set(block, { key, holdings: context.holdings, roomAt });
    return roomAt;
  },
  words: ({ attrs }) => attrs.name ?? '',
  markup: (block, { context, room: outer, each, inside }) => {
    if (context.placed)
      return [element('section', { 'data-together': JSON.stringify(block.attrs) }, ...inside(block.content))];
    const room = roomOf(block, outer);
    const all = thingsOf(block);
    const setting = settingOf(block.attrs.setting);
    const lists = each(block.content);
    const made = all.items.map((item, at) => madeOf(item, lists[at]?.[0]));
    const words = all.alongside ? childrenOf(lists.at(-1)?.[0]) : [];
    const set: Markup[] = setting.markup({ context, room, things: all, made, alongside: words });
    return setting.beside ? set : [...set, ...words];
  },
  reads: { section: (element, reading) => readTogether(element, reading) },
});

const childrenOf = (markup: Markup | undefined): readonly Markup[] =>
  typeof markup === 'object' ? markup.children : [];

/** What a page has written down of itself, to be read again; nothing else is read so. */
function readTogether(section: ForeignElement, reading: Reading): AnyBlock[] | null {
  const attrs = parsed(reading.attribute(section, 'data-together'));
  if (!v.is(TogetherSchema, attrs)) return null;
  const parts = reading.elementsIn(section);
  const filled = (blocks: AnyBlock[]) => (blocks.length > 0 ? blocks : [{ type: 'paragraph' }]);
  const items: AnyBlock[] = parts.flatMap((part) => {
    if (part.tagName !== 'article') return [];
    const said = parsed(reading.attribute(part, 'data-item'));
    return {
      type: 'item',
      attrs: v.is(ItemSaidSchema, said) ? said : {},
      content: filled(reading.blocks(part)),
    };
  });
  // Words between the things stand behind them: none is lost.
  const beside = section.childNodes.flatMap((part): AnyBlock[] => {
    if ('value' in part && part.nodeName === '#text') {
      const text = part.value.replace(/\s+/g, ' ').trim();
      return text === '' ? [] : [{ type: 'paragraph', content: [{ type: 'text', text }] }];
    }
    if (!('tagName' in part) || part.tagName === 'article') return [];
    return reading.attribute(part, 'data-alongside') === undefined
      ? reading.read(part)
      : reading.blocks(part);
  });
  const block = {
    type: 'together',
    attrs,
    content: [...items, ...(beside.length > 0 ? [{ type: 'alongside', content: beside }] : [])],
  };
  const holdsTogether = beside.some(({ type }) => type === 'together');
  if (items.length === 0 || items.length > MOST_ITEMS || isTooDeep(block) || holdsTogether) return null;
  return [block];
}

function parsed(json: string | undefined): unknown {
  try {
    return JSON.parse(json ?? '');
  } catch {
    return undefined;
  }
}
