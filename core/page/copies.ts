import type { PageDocument } from './document.ts';
import type { Part } from './kinds/index.ts';
import type { AnyBlock } from './kinds/kind.ts';
import type { StandingCopy } from './kinds/standingcopy.ts';
import { mapBlocks, stepsIn } from './walk.ts';
import { bothSchedules, withSchedule, type Schedule } from './schedule.ts';

/** The standing copy that a page uses, by ids, each once. */
export const copiesIn = (document: PageDocument): string[] => [
  ...new Set(
    stepsIn(document).flatMap(({ block }) => (block.type === 'standingCopy' ? [block.attrs.copy] : [])),
  ),
];

/** What is kept to be used in pages, and when and to whom all of it is shown. */
export interface KeptCopy {
  document: PageDocument;
  shown: Schedule | null;
}

/**
 * The page with its standing copy looked up, as visitors get it; what is not among `copies` is gone. Places in it are
 * called after the place where it stands, so that one copy may stand in a page more than once. Where it stands it is
 * shown no more than it is by itself.
 */
export function withCopies(document: PageDocument, copies: ReadonlyMap<string, KeptCopy>): PageDocument {
  return mapBlocks(document, (block) => {
    if (block.type !== 'standingCopy') return block;
    const copy = copies.get(block.attrs.copy);
    if (!copy) return block;
    return withSchedule({ ...block, content: named(copy.document, block).content } as Part, copy.shown);
  });
}

const named = (copy: PageDocument, { attrs }: StandingCopy): PageDocument =>
  mapBlocks(copy, (block) => {
    const own: AnyBlock = block;
    const called = own.attrs as { id?: string; key?: string } | undefined;
    if (called?.id !== undefined) return renamed(own, { id: within(attrs.id, called.id) });
    return called?.key === undefined ? block : renamed(own, { key: within(attrs.id, called.key) });
  });

const renamed = (block: AnyBlock, name: object): Part =>
  ({ ...block, attrs: { ...block.attrs, ...name } }) as Part;

/** A name within another, no longer than names are. */
const within = (outer: string, inner: string): string => `${outer.slice(0, 19)}-${inner.slice(0, 20)}`;

/** What a copy is, loosened: its blocks with names of their own, to be the page's; shown no more than they were, there and here. */
export const loosened = (
  { document, shown }: KeptCopy,
  here: Schedule | null,
  newId: () => string,
): PageDocument['content'] =>
  mapBlocks(document, (block) => {
    const own: AnyBlock = block;
    const called = own.attrs as { id?: string; key?: string } | undefined;
    if (called?.id !== undefined) return renamed(own, { id: newId() });
    return called?.key === undefined ? block : renamed(own, { key: newId() });
  }).content.map((block) => withSchedule(block, bothSchedules(shown, here)));
