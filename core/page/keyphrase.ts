import type { PageBody } from './facts.ts';
import { wordsAt, heldKey, type Holdings } from './held.ts';
import { blockText, seenUses, stepsIn } from './walk.ts';

/** Where a key phrase can occur, in the order in which it counts to readers. */
export const PHRASE_PLACES = [
  'title',
  'address',
  'description',
  'headings',
  'opening',
  'words',
  'alt',
] as const;
export type PhrasePlace = (typeof PHRASE_PLACES)[number];

/** How much of a page's beginning is its opening, in words. */
const OPENING = 100;

/**
 * How often a key phrase occurs where. Its words count in their order, whatever their case, accents and the marks
 * between them; null for no phrase.
 */
export function phraseIn(
  page: PageBody & { title: string; address: string },
  holdings: Holdings,
): Record<PhrasePlace, number> | null {
  const { document, facts, title, address } = page;
  const phrase = wordsOf(facts.keyPhrase);
  if (phrase.length === 0) return null;
  const words = wordsOf(document.content.map(blockText).join(' '));
  const headings = stepsIn(document).flatMap(({ block, seen }) =>
    seen && block.type === 'heading' ? [blockText(block)] : [],
  );
  const alts = seenUses(document).flatMap((use) => {
    const asset = holdings.get(heldKey(use));
    return asset && use.as !== 'file' ? [wordsAt(asset, use).alt ?? ''] : [];
  });
  const among = (texts: readonly string[]) =>
    texts.reduce((sum, text) => sum + occurrences(phrase, wordsOf(text)), 0);
  return {
    title: among([title]),
    address: among([address.replace(/[/-]+/g, ' ')]),
    description: among([facts.description]),
    headings: among(headings),
    opening: occurrences(phrase, words.slice(0, OPENING)),
    words: occurrences(phrase, words),
    alt: among(alts),
  };
}

/** Words as they are compared: without case, accents, and marks. */
const wordsOf = (text: string): string[] =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .match(/[\p{L}\p{N}]+/gu) ?? [];

function occurrences(phrase: readonly string[], words: readonly string[]): number {
  let found = 0;
  for (let at = 0; at + phrase.length <= words.length; at++)
    if (phrase.every((word, by) => words[at + by] === word)) {
      found++;
      at += phrase.length - 1;
    }
  return found;
}
