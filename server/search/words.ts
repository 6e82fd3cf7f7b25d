import { and, eq, like, not, or, sql, type AnyColumn, type SQL } from 'drizzle-orm';
import { inNumbers, oneLetterAway, readSought, wordsOf } from '@placard/core/text';
import type { Database } from '../db/database.ts';
import { searchRow } from '../db/schema.ts';

/** Shorter words, and the ones that MariaDB leaves out of its FULLTEXT index, are looked for as they stand. */
const SHORTEST_INDEXED = 3;
const LEFT_OUT = new Set(
  'about are com for from how that the this was what when where who will with und www'.split(' '),
);
/** From so many letters on a part of a word is looked for, too. */
const SHORTEST_PART = 4;

const isIndexed = (word: string): boolean => word.length >= SHORTEST_INDEXED && !LEFT_OUT.has(word);

/** The pattern of what has a text in it (SQL, LIKE), whatever signs of patterns that has. */
export const holding = (text: string): string => `%${text.replace(/[\\%_]/g, '\\$&')}%`;

/** Whether a text has something in it. */
export const holds = (column: AnyColumn, text: string): SQL => like(column, holding(text));

/** True where words are looked for of which parts can be. */
export const hasParts = (text: string): boolean =>
  readSought(text).words.some((word) => word.length >= SHORTEST_PART);

/**
 * Every word begins some word of the label or the file's name, as one or as several; every phrase stands there; and nothing
 * does that is to be missing. With `parts` a word may stand within another.
 */
export function wordsIn(text: string, parts: boolean): (SQL | undefined)[] {
  const { words, phrases, without } = readSought(text);
  const { words: column } = searchRow;
  const begins = (word: string) =>
    `(${inNumbers(word)
      .map((form) => `${form}*`)
      .join(' ')})`;
  const isPart = (word: string) => parts && word.length >= SHORTEST_PART;
  const indexed = words.filter((word) => isIndexed(word) && !isPart(word));
  const asked = indexed.map((word) => `+${begins(word)}`).join(' ');
  return [
    ...(asked ? [sql`match(${column}) against (${asked} in boolean mode)`] : []),
    ...words.filter(isPart).map((word) => or(...inNumbers(word).map((form) => holds(column, form)))),
    ...words.filter((word) => !isIndexed(word) && !isPart(word)).map((word) => holds(column, word)),
    ...phrases.map((phrase) => holds(column, phrase)),
    ...without.map((word) =>
      isIndexed(word) && !word.includes(' ')
        ? sql`not match(${column}) against (${begins(word)} in boolean mode)`
        : not(holds(column, word)),
    ),
  ];
}

/** So many rows at most are gone through for a word that is written nearly so. */
const MOST_ROWS = 1000;

/**
 * The same search with one letter otherwise in the words that nothing held has: of several that would do, the one that is
 * held most often. Null where there is none.
 */
export async function writtenOtherwise(
  database: Database,
  siteId: string,
  text: string,
): Promise<string | null> {
  const { words, phrases, without } = readSought(text);
  const meant = await Promise.all(
    words.map(async (word) => (await nearlySo(database, siteId, word)) ?? word),
  );
  if (meant.every((word, at) => word === words[at])) return null;
  const quoted = (phrase: string) => (phrase.includes(' ') ? `"${phrase}"` : phrase);
  return [...meant, ...phrases.map(quoted), ...without.map((word) => `-${quoted(word)}`)].join(' ');
}

/** The word that is held most often of those that are one letter away; null where the word itself is held, or none is. */
async function nearlySo(database: Database, siteId: string, word: string): Promise<string | null> {
  if (word.length < SHORTEST_PART) return null;
  const read = (limit: number, ...where: (SQL | undefined)[]) =>
    database
      .select({ words: searchRow.words })
      .from(searchRow)
      .where(and(eq(searchRow.siteId, siteId), eq(searchRow.binned, false), ...where))
      .limit(limit);
  if ((await read(1, ...wordsIn(word, true))).length > 0) return null;
  // Wherever the letter is, what stands before the middle is right, or what stands behind it.
  const middle = Math.ceil(word.length / 2);
  const halves = or(
    holds(searchRow.words, word.slice(0, middle - 1)),
    holds(searchRow.words, word.slice(middle)),
  );
  const counts = new Map<string, number>();
  for (const row of await read(MOST_ROWS, halves))
    for (const one of new Set(wordsOf(row.words)))
      if (oneLetterAway(word, one)) counts.set(one, (counts.get(one) ?? 0) + 1);
  const [best] = [...counts].toSorted(([, one], [, other]) => other - one);
  return best?.[0] ?? null;
}
