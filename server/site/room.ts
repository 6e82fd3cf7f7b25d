import { eq, sql, sum } from 'drizzle-orm';
import type { Room } from '@placard/core/contract';
import type { Database } from '../db/database.ts';
import { arrival, asset, original, rendition, site, version } from '../db/schema.ts';
import { Problem } from '../http/problem.ts';

/** The bytes a site uses (originals and renditions, and what is on its way), and its limit; null for none. */
export async function readRoom(database: Database, siteId: string): Promise<Room> {
  const [[row], [originals], [renditions], [coming]] = await Promise.all([
    database.select({ room: site.room }).from(site).where(eq(site.id, siteId)),
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
      .where(sql`${arrival.siteId} = ${siteId} and ${arrival.state} in ('sending', 'fetching', 'reading')`),
  ]);
  const used = [originals, renditions, coming].reduce((total, part) => total + Number(part?.bytes ?? 0), 0);
  return { used, limit: row?.room ?? null };
}

/** Throws a Problem (507) when a file of so many bytes finds no room, before any of it is taken. */
export async function refuseWithoutRoom(database: Database, siteId: string, bytes: number): Promise<void> {
  const [row] = await database.select({ room: site.room }).from(site).where(eq(site.id, siteId));
  if (row?.room == null) return;
  const { used, limit } = await readRoom(database, siteId);
  if (limit !== null && used + bytes > limit)
    throw new Problem(
      507,
      `There is no room for this file: ${inMegabytes(Math.max(0, limit - used))} of ${inMegabytes(limit)} are left. Empty the bin, or ask your keeper for more room.`,
    );
}

const inMegabytes = (bytes: number) =>
  `${(bytes / 1e6).toLocaleString('en', { maximumFractionDigits: 1 })} MB`;
