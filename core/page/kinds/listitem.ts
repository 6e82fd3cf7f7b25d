import * as v from 'valibot';
import { element } from '../../markup/index.ts';
import { setIn } from '../room.ts';
import { whenOf } from '../when.ts';
import { inlineMarkup } from '../words.ts';
import type { BulletList } from './bulletlist.ts';
import { inLines, LINES } from '../lines.ts';
import { kind, type AnyBlock, type Kind } from './kind.ts';
import type { OrderedList } from './orderedlist.ts';
import type { Paragraph } from './paragraph.ts';

/** One item of a list: words, and lists in it. */
export interface ListItem {
  type: 'listItem';
  content: (Paragraph | BulletList | OrderedList)[];
}

/** What a browser indents the items of a list by, in CSS pixels. */
const INDENT = 40;

export const listItem: Kind<ListItem> = kind<ListItem>({
  type: 'listItem',
  group: 'part',
  schema: (schemaOf) =>
    v.object({ type: v.literal('listItem'), content: v.array(schemaOf(LINES)) }) as v.GenericSchema<
      unknown,
      ListItem
    >,
  children: ({ content }) => content,
  withChildren: (block, content) => ({ ...block, content: content as ListItem['content'] }),
  rooms: (_block, room) => {
    const inside = setIn(room, INDENT);
    return () => inside;
  },
  reads: {
    li: (element, reading) => {
      const { content, others } = inItem(reading.blocks(element));
      return [{ type: 'listItem', content }, ...others];
    },
  },
  markup: ({ content }, { context, inside }) => {
    const [first, ...rest] = content;
    // Its first words stand beside its mark, with no space of a paragraph round them.
    // Written down, they say themselves when they are shown.
    if (first?.type !== 'paragraph' || (context.placed && whenOf(first)))
      return [element('li', {}, ...inside(content))];
    const id = context.anchors?.get(first);
    return [element('li', { id }, ...inlineMarkup(first.content, context), ...inside(rest))];
  },
});

/** What an item can hold of some blocks, begun with words as every item is; and what has to stand behind its list. */
function inItem(blocks: readonly AnyBlock[]): { content: ListItem['content']; others: AnyBlock[] } {
  const { content, others } = inLines(blocks);
  if (content[0]?.type !== 'paragraph') content.unshift({ type: 'paragraph' });
  return { content: content as ListItem['content'], others };
}

/** True for an item that says anything. */
const says = ({ content }: ListItem): boolean =>
  content.some(({ type, content: words }) => type !== 'paragraph' || (words?.length ?? 0) > 0);

/** Blocks read out of a list as its items, and what has to stand behind it. Loose words are an item; a loose list lies in the one before it. */
export function listed(blocks: readonly AnyBlock[]): { items: ListItem[]; others: AnyBlock[] } {
  const items: ListItem[] = [];
  const others: AnyBlock[] = [];
  for (const block of blocks) {
    const last = items.at(-1);
    if (block.type === 'listItem') items.push(block as ListItem);
    else {
      const fitted = inItem([block]);
      others.push(...fitted.others);
      if (fitted.others.length > 0) continue;
      const item: ListItem = { type: 'listItem', content: fitted.content };
      const [lead, ...rest] = item.content;
      // A list begins no item by itself: its place is in the one before.
      if (last && rest.length > 0 && lead?.type === 'paragraph' && (lead.content?.length ?? 0) === 0)
        items.splice(-1, 1, { ...last, content: [...last.content, ...rest] });
      else items.push(item);
    }
  }
  // What held nothing but what has to stand behind the list is no item any more.
  return { items: others.length > 0 ? items.filter(says) : items, others };
}
