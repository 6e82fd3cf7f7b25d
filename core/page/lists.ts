import { inLines } from './lines.ts';
import type { AnyBlock } from './kinds/kind.ts';
import type { Paragraph } from './kinds/paragraph.ts';

/** One item of a list: words, and lists in it. */
export interface ListItem {
  type: 'listItem';
  content: (Paragraph | BulletList | OrderedList)[];
}

/** A list in no order. */
export interface BulletList {
  type: 'bulletList';
  content: ListItem[];
}

/** A numbered list. */
export interface OrderedList {
  type: 'orderedList';
  /** The number that it begins with; 1 where nothing is said. */
  attrs?: { start?: number | undefined } | undefined;
  content: ListItem[];
}

/** What an item can hold of some blocks, begun with words as every item is; and what has to stand behind its list. */
export function inItem(blocks: readonly AnyBlock[]): { content: ListItem['content']; others: AnyBlock[] } {
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
