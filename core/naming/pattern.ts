import { slug } from './slug.ts';

/** What a pattern may speak of. */
export interface Named {
  /** The title, or whatever else says what it is. */
  words: string;
  section: string;
  /** When it came, as year-month-day. */
  date: string;
  width: number;
  height: number;
}

export const TOKENS = ['words', 'section', 'number', 'date', 'width', 'height'] as const;
type Token = (typeof TOKENS)[number];

/** A pattern that cannot be followed; the message can be shown as it is. */
export class UnknownToken extends RangeError {}

/**
 * The name that a pattern gives: words in braces stand for what is known of an asset, `{number}` for its place
 * in the row from 1, `{number:3}` for the same in three digits. What comes out is a slug, at most 80 characters.
 * Throws UnknownToken.
 */
export function nameBy(pattern: string, named: Named, place: number): string {
  const filled = pattern.replace(/\{([^{}]*)\}/g, (_, inside: string) => {
    const [token = '', digits] = inside.trim().toLowerCase().split(':');
    if (!TOKENS.includes(token as Token))
      throw new UnknownToken(
        `“{${inside}}” means nothing here. There are ${TOKENS.map((name) => `{${name}}`).join(', ')}.`,
      );
    if (token === 'number') return String(place).padStart(Math.min(6, Number(digits) || 1), '0');
    return String(named[token as Exclude<Token, 'number'>]);
  });
  if (/[{}]/.test(filled)) throw new UnknownToken('A brace is left open in the pattern.');
  return slug(filled, 'untitled');
}

/** One line of a table of names. */
export interface Renaming {
  id: string;
  before: string;
  after: string;
}

/**
 * Why each renaming cannot be, by id: two would be called the same, somebody else is called so, or the name is
 * none for an address. Names that others of the list give up are free.
 */
export function namesAmiss(
  renamings: readonly Renaming[],
  isTaken: (name: string) => boolean,
): Map<string, string> {
  const amiss = new Map<string, string>();
  const given = new Set(renamings.map(({ before }) => before));
  const wanted = new Map<string, number>();
  for (const { after } of renamings) wanted.set(after, (wanted.get(after) ?? 0) + 1);
  for (const { id, before, after } of renamings) {
    if (!/^[a-z0-9]+(-[a-z0-9]+)*$/.test(after) || after.length > 80)
      amiss.set(id, 'A name has small letters, digits and single hyphens, at most 80 of them.');
    else if ((wanted.get(after) ?? 0) > 1) amiss.set(id, 'Others of these would be called the same.');
    else if (after !== before && isTaken(after) && !given.has(after))
      amiss.set(id, 'Something else is called so, or was, and addresses lead there.');
  }
  return amiss;
}
