import { and, count, eq, inArray, type SQL } from 'drizzle-orm';
import type { Asset, AssetDetail, Counts, Search } from '@placard/core/contract';
import { changesMade } from '@placard/core/prep';
import type { Database } from '../db/database.ts';
import {
  asset,
  original,
  page,
  placard,
  placement,
  rendition,
  searchRow,
  section,
  track,
  user,
  version,
} from '../db/schema.ts';
import { search } from '../search/search.ts';
import { writtenOtherwise } from '../search/words.ts';
import { notHeld } from '../refusal.ts';
import type { Store } from '../store/store.ts';
import { placardOf } from '../licence/labelrow.ts';

/** The assets that a search finds, in its order, with what further conditions would leave where that is asked for. */
export async function findAssets(
  database: Database,
  store: Store,
  siteId: string,
  query: Search,
): Promise<{ assets: Asset[]; total: number; counts: Counts | null; otherwise?: string | null }> {
  const { ids, ...tally } = await search(database, siteId, query);
  const otherwise =
    tally.total === 0 && query.words ? await writtenOtherwise(database, siteId, query.words) : null;
  const rows = await readAssets(database, store, inArray(asset.id, ids));
  const byId = new Map(rows.map((row) => [row.id, row]));
  return { assets: ids.flatMap((id) => byId.get(id) ?? []), ...tally, otherwise };
}

/** Assets that meet a condition, in no order. */
export async function readAssets(
  database: Database,
  store: Store,
  condition: SQL | undefined,
): Promise<Asset[]> {
  const rows = await database
    .select({ asset, original, placard, section, by: user.name, uses: searchRow.uses, shown: version })
    .from(asset)
    .innerJoin(version, eq(version.id, asset.versionId))
    .innerJoin(original, eq(original.sha256, asset.sha256))
    .innerJoin(placard, eq(placard.assetId, asset.id))
    .innerJoin(section, eq(section.id, asset.sectionId))
    .leftJoin(user, eq(user.id, asset.personId))
    .leftJoin(searchRow, eq(searchRow.assetId, asset.id))
    .where(condition);
  const addressOf = (key: string | null) => (key === null ? null : store.address(key));
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
    thumbnail: addressOf(row.shown.thumbnail ?? row.original.thumbnail),
    shown: {
      number: row.shown.number,
      width: row.shown.width,
      height: row.shown.height,
      changes: changesMade(row.shown.preparation.edits),
    },
    uses: row.uses ?? 0,
    prepared: row.asset.prepared,
    binned: row.asset.binnedAt !== null,
    addedAt: row.asset.addedAt.toISOString(),
    addedBy: row.by ?? '',
  }));
}

/** One asset with its files and uses. Throws gone. */
export async function readAsset(
  database: Database,
  store: Store,
  siteId: string,
  id: string,
): Promise<AssetDetail> {
  const [line] = await readAssets(database, store, and(eq(asset.id, id), eq(asset.siteId, siteId)));
  if (!line) throw notHeld();
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
      .where(and(eq(asset.id, id), eq(rendition.screen, 'wide')))
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
    renditions: renditions.map(({ rendition: { width, height, mime, codecs, bytes, key } }) => ({
      width,
      height,
      mime,
      codecs,
      bytes,
      url: store.address(key),
    })),
    tracks: tracks.map(({ id: of, kind, language, label, key }) => ({
      id: of,
      kind,
      language,
      label,
      url: store.address(key),
    })),
    usedIn,
  };
}
