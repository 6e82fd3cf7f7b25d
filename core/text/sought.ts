/** What somebody looks for by words: all of these, in any order, and none of those. */
export interface Sought {
  /** Words that something begins with or holds, in small letters. */
  words: string[];
  /** Words that stand one behind the other. */
  phrases: string[];
  without: string[];
}

const MOST = 8;

/**
 * Reads words that are looked for: what stands in quotes is a phrase, and what a minus stands before is to be missing. A
 * quote that is not closed is none.
 */
export function readSought(text: string): Sought {
  const sought: Sought = { words: [], phrases: [], without: [] };
  for (const [, minus, quoted, bare] of text
    .toLowerCase()
    .replaceAll(/[“”„«»]/g, '"')
    .matchAll(/(?:^|\s|(?<=["]))(-?)(?:"([^"]{1,200})"|([^\s"]{1,100}))/g)) {
    const words = wordsOf(quoted ?? bare ?? '');
    if (words.length === 0) continue;
    if (minus) sought.without.push(...(quoted === undefined ? words : [words.join(' ')]));
    else if (quoted !== undefined && words.length > 1) sought.phrases.push(words.join(' '));
    else sought.words.push(...words);
  }
  return {
    words: sought.words.slice(0, MOST),
    phrases: sought.phrases.slice(0, MOST),
    without: sought.without.slice(0, MOST),
  };
}

/** The words in a text, in small letters. */
export const wordsOf = (text: string): string[] => text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];

/** A word as one and as several (English, by its ending): what is looked for by one is found by the other. */
export function inNumbers(word: string): string[] {
  const forms = new Set([word]);
  if (word.length > 3) {
    if (/[^aeiou]ies$/.test(word)) forms.add(`${word.slice(0, -3)}y`);
    else if (/(?:[sxz]|ch|sh)es$/.test(word)) forms.add(word.slice(0, -2));
    else if (/[^s]s$/.test(word)) forms.add(word.slice(0, -1));
  }
  if (/[^aeiou]y$/.test(word) && word.length > 2) forms.add(`${word.slice(0, -1)}ies`);
  return [...forms];
}

/** True for words of which one becomes the other by one letter more, less or otherwise, or by two that change places. */
export function oneLetterAway(one: string, other: string): boolean {
  if (one === other || Math.abs(one.length - other.length) > 1) return false;
  let from = 0;
  while (from < one.length && one[from] === other[from]) from++;
  let [a, b] = [one.length, other.length];
  while (a > from && b > from && one[a - 1] === other[b - 1]) {
    a--;
    b--;
  }
  const [left, right] = [one.slice(from, a), other.slice(from, b)];
  if (left.length <= 1 && right.length <= 1) return true;
  return left.length === 2 && right.length === 2 && left[0] === right[1] && left[1] === right[0];
}
