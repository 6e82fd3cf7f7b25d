import { and, eq, sql } from 'drizzle-orm';
import { wordsOf } from '@placard/core/text';
import type { Database } from '../db/database.ts';
import { pageRow } from '../db/schema.ts';
import { holding } from '../search/words.ts';

/** So many places are given at most, out of so many pages. */
const [MOST, MOST_PAGES] = [12, 60];

/** Places in pages that have every word, whatever part of one that is; not of standing copy, nor in the bin. */
export async function placesFound(
  database: Database,
  siteId: string,
  text: string,
): Promise<{ page: string; title: string; anchor: string; words: string }[]> {
  const words = wordsOf(text);
  if (words.length === 0) return [];
  const rows = await database
    .select({ page: pageRow.pageId, title: pageRow.title, places: pageRow.places })
    .from(pageRow)
    .where(
      and(
        eq(pageRow.siteId, siteId),
        eq(pageRow.binned, false),
        eq(pageRow.isCopy, false),
        // What is kept as JSON compares letter by letter.
        ...words.map((word) => sql`lower(${pageRow.places}) like ${holding(word.toLowerCase())}`),
      ),
    )
    .orderBy(pageRow.title)
    .limit(MOST_PAGES);
  return rows
    .flatMap(({ page, title, places }) => (places ?? []).map((place) => ({ page, title, ...place })))
    .filter((place) => words.every((word) => place.words.toLowerCase().includes(word.toLowerCase())))
    .slice(0, MOST)
    .map(({ page, title, anchor, words: said }) => ({ page, title, anchor, words: said }));
}
