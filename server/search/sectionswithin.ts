import { eq } from 'drizzle-orm';
import type { Queryable } from '../db/database.ts';
import { section } from '../db/schema.ts';

/** The ids of sections by the section that they lie in, itself first. */
export type Sections = Map<string, string[]>;

/** Each section with all that lies in it, itself first. */
export async function sectionsWithin(database: Queryable, siteId: string): Promise<Sections> {
  const rows = await database
    .select({ id: section.id, parentId: section.parentId })
    .from(section)
    .where(eq(section.siteId, siteId));
  const within = (id: string, depth = 0): string[] =>
    depth > 20
      ? []
      : [id, ...rows.filter(({ parentId }) => parentId === id).flatMap((row) => within(row.id, depth + 1))];
  return new Map(rows.map(({ id }) => [id, within(id)]));
}
