import { Fragment, type Node } from '@tiptap/pm/model';
import type { Editor } from '@tiptap/react';
import type { PageDocument } from '@placard/core/page';

/**
 * Puts another body into the page, block by block: what is the same stays, and with it the caret there and what was
 * done in it before. It is one step that can be undone, unless it is nothing that was done here.
 */
export function putDocument(
  editor: Editor,
  document: PageDocument,
  { undone = true }: { undone?: boolean } = {},
): void {
  const { doc, tr, schema } = editor.state;
  const next = schema.nodeFromJSON(document);
  // From behind, so that what comes before stays where it is.
  for (const { from, to, content } of differences(doc, next).toReversed()) tr.replaceWith(from, to, content);
  if (!tr.docChanged) return;
  if (!undone) tr.setMeta('addToHistory', false);
  editor.view.dispatch(tr);
}

/** Where blocks of one document are others in the next, in its order. */
function differences(doc: Node, next: Node): { from: number; to: number; content: Fragment }[] {
  const [old, now] = [doc.children, next.children];
  const found: { from: number; to: number; content: Fragment }[] = [];
  let [at, mine, theirs] = [0, 0, 0];
  for (const [kept, stays] of [...common(old, now), [old.length, now.length] as const]) {
    const from = at;
    while (mine < kept) at += old[mine++]?.nodeSize ?? 0;
    const content = Fragment.from(now.slice(theirs, stays));
    if (from < at || content.size > 0) found.push({ from, to: at, content });
    at += old[kept]?.nodeSize ?? 0;
    [mine, theirs] = [kept + 1, stays + 1];
  }
  return found;
}

/** Pairs of blocks that are compared at most. */
const MOST_COMPARED = 4_000_000;

/** The longest row of blocks that both have, in pairs of their numbers. */
function common(old: readonly Node[], now: readonly Node[]): [number, number][] {
  let [first, last] = [0, 0];
  const least = Math.min(old.length, now.length);
  while (first < least && old[first]?.eq(now[first] as Node)) first++;
  while (last < least - first && old.at(-1 - last)?.eq(now.at(-1 - last) as Node)) last++;
  const pairs: [number, number][] = Array.from({ length: first }, (_, at) => [at, at]);
  const [mine, theirs] = [old.slice(first, old.length - last), now.slice(first, now.length - last)];
  // Two that have little in common and are very long are exchanged whole: comparing them would hold up who writes.
  if (mine.length * theirs.length > MOST_COMPARED) mine.length = 0;
  // How many can be kept from each pair on (longest common subsequence).
  const kept = Array.from({ length: mine.length + 1 }, () => new Uint16Array(theirs.length + 1));
  for (let one = mine.length - 1; one >= 0; one--)
    for (let other = theirs.length - 1; other >= 0; other--)
      (kept[one] as Uint16Array)[other] = mine[one]?.eq(theirs[other] as Node)
        ? (kept[one + 1]?.[other + 1] ?? 0) + 1
        : Math.max(kept[one + 1]?.[other] ?? 0, kept[one]?.[other + 1] ?? 0);
  for (let [one, other] = [0, 0]; one < mine.length && other < theirs.length;) {
    if (mine[one]?.eq(theirs[other] as Node)) pairs.push([first + one++, first + other++]);
    else if ((kept[one + 1]?.[other] ?? 0) >= (kept[one]?.[other + 1] ?? 0)) one++;
    else other++;
  }
  for (let behind = last; behind > 0; behind--) pairs.push([old.length - behind, now.length - behind]);
  return pairs;
}

/** Where the block of a number begins, from 0; behind the last, where the page ends. */
export function placeOfChild(doc: Node, number: number): number {
  let at = 0;
  for (let child = 0; child < number; child++) at += doc.child(child).nodeSize;
  return at;
}
