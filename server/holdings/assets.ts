import { and, count, desc, eq, inArray, like, lt, or, sql, type SQL } from 'drizzle-orm';
import type { Asset, AssetDetail, Kind } from '@placard/core/contract';
import type { Placard } from '@placard/core/credit';
import type { Database } from '../db/database.ts';
import {
  asset,
  original,
  page,
  placard,
  placement,
  rendition,
  section,
  track,
  user,
  version,
} from '../db/schema.ts';
import { NotFound } from '../http/problem.ts';
import type { Store } from '../store/store.ts';

/** What to list: all conditions must hold. */
export interface AssetQuery {
  words: string;
  kind?: Kind | undefined;
  section?: string | undefined;
  lacking?: 'label' | 'prep' | undefined;
  before?: string | undefined;
  limit: number;
}

/** True in SQL for placards that still lack alt text, licence or a creator that the licence asks for. */
export const lacksLabel: SQL = sql`((${placard.alt} = '' and ${placard.decorative} = 0) or ${placard.licence} = 'unknown' or (${placard.creator} = '' and (${placard.licence} like 'cc-by%' or ${placard.licence} in ('bought', 'permission'))))`;

/** Lists assets newest first, a page at a time; `next` continues where this page ends. */
export async function listAssets(
  database: Database,
  store: Store,
  siteId: string,
  query: AssetQuery,
): Promise<{ assets: Asset[]; total: number; next: string | null }> {
  const conditions = [eq(asset.siteId, siteId)];
  for (const word of query.words.trim().split(/\s+/).filter(Boolean).slice(0, 8)) {
    const pattern = `%${word.replace(/[\\%_]/g, '\\$&')}%`;
    const found = or(
      ...[placard.title, placard.alt, placard.caption, placard.creator, asset.fileName].map((column) =>
        like(column, pattern),
      ),
    );
    if (found) conditions.push(found);
  }
  if (query.kind) conditions.push(eq(asset.kind, query.kind));
  if (query.section) conditions.push(eq(asset.sectionId, query.section));
  if (query.lacking === 'label') conditions.push(lacksLabel);
  if (query.lacking === 'prep') conditions.push(inArray(asset.prepared, ['waiting', 'working', 'failed']));
  const [{ total = 0 } = {}] = await database
    .select({ total: count() })
    .from(asset)
    .innerJoin(placard, eq(placard.assetId, asset.id))
    .where(and(...conditions));
  const cursor = readCursor(query.before);
  if (cursor) {
    const after = or(
      lt(asset.addedAt, cursor.at),
      and(eq(asset.addedAt, cursor.at), lt(asset.id, cursor.id)),
    );
    if (after) conditions.push(after);
  }
  const assets = await readAssets(database, store, and(...conditions), query.limit + 1);
  const shown = assets.slice(0, query.limit);
  const last = shown.at(-1);
  return {
    assets: shown,
    total,
    next: assets.length > query.limit && last ? `${Date.parse(last.addedAt)}.${last.id}` : null,
  };
}

function readCursor(text: string | undefined): { at: Date; id: string } | undefined {
  const match = /^(\d{10,16})\.([\w-]{6,40})$/.exec(text ?? '');
  return match ? { at: new Date(Number(match[1])), id: match[2] ?? '' } : undefined;
}

async function readAssets(
  database: Database,
  store: Store,
  condition: SQL | undefined,
  limit: number,
): Promise<Asset[]> {
  const uses = database
    .select({ assetId: placement.assetId, uses: sql<number>`count(distinct ${placement.pageId})`.as('uses') })
    .from(placement)
    .groupBy(placement.assetId)
    .as('used');
  const rows = await database
    .select({ asset, original, placard, section, by: user.name, uses: uses.uses })
    .from(asset)
    .innerJoin(original, eq(original.sha256, asset.sha256))
    .innerJoin(placard, eq(placard.assetId, asset.id))
    .innerJoin(section, eq(section.id, asset.sectionId))
    .leftJoin(user, eq(user.id, asset.personId))
    .leftJoin(uses, eq(uses.assetId, asset.id))
    .where(condition)
    .orderBy(desc(asset.addedAt), desc(asset.id))
    .limit(limit);
  return rows.map((row) => ({
    id: row.asset.id,
    name: row.asset.name,
    fileName: row.asset.fileName,
    bytes: row.original.bytes,
    facts: row.original.facts,
    section: { id: row.section.id, title: row.section.title, slug: row.section.slug },
    visibility: row.asset.visibility,
    placard: placardOf(row.placard),
    placardVersion: row.placard.version,
    thumbnail: row.original.thumbnail ? store.address(row.original.thumbnail) : null,
    uses: Number(row.uses ?? 0),
    prepared: row.asset.prepared,
    addedAt: row.asset.addedAt.toISOString(),
    addedBy: row.by ?? '',
  }));
}

/** The label in a row, without its bookkeeping. */
export function placardOf(row: typeof placard.$inferSelect): Placard {
  const { assetId: _, version: __, ...label } = row;
  return label as Placard;
}

/** One asset with its files and uses. Throws NotFound. */
export async function readAsset(
  database: Database,
  store: Store,
  siteId: string,
  id: string,
): Promise<AssetDetail> {
  const [line] = await readAssets(database, store, and(eq(asset.id, id), eq(asset.siteId, siteId)), 1);
  if (!line) throw new NotFound('This is not held here any more.');
  const [[files], renditions, tracks, usedIn] = await Promise.all([
    database
      .select({ key: original.key, trouble: asset.trouble })
      .from(asset)
      .innerJoin(original, eq(original.sha256, asset.sha256))
      .where(eq(asset.id, id)),
    database
      .select({ rendition })
      .from(rendition)
      .innerJoin(version, eq(version.id, rendition.versionId))
      .innerJoin(asset, eq(asset.versionId, version.id))
      .where(eq(asset.id, id))
      .orderBy(rendition.width, rendition.mime),
    database.select().from(track).where(eq(track.assetId, id)),
    database
      .select({ pageId: page.id, title: page.title, placements: count() })
      .from(placement)
      .innerJoin(page, eq(page.id, placement.pageId))
      .where(eq(placement.assetId, id))
      .groupBy(page.id, page.title),
  ]);
  return {
    ...line,
    original: store.address(files?.key ?? ''),
    trouble: files?.trouble ?? null,
    renditions: renditions.map(({ rendition: { width, height, mime, bytes, key } }) => ({
      width,
      height,
      mime,
      bytes,
      url: store.address(key),
    })),
    tracks: tracks.map(({ language, label, key }) => ({ language, label, url: store.address(key) })),
    usedIn,
  };
}
