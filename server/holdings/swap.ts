import { and, count, desc, eq, inArray, isNull, or } from 'drizzle-orm';
import type { Comp } from '@placard/core/contract';
import { alias } from 'drizzle-orm/mysql-core';
import { hammingDistance, sameProportions } from '@placard/core/perceptualhash';
import { newId } from '../db/columns.ts';
import { isDuplicate, type Database } from '../db/database.ts';
import { arrival, asset, original, placard, searchRow, swap, version } from '../db/schema.ts';
import { clash, gone, notHeld, unfit } from '../refusal.ts';
import { enqueue } from '../queue/queue.ts';
import type { Agency } from '../outbound/agency.ts';
import type { Store } from '../store/store.ts';
import { writeLabels } from '../labels/write.ts';
import { announceFetches } from './arrivals.ts';
import { pagesOf } from '../pages/pagesof.ts';
import { changePlaces, replaceFile } from './replacefile.ts';
import { assetsChanged } from '../search/searchrows.ts';

/** A watermark changes more of a picture than a saving does. */
const SAME_UNDER_WATERMARK = 16;

/** Swapped lately: so many are shown, so that one can be undone. */
const LATELY = 20;

/** The comps that wait for their originals, the newest first, with the pages they stand in; what was swapped lately; and how many wait altogether. */
export async function listComps(
  database: Database,
  store: Store,
  siteId: string,
  agency: Agency | null,
  limit: number,
): Promise<{ comps: Comp[]; waiting: number }> {
  const arrived = alias(original, 'arrived');
  const compsOf = and(
    eq(searchRow.siteId, siteId),
    eq(searchRow.binned, false),
    eq(searchRow.licence, 'comp'),
  );
  const [newest, swapped, [all]] = await Promise.all([
    database
      .select({ id: searchRow.assetId })
      .from(searchRow)
      .where(compsOf)
      .orderBy(desc(searchRow.addedAt))
      .limit(limit),
    database
      .select({ id: swap.assetId })
      .from(swap)
      .innerJoin(asset, and(eq(asset.id, swap.assetId), eq(asset.siteId, siteId), isNull(asset.binnedAt)))
      .orderBy(desc(swap.at))
      .limit(LATELY),
    database.select({ n: count() }).from(searchRow).where(compsOf),
  ]);
  const ids = [...new Set([...newest, ...swapped].map(({ id }) => id))];
  if (ids.length === 0) return { comps: [], waiting: 0 };
  const [wanted, pages] = await Promise.all([
    database
      .select({
        asset,
        placard,
        thumbnail: original.thumbnail,
        swapId: swap.id,
        coming: arrival,
        seen: arrived.thumbnail,
      })
      .from(asset)
      .innerJoin(placard, eq(placard.assetId, asset.id))
      .innerJoin(original, eq(original.sha256, asset.sha256))
      .leftJoin(swap, eq(swap.assetId, asset.id))
      .leftJoin(arrival, eq(arrival.compId, asset.id))
      .leftJoin(arrived, eq(arrived.sha256, arrival.sha256))
      .where(inArray(asset.id, ids))
      .orderBy(desc(asset.addedAt)),
    pagesOf(database, ids),
  ]);
  const comps = wanted.map(({ asset: row, placard, thumbnail, swapId, coming, seen }) => ({
    asset: row.id,
    title: placard.title || row.fileName,
    pictureId: placard.pictureId,
    source: placard.source,
    swapped: swapId !== null,
    thumbnail: thumbnail ? store.address(thumbnail) : null,
    buyAt: swapId === null && agency && placard.pictureId ? agency.buyAt(placard.pictureId) : null,
    coming: coming && {
      arrival: coming.id,
      state: coming.state,
      says: coming.says,
      thumbnail: seen ? store.address(seen) : null,
    },
    pages: pages(row.id),
  }));
  return { comps, waiting: all?.n ?? 0 };
}

/**
 * Asks the agency for a comp's original and has it fetched; it takes the comp's place once it is read. Asked twice,
 * it is fetched once; what was in the way of an earlier one is forgotten. Throws a Refusal.
 */
export async function fetchBought(
  database: Database,
  agency: Agency | null,
  siteId: string,
  personId: string,
  id: string,
): Promise<void> {
  const { placard: label } = await waitingComp(database, siteId, id);
  const { pictureId } = label;
  if (!agency || pictureId === '')
    throw unfit('No agency is known for this comp. Bring its original in as a file.');
  const address = await agency.originalOf(pictureId);
  if (address === null)
    throw unfit(`${agency.name} says that ${pictureId} is not bought yet. Buy it there first.`);
  await database.delete(arrival).where(and(eq(arrival.compId, id), eq(arrival.state, 'refused')));
  const { title, alt, creator, source } = label;
  const bought = { title, alt, creator, source, pictureId, licence: 'bought' };
  try {
    await announceFetches(database, siteId, personId, [{ address, label: bought, compId: id }]);
  } catch (error) {
    if (!isDuplicate(error)) throw error;
  }
}

/** A comp with its file and label. Throws a Refusal. */
async function waitingComp(database: Database, siteId: string, id: string) {
  const [comp] = await database
    .select({ asset, placard, original })
    .from(asset)
    .innerJoin(placard, eq(placard.assetId, asset.id))
    .innerJoin(original, eq(original.sha256, asset.sha256))
    .where(and(eq(asset.id, id), eq(asset.siteId, siteId), isNull(asset.binnedAt)));
  if (!comp) throw notHeld();
  if (comp.placard.licence !== 'comp')
    throw unfit('This is no comp: its placard names other terms. Somebody may have swapped it already.');
  return comp;
}

/**
 * Puts an original that has arrived in the place of a comp, in every page at once: label, positions, measures and
 * gaps stay, and its terms become “bought”. Throws a Refusal: clash when it does not look like the comp and nobody is `sure`.
 */
export async function swapComp(
  database: Database,
  siteId: string,
  personId: string,
  id: string,
  from: { arrival: string; sure: boolean },
): Promise<void> {
  const comp = await waitingComp(database, siteId, id);
  const sha256 = await arrivedFile(database, siteId, from.arrival);
  const [file] = await database.select().from(original).where(eq(original.sha256, sha256));
  if (!file) throw gone('The original is gone again. Bring it in once more.');
  const doubt = unlike(comp.original, file);
  if (doubt && !from.sure) throw clash(doubt);
  const writing = { personId, source: 'swap' as const };
  await database.transaction(async (transaction) => {
    const [still] = await transaction.select().from(placard).where(eq(placard.assetId, id)).for('update');
    if (still?.licence !== 'comp') throw unfit('Somebody has swapped it already.');
    const places = await replaceFile(transaction, personId, id, sha256);
    await writeLabels(transaction, siteId, writing, new Map([[id, () => ({ licence: 'bought' })]]));
    await transaction.insert(swap).values({
      id: newId(),
      assetId: id,
      versionBefore: comp.asset.versionId,
      places,
      personId,
      at: new Date(),
    });
    await transaction
      .delete(arrival)
      .where(or(eq(arrival.id, from.arrival), and(eq(arrival.compId, id), eq(arrival.state, 'refused'))));
    await assetsChanged(transaction, [id]);
  });
}

/** Takes a swap back: the comp stands in its pages again, under its own terms. Throws a Refusal. */
export async function undoSwap(
  database: Database,
  siteId: string,
  personId: string,
  id: string,
): Promise<void> {
  await database.transaction(async (transaction) => {
    const [row] = await transaction
      .select({ swap, asset, version })
      .from(swap)
      .innerJoin(asset, eq(asset.id, swap.assetId))
      .innerJoin(version, eq(version.id, swap.versionBefore))
      .where(and(eq(swap.assetId, id), eq(asset.siteId, siteId)))
      .for('update');
    if (!row) throw gone('There is no swap to take back.');
    const { id: versionId, sha256 } = row.version;
    await transaction
      .update(asset)
      .set({ versionId, nextVersionId: null, sha256, prepared: 'waiting' })
      .where(eq(asset.id, id));
    const writing = { personId, source: 'swap' as const };
    await writeLabels(transaction, siteId, writing, new Map([[id, () => ({ licence: 'comp' })]]));
    const back = Object.entries(row.swap.places ?? {}).map(([before, now]) => [now, before]);
    await changePlaces(transaction, siteId, personId, id, Object.fromEntries(back) as Record<string, string>);
    await transaction.delete(swap).where(eq(swap.assetId, id));
    await assetsChanged(transaction, [id]);
    await enqueue(transaction, 'prepare', id, `Preparing ${row.asset.name} from its comp`);
  });
}

async function arrivedFile(database: Database, siteId: string, id: string): Promise<string> {
  const [row] = await database
    .select()
    .from(arrival)
    .where(and(eq(arrival.id, id), eq(arrival.siteId, siteId), eq(arrival.state, 'ready')));
  if (!row?.sha256) throw gone('That arrival is gone, or not read yet.');
  return row.sha256;
}

/** Why a file may not be the picture that a comp stands for, in a sentence; null when it looks the same. */
function unlike(comp: typeof original.$inferSelect, file: typeof original.$inferSelect): string | null {
  if (!sameProportions(file.facts, comp.facts))
    return 'It has other proportions than the comp. It may be another picture, or another crop of it.';
  if (
    comp.perceptualHash === null ||
    file.perceptualHash === null ||
    hammingDistance(comp.perceptualHash, file.perceptualHash) > SAME_UNDER_WATERMARK
  )
    return 'It does not look like the comp. It may be another picture.';
  return null;
}
