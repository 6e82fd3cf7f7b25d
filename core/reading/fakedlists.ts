import type { Block } from '../page/kinds/index.ts';
import type { AnyBlock } from '../page/kinds/kind.ts';
import type { Paragraph } from '../page/kinds/paragraph.ts';
import type { Inline } from '../page/words.ts';

/** A mark that nobody begins a sentence with; and ones that are marks only where blanks that do not break follow. */
const BULLET = /^[•·▪◦‣●○■□➢✓][\s\u00a0]+/;
const DOUBTFUL = /^[-–—*o§][\s\u00a0]*\u00a0[\s\u00a0]*/;
const NUMBER = /^\(?(\d{1,4})[.)][\s\u00a0]*\u00a0[\s\u00a0]*/;

/** A paragraph that is the item of a list in all but its markup. */
interface Item {
  paragraph: Paragraph;
  /** Null for a list in no order. */
  number: number | null;
  level: number;
}

/** Blocks in which paragraphs that only look like the items of lists, as programs for letters write them, are lists. */
export function withLists(blocks: readonly Block[]): Block[] {
  const made: Block[] = [];
  let items: Item[] = [];
  const end = () => {
    if (items.length > 0) made.push(...listsOf(items));
    items = [];
  };
  for (const block of blocks) {
    const item = block.type === 'paragraph' ? itemOf(block) : null;
    if (item) items.push(item);
    else {
      end();
      made.push(block);
    }
  }
  end();
  return made;
}

function itemOf(paragraph: Paragraph): Item | null {
  const [first, ...rest] = paragraph.content ?? [];
  if (first?.type !== 'text') return null;
  // The mark may stand in a run of its own, the blanks behind it in another.
  const [second, ...others] = rest;
  const joined = second?.type === 'text' ? first.text + second.text : first.text;
  const found = [BULLET, DOUBTFUL, NUMBER].map((mark) => mark.exec(joined)).find(Boolean);
  if (!found) return null;
  const length = found[0].length;
  const content = [
    ...shortened(first, length),
    ...(second ? shortened(second, Math.max(0, length - first.text.length)) : []),
    ...others,
  ];
  if (content.length === 0) return null;
  return {
    paragraph: { type: 'paragraph', content },
    number: found[1] === undefined ? null : Number(found[1]),
    level: paragraph.attrs?.indent ?? 0,
  };
}

/** A run without its first letters; nothing where all of it is gone. */
function shortened(inline: Inline, by: number): Inline[] {
  if (by === 0 || inline.type !== 'text') return [inline];
  const text = inline.text.slice(by);
  return text === '' ? [] : [{ ...inline, text }];
}

/** The lists that some items are: deeper ones lie in the item before them. */
function listsOf(items: readonly Item[]): Block[] {
  const lists: AnyBlock[] = [];
  for (let at = 0; at < items.length;) {
    const item = items[at];
    if (!item) break;
    let to = at + 1;
    while (to < items.length && (items[to]?.level ?? 0) > item.level) to++;
    const inner = items.slice(at + 1, to);
    const made = { type: 'listItem', content: [item.paragraph, ...listsOf(inner)] };
    const type = item.number === null ? 'bulletList' : 'orderedList';
    const last = lists.at(-1);
    if (last?.type === type)
      lists.splice(-1, 1, { ...last, content: [...(last.content as AnyBlock[]), made] });
    else
      lists.push({
        type,
        ...(item.number === null ? {} : { attrs: { start: item.number } }),
        content: [made],
      });
    at = to;
  }
  return lists as Block[];
}
