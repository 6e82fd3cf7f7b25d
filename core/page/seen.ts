import type { PageDocument } from './document.ts';
import { kindOf } from './kinds/index.ts';
import type { AnyBlock } from './kinds/kind.ts';
import { bothSchedules, isSeen, scheduleOf, type Viewer, type Schedule } from './schedule.ts';

/**
 * The page as somebody sees it who looks on a day: the one place where what is hidden is left out, however deep it
 * lies. What holds nothing any more goes with what it held; a cell of a table stays, empty.
 */
export const seenBy = (document: PageDocument, viewer: Viewer): PageDocument =>
  withoutUnseen(document, (when) => isSeen(when, viewer));

/** The page as visitors see it on some day: without what is hidden, and what is for our people alone. */
export const seenSomeDay = (document: PageDocument): PageDocument => withoutUnseen(document, isForVisitors);

/** True for what visitors see on some day. */
export const isForVisitors = (when: Schedule | null): boolean => !when?.hidden && !when?.ours;

function withoutUnseen(document: PageDocument, sees: (when: Schedule | null) => boolean): PageDocument {
  const content = seenAmong(document.content, sees) as PageDocument['content'];
  return content === document.content ? document : { ...document, content };
}

function seenAmong(
  blocks: readonly AnyBlock[],
  sees: (when: Schedule | null) => boolean,
): readonly AnyBlock[] {
  const seen = blocks.flatMap((block) => {
    if (!sees(scheduleOf(block))) return [];
    const kind = kindOf(block);
    const children = kind.children(block);
    const inside = seenAmong(children, sees);
    if (inside === children) return [block];
    return inside.length === 0 && !kind.stays ? [] : [kind.withChildren(block, inside)];
  });
  return seen.length === blocks.length && seen.every((block, at) => block === blocks[at]) ? blocks : seen;
}

/** When a block is shown, with all that holds it: outermost first, the block itself last. */
export const scheduleWithin = (blocks: readonly AnyBlock[]): Schedule | null =>
  blocks.reduce<Schedule | null>((when, block) => bothSchedules(when, scheduleOf(block)), null);
