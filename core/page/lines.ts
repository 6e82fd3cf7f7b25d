import type { AnyBlock } from './kinds/kind.ts';
import { scheduleOf, withSchedule } from './schedule.ts';

/** True for what is placed among words: it has an id of its own. */
export const isPlaced = ({ attrs }: AnyBlock): boolean => attrs !== undefined && 'id' in attrs;

/** The kinds of words that stand in a list's item, a quotation or a cell. */
export const LINES = ['paragraph', 'bulletList', 'orderedList'] as const;

/**
 * What something that holds only lines of words can hold of some blocks, and what has to stand behind it. A heading's
 * words are a paragraph there. `placed` where it holds what is placed among words too.
 */
export function inLines(
  blocks: readonly AnyBlock[],
  placed = false,
): { content: AnyBlock[]; others: AnyBlock[] } {
  const content: AnyBlock[] = [];
  const others: AnyBlock[] = [];
  for (const block of blocks) {
    const last = content.at(-1);
    if (block.type === 'heading')
      content.push(withSchedule({ type: 'paragraph', content: block.content }, scheduleOf(block)));
    // An item right in it was meant to lie in the list before it, or in one of its own.
    else if (block.type === 'listItem' && last?.type === 'bulletList')
      content.splice(-1, 1, { ...last, content: [...(last.content as AnyBlock[]), block] });
    else if (block.type === 'listItem') content.push({ type: 'bulletList', content: [block] });
    else if (block.type === 'quotation')
      content.push(...(block.content as AnyBlock[]).map((line) => withSchedule(line, scheduleOf(block))));
    else if ((LINES as readonly string[]).includes(block.type) || (placed && isPlaced(block)))
      content.push(block);
    else others.push(block);
  }
  return { content, others };
}
