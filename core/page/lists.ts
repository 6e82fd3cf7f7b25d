import { inLines, isPlaced } from './lines.ts';
import type { AnyBlock } from './kinds/kind.ts';
import type { Paragraph } from './kinds/paragraph.ts';

/** One item of a list: words, and lists in it. */
export interface ListItem {
  type: 'listItem';
  /** The number that it has, where that is not the one after the item before it (HTML: value). */
  attrs?: { value?: number | null | undefined } | undefined;
  content: (Paragraph | BulletList | OrderedList)[];
}

/** A list in no order. */
export interface BulletList {
  type: 'bulletList';
  content: ListItem[];
}

/** The highest number that a list or an item of one may have. */
export const HIGHEST = 1_000_000;

/** How a list is numbered (HTML: type): by numbers, small or capital letters, small or capital Roman numerals. */
export const NUMBERED_BY = ['1', 'a', 'A', 'i', 'I'] as const;

/** What is said of a numbered list. */
export interface OrderedSaid {
  /** The number that it begins with; 1 where nothing is said, and in a reversed one as many as there are. */
  start?: number | null | undefined;
  type?: (typeof NUMBERED_BY)[number] | null | undefined;
  reversed?: boolean | null | undefined;
}

/** A numbered list. */
export interface OrderedList {
  type: 'orderedList';
  attrs?: OrderedSaid | undefined;
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

/**
 * Blocks read out of a list as the lists that they are: loose words are an item, a loose list lies in the one before it.
 * What no item can hold stands where it stood, and the list goes on behind it; what is placed stands behind all of it.
 * `list` makes one of some items, behind so many others.
 */
export function inLists(
  blocks: readonly AnyBlock[],
  list: (items: ListItem[], before: number) => AnyBlock,
): AnyBlock[] {
  const parts: { items: ListItem[]; others: AnyBlock[] }[] = [{ items: [], others: [] }];
  const behind: AnyBlock[] = [];
  for (const block of blocks) {
    let part = parts.at(-1) as (typeof parts)[number];
    const fitted = block.type === 'listItem' ? { content: null, others: [] } : inItem([block]);
    if (fitted.others.some((other) => !isPlaced(other))) part.others.push(...fitted.others);
    else if (fitted.others.length > 0) behind.push(...fitted.others);
    else {
      if (part.others.length > 0) parts.push((part = { items: [], others: [] }));
      if (fitted.content === null) put(part.items, block as ListItem, false);
      else put(part.items, { type: 'listItem', content: fitted.content }, true);
    }
  }
  const alone = behind.length === 0 && parts.every(({ others }) => others.length === 0);
  let before = 0;
  const made = parts.flatMap(({ items, others }) => {
    // What held nothing but what stands apart from the list is no item any more.
    const kept = alone ? items : items.filter(says);
    const one = kept.length > 0 ? [list(kept, before)] : [];
    before += kept.length;
    return [...one, ...others];
  });
  return [...made, ...behind];
}

/** Puts an item behind others; a list begins no item by itself: its place is in the one before. */
function put(items: ListItem[], item: ListItem, loose: boolean): void {
  const last = items.at(-1);
  const [lead, ...rest] = item.content;
  const leads = lead?.type === 'paragraph' && (lead.content?.length ?? 0) > 0;
  if (loose && last && rest.length > 0 && !leads)
    items.splice(-1, 1, { ...last, content: [...last.content, ...rest] });
  else items.push(item);
}

/** A number that a list or an item of one may have; null for any other. */
export function numberOf(written: string | undefined): number | null {
  const number = Number(written?.trim() || Number.NaN);
  return Number.isInteger(number) && number >= 0 && number <= HIGHEST ? number : null;
}
