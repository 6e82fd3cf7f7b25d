import type { Block } from './kinds/index.ts';
import { partsOf, type Item } from './kinds/item.ts';
import { isMedia } from './kinds/kind.ts';
import type { AnyBlock } from './kinds/kind.ts';
import type { Together } from './kinds/together.ts';
import { linkIn } from './settings/setting.ts';
import { scheduleOf, withSchedule, type Schedule } from './schedule.ts';
import type { Inline } from './words.ts';

/** Blocks of a page as things to be set together, in their order: each picture, film or embed with the words that go with it. */
export function itemsFrom(blocks: readonly AnyBlock[]): Item[] {
  const told = blocks.filter(
    (block) => block.type !== 'paragraph' || (block.content as [] | undefined)?.length,
  );
  const headed = told[0]?.type === 'heading' ? (told[0].attrs as { level: number }).level : 0;
  const shows = told.some(isMedia);
  const items: Item[] = [];
  const begin = (block: AnyBlock) => void items.push({ type: 'item', attrs: {}, content: [block] });
  for (const block of told) {
    const last = items.at(-1);
    const opens =
      headed > 0
        ? block.type === 'heading' && (block.attrs as { level: number }).level <= headed
        : shows
          ? isMedia(block) && last?.content.some(isMedia)
          : true;
    // Things that were set together before are as many of these.
    if (block.type === 'together')
      items.push(...(block as Together).content.map((part) => thingOf(part, scheduleOf(block))));
    else if (opens || !last) begin(block);
    else last.content.push(block);
  }
  return items;
}

/**
 * One of things that were set together. The words that a side note stands beside are one like others where it is none
 * any more; and what was hidden with all of it stays so.
 */
function thingOf(part: Together['content'][number], when: Schedule | null): Item {
  const content = part.content.map((block) => withSchedule(block, when));
  return part.type === 'item' ? { ...part, content } : { type: 'item', attrs: {}, content };
}

/** The same in columns: one thing with its words is the thing beside its words. */
export function columnsFrom(blocks: readonly AnyBlock[]): Item[] {
  const items = itemsFrom(blocks);
  const [only] = items;
  const { media } = only ? partsOf(only) : { media: -1 };
  const shown = only?.content[media];
  if (items.length !== 1 || !only || !shown || only.content.length < 2) return items;
  return [
    { type: 'item', attrs: {}, content: [shown] },
    { type: 'item', attrs: {}, content: only.content.toSpliced(media, 1) },
  ];
}

/** What was set together as blocks one after the other; where a thing led as a whole, its words lead now. */
export function takenApart(set: Together): Block[] {
  const blocks = set.content.flatMap((part) => (part.type === 'item' ? apart(part) : part.content));
  return blocks.map((block) => withSchedule(block, scheduleOf(set as AnyBlock))) as Block[];
}

function apart(item: Item): AnyBlock[] {
  const link = linkIn(item);
  if (!link) return item.content;
  const mark = { type: 'link' as const, attrs: { href: link.href, newWindow: link.newWindow } };
  const { title, media } = partsOf(item);
  const heading = item.content[title];
  if (link.words === '' && heading) {
    const words = ((heading.content ?? []) as Inline[]).map((inline) =>
      inline.type === 'hardBreak' || inline.marks?.some(({ type }) => type === 'link')
        ? inline
        : { ...inline, marks: [...(inline.marks ?? []), mark] },
    );
    return item.content.with(title, { ...heading, content: words });
  }
  const shown = item.content[media];
  if (link.words === '' && shown?.type === 'picture' && !(shown.attrs as { linksTo?: string }).linksTo)
    return item.content.with(media, {
      ...shown,
      attrs: { ...shown.attrs, linksTo: link.href, newWindow: link.newWindow || null },
    });
  return [
    ...item.content,
    { type: 'paragraph', content: [{ type: 'text', text: link.words || link.href, marks: [mark] }] },
  ];
}
