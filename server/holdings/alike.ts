import { and, eq, inArray, ne, sql } from 'drizzle-orm';
import type { Alike } from '@placard/core/contract';
import { SAME_PICTURE, sameProportions } from '@placard/core/likeness';
import type { Database } from '../db/database.ts';
import { arrival, asset, original, placard } from '../db/schema.ts';
import type { Store } from '../store/store.ts';

const MOST = 4;

/** The SHA-256 of what is held or arriving and looks like this file, the likest first. */
export async function alikeTo(
  database: Database,
  siteId: string,
  file: Pick<typeof original.$inferSelect, 'sha256' | 'likeness' | 'facts'>,
): Promise<string[]> {
  if (file.likeness === null || file.facts.kind !== 'picture') return [];
  // Cast, since a number of 64 bits given as text would be taken for a floating-point one.
  const bits = sql<number>`bit_count(${original.likeness} ^ cast(${file.likeness.toString()} as unsigned))`;
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

/** What those files are called and how large they are, by their SHA-256; the ones that are gone are left out. */
export async function describeAlike(
  database: Database,
  store: Store,
  siteId: string,
  sha256: readonly string[],
): Promise<Map<string, Alike>> {
  if (sha256.length === 0) return new Map();
  const rows = await database
    .select({
      original,
      assetId: asset.id,
      title: placard.title,
      held: asset.fileName,
      coming: arrival.fileName,
    })
    .from(original)
    .leftJoin(asset, and(eq(asset.sha256, original.sha256), eq(asset.siteId, siteId)))
    .leftJoin(placard, eq(placard.assetId, asset.id))
    .leftJoin(arrival, and(eq(arrival.sha256, original.sha256), eq(arrival.siteId, siteId)))
    .where(inArray(original.sha256, [...new Set(sha256)]));
  return new Map(
    rows
      .filter(({ assetId, coming }) => assetId !== null || coming !== null)
      .map(({ original: file, assetId, title, held, coming }) => [
        file.sha256,
        {
          asset: assetId,
          title: title || held || coming || '',
          thumbnail: file.thumbnail ? store.address(file.thumbnail) : null,
          width: file.facts.width,
          height: file.facts.height,
          bytes: file.bytes,
        },
      ]),
  );
}
