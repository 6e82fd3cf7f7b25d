import { and, eq, inArray, sql, sum } from 'drizzle-orm';
import type { Room } from '@placard/core/contract';
import { inBytes } from '@placard/core/text';
import type { Database } from '../db/database.ts';
import { arrival, asset, original, rendition, site, version } from '../db/schema.ts';
import { receivedBytes } from '../store/uploads.ts';
import { full } from '../refusal.ts';
import { FREE_FLOOR, type Store } from '../store/store.ts';

/** Where room is counted: rows, and the folder of uploads under way. */
export interface Counted {
  database: Database;
  uploads: string;
}

/**
 * The bytes a site uses (originals and renditions, and what has come of what is on its way), and its limit; null for
 * none. What was only announced takes no room.
 */
export async function readQuota({ database, uploads }: Counted, siteId: string): Promise<Room> {
  const [[row], [originals], [renditions], [reading], coming] = await Promise.all([
    database.select({ limit: site.quota }).from(site).where(eq(site.id, siteId)),
    database
      .select({ bytes: sum(original.bytes) })
      .from(original)
      .where(
        sql`exists (select 1 from ${version} join ${asset} on ${asset.id} = ${version.assetId} where ${version.sha256} = ${original.sha256} and ${asset.siteId} = ${siteId})
          or exists (select 1 from ${arrival} where ${arrival.sha256} = ${original.sha256} and ${arrival.siteId} = ${siteId})`,
      ),
    database
      .select({ bytes: sum(rendition.bytes) })
      .from(rendition)
      .innerJoin(version, eq(version.id, rendition.versionId))
      .innerJoin(asset, eq(asset.id, version.assetId))
      .where(eq(asset.siteId, siteId)),
    database
      .select({ bytes: sum(arrival.bytes) })
      .from(arrival)
      .where(and(eq(arrival.siteId, siteId), eq(arrival.state, 'reading'))),
    database
      .select({ id: arrival.id })
      .from(arrival)
      .where(and(eq(arrival.siteId, siteId), inArray(arrival.state, ['sending', 'fetching']))),
  ]);
  const received = await Promise.all(coming.map(({ id }) => receivedBytes(uploads, id)));
  const used = [originals, renditions, reading, ...received.map((bytes) => ({ bytes }))].reduce(
    (total, part) => total + Number(part?.bytes ?? 0),
    0,
  );
  return { used, limit: row?.limit ?? null };
}

/** Throws a Refusal (full) when so many bytes more find no room, by what the site may use or on the disk. */
export async function refuseOverQuota(
  counted: Counted & { store: Pick<Store, 'free'> },
  siteId: string,
  bytes: number,
): Promise<void> {
  const free = await counted.store.free();
  if (free !== null && free - bytes < FREE_FLOOR)
    throw full(
      `The disk is full, or nearly: ${inBytes(free)} are left, and ${inBytes(FREE_FLOOR)} have to stay free. Nothing of this was kept. Empty the bin, or ask whoever runs this place for room.`,
    );
  const [row] = await counted.database.select({ limit: site.quota }).from(site).where(eq(site.id, siteId));
  if (row?.limit == null) return;
  const { used, limit } = await readQuota(counted, siteId);
  if (limit !== null && used + bytes > limit)
    throw full(
      `There is no room for this file: ${inBytes(Math.max(0, limit - used))} of ${inBytes(limit)} are left. Empty the bin, or ask your keeper for more room.`,
    );
}
