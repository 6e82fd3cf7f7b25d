import { and, eq, inArray, min, ne, sql } from 'drizzle-orm';
import type { Alike } from '@placard/core/contract';
import { SAME_PICTURE, sameProportions } from '@placard/core/perceptualhash';
import type { Database } from '../db/database.ts';
import { arrival, asset, original, placard } from '../db/schema.ts';
import type { Store } from '../store/store.ts';

const MOST = 4;

/** The SHA-256 of what is held or arriving and looks like this file, the likest first. */
export async function alikeTo(
  database: Database,
  siteId: string,
  file: Pick<typeof original.$inferSelect, 'sha256' | 'perceptualHash' | 'facts'>,
): Promise<string[]> {
  if (file.perceptualHash === null || file.facts.kind !== 'picture') return [];
  // Cast, since a number of 64 bits given as text would be taken for a floating-point one.
  const bits = sql<number>`bit_count(${original.perceptualHash} ^ cast(${file.perceptualHash.toString()} as unsigned))`;
  const rows = await database
    .select({ sha256: original.sha256, facts: original.facts })
    .from(original)
    .where(
      and(
        ne(original.sha256, file.sha256),
        sql`${bits} <= ${SAME_PICTURE}`,
        sql`(exists (select 1 from ${asset} where ${asset.sha256} = ${original.sha256} and ${asset.siteId} = ${siteId} and ${asset.binnedAt} is null)
          or exists (select 1 from ${arrival} where ${arrival.sha256} = ${original.sha256} and ${arrival.siteId} = ${siteId}))`,
      ),
    )
    .orderBy(bits)
    .limit(50);
  return rows
    .filter(({ facts }) => sameProportions(facts, file.facts))
    .slice(0, MOST)
    .map(({ sha256 }) => sha256);
}

/**
 * As which asset each of these files is held, by its SHA-256: the first of those that have it, however many they are.
 */
export async function heldAs(
  database: Database,
  siteId: string,
  sha256: readonly string[],
): Promise<Map<string, { id: string; title: string }>> {
  if (sha256.length === 0) return new Map();
  const firsts = await database
    .select({ id: min(asset.id) })
    .from(asset)
    .where(and(inArray(asset.sha256, [...new Set(sha256)]), eq(asset.siteId, siteId)))
    .groupBy(asset.sha256);
  const rows = await database
    .select({ id: asset.id, sha256: asset.sha256, title: placard.title, fileName: asset.fileName })
    .from(asset)
    .innerJoin(placard, eq(placard.assetId, asset.id))
    .where(inArray(asset.id, [...firsts.flatMap(({ id }) => id ?? []), '']));
  return new Map(rows.map(({ id, sha256, title, fileName }) => [sha256, { id, title: title || fileName }]));
}

/** What those files are called and how large they are, by their SHA-256; the ones that are gone are left out. */
export async function describeAlike(
  database: Database,
  store: Store,
  siteId: string,
  sha256: readonly string[],
): Promise<Map<string, Alike>> {
  if (sha256.length === 0) return new Map();
  const those = [...new Set(sha256)];
  const [files, held, coming] = await Promise.all([
    database.select().from(original).where(inArray(original.sha256, those)),
    heldAs(database, siteId, those),
    database
      .select({ sha256: arrival.sha256, name: min(arrival.fileName) })
      .from(arrival)
      .where(and(inArray(arrival.sha256, those), eq(arrival.siteId, siteId)))
      .groupBy(arrival.sha256),
  ]);
  const arriving = new Map(coming.map(({ sha256, name }) => [sha256, name]));
  return new Map(
    files
      .filter((file) => held.has(file.sha256) || arriving.has(file.sha256))
      .map((file) => [
        file.sha256,
        {
          asset: held.get(file.sha256)?.id ?? null,
          title: held.get(file.sha256)?.title || arriving.get(file.sha256) || '',
          thumbnail: file.thumbnail ? store.address(file.thumbnail) : null,
          width: file.facts.width,
          height: file.facts.height,
          bytes: file.bytes,
        },
      ]),
  );
}
