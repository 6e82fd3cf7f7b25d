import { diff3Merge } from 'node-diff3';
import type { PageDocument } from './document.ts';
import type { Block } from './kinds/index.ts';

/** Where two changed the same blocks: what stood there, and what each made of it. */
export interface Clash {
  base: Block[];
  mine: Block[];
  theirs: Block[];
}

/** A page that two changed at once, part by part: blocks that stand either way, and those where somebody has to choose. */
export type Merged = (Block[] | Clash)[];

export const isClash = (part: Block[] | Clash): part is Clash => !Array.isArray(part);

/** Brings together what two made of one page: what only one of them touched is as that one left it. */
export function mergePages(base: PageDocument, mine: PageDocument, theirs: PageDocument): Merged {
  const [a, o, b] = [mine, base, theirs].map(({ content }) => content.map(asText)) as [
    string[],
    string[],
    string[],
  ];
  const parts: Merged = [];
  const stands = (blocks: Block[]) => {
    const last = parts.at(-1);
    if (last && !isClash(last)) last.push(...blocks);
    else if (blocks.length > 0) parts.push([...blocks]);
  };
  for (const region of diff3Merge<string>(a, o, b, { excludeFalseConflicts: true })) {
    if (region.ok) stands(region.ok.map(asBlock));
    if (!region.conflict) continue;
    for (const one of oneByOne(region.conflict)) {
      if (one.length === 1) stands(one[0].map(asBlock));
      else {
        const [clashing, was, others] = one.map((texts) => texts.map(asBlock)) as [Block[], Block[], Block[]];
        parts.push({ mine: clashing, base: was, theirs: others });
      }
    }
  }
  return parts;
}

/** The page without a clash; null while there is one. */
export function mergedPage(parts: Merged, page: PageDocument): PageDocument | null {
  if (parts.some(isClash)) return null;
  return { ...page, content: (parts as Block[][]).flat() };
}

type Sides = { a: string[]; o: string[]; b: string[] };

/** Blocks beside each other of which each was changed by one only clash with nothing: they are told apart where both kept their number. */
function oneByOne({ a, o, b }: Sides): ([string[]] | [string[], string[], string[]])[] {
  if (a.length !== o.length || b.length !== o.length) return [[a, o, b]];
  return o.map((was, at) => {
    const [mine, theirs] = [a[at] ?? '', b[at] ?? ''];
    if (mine === was || mine === theirs) return [[theirs]];
    if (theirs === was) return [[mine]];
    return [[mine], [was], [theirs]];
  });
}

/** A block in words that are the same for the same block: whatever the order of its fields, and whether what says nothing is written. */
export const asText = (block: unknown): string => JSON.stringify(ordered(block));

const asBlock = (text: string): Block => JSON.parse(text) as Block;

function ordered(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(ordered);
  if (typeof value !== 'object' || value === null) return value;
  const fields = Object.entries(value)
    .map(([name, field]): [string, unknown] => [name, ordered(field)])
    .filter(([, field]) => field !== null && field !== undefined && !isEmpty(field))
    .toSorted(([one], [other]) => (one < other ? -1 : 1));
  return Object.fromEntries(fields);
}

const isEmpty = (value: unknown): boolean =>
  typeof value === 'object' && value !== null && !Array.isArray(value) && Object.keys(value).length === 0;
