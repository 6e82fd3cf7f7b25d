import { diffArrays, diffWordsWithSpace } from 'diff';
import type { PageDocument } from './document.ts';
import type { Block } from './kinds/index.ts';
import { asText } from './merge.ts';
import { blockText } from './walk.ts';

/** One line of a comparison: a block as it was and as it is; null where there was or is none. */
export interface Compared {
  kind: 'same' | 'changed' | 'added' | 'removed';
  before: Block | null;
  after: Block | null;
  /** Where it stands in each page; for what is in one only, where it would. */
  at: { before: number; after: number };
}

/** Two versions of a page, block by block. */
export function comparePages(before: PageDocument, after: PageDocument): Compared[] {
  const [old, now] = [before.content.map(asText), after.content.map(asText)];
  const lines: Compared[] = [];
  const at = { before: 0, after: 0 };
  const add = (kind: Compared['kind']) => {
    const one = kind === 'added' ? null : (before.content[at.before] ?? null);
    const other = kind === 'removed' ? null : (after.content[at.after] ?? null);
    lines.push({ kind, before: one, after: other, at: { ...at } });
    if (one) at.before++;
    if (other) at.after++;
  };
  const parts = diffArrays(old, now);
  for (let part = 0; part < parts.length; part++) {
    const [here, next] = [parts[part], parts[part + 1]];
    const many = here?.value.length ?? 0;
    if (here?.removed && next?.added) {
      // What took the place of something is that, changed, as far as there are as many.
      const pairs = Math.min(many, next.value.length);
      for (let n = 0; n < pairs; n++) add('changed');
      for (let n = pairs; n < many; n++) add('removed');
      for (let n = pairs; n < next.value.length; n++) add('added');
      part++;
    } else for (let n = 0; n < many; n++) add(here?.removed ? 'removed' : here?.added ? 'added' : 'same');
  }
  return lines;
}

/** Words of a text: as they were and are, or only one of it. */
export interface Words {
  kind: 'same' | 'added' | 'removed';
  text: string;
}

/** The words of a block as they were and as they are. */
export function compareWords(before: Block | null, after: Block | null): Words[] {
  const [old, now] = [before, after].map((block) => (block ? blockText(block) : '')) as [string, string];
  return diffWordsWithSpace(old, now).map(({ value, added, removed }) => ({
    kind: added ? 'added' : removed ? 'removed' : 'same',
    text: value,
  }));
}

/** What is said differently of a block besides its words: the names of its attributes. */
export function changedAttributes(before: Block | null, after: Block | null): string[] {
  const [old, now] = [before, after].map(
    (block) => (block && 'attrs' in block ? (block.attrs ?? {}) : {}) as Record<string, unknown>,
  );
  return [...new Set([...Object.keys(old ?? {}), ...Object.keys(now ?? {})])].filter(
    (name) => asText(old?.[name] ?? null) !== asText(now?.[name] ?? null),
  );
}
