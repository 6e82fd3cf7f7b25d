import { and, desc, eq, inArray, isNotNull, isNull, or } from 'drizzle-orm';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Comp, Person } from '@placard/core/contract';
import { apart, sameProportions } from '@placard/core/likeness';
import { newId } from '../db/columns.ts';
import type { Database } from '../db/database.ts';
import { arrival, asset, original, page, placard, placement, swap, version } from '../db/schema.ts';
import { NotFound, Problem } from '../http/problem.ts';
import { enqueue } from '../jobs/queue.ts';
import { storeOriginal } from '../jobs/receive.ts';
import type { Agency } from '../outbound/agency.ts';
import type { Outbound } from '../outbound/outbound.ts';
import type { Store } from '../store/store.ts';
import { writeLabels } from '../labels/write.ts';
import { changePlaces, replaceFile } from './replacefile.ts';
import { refreshSearch } from './searchrows.ts';

/** A watermark changes more of a picture than a saving does. */
const SAME_UNDER_WATERMARK = 16;
const MOST_BYTES = 500_000_000;

/** The comps that wait for their originals, with the pages they stand in, and what was swapped lately. */
export async function listComps(
  database: Database,
  store: Store,
  siteId: string,
  agency: Agency | null,
): Promise<Comp[]> {
  const wanted = await database
    .select({ asset, placard, thumbnail: original.thumbnail, swapId: swap.id })
    .from(asset)
    .innerJoin(placard, eq(placard.assetId, asset.id))
    .innerJoin(original, eq(original.sha256, asset.sha256))
    .leftJoin(swap, eq(swap.assetId, asset.id))
    .where(
      and(
        eq(asset.siteId, siteId),
        isNull(asset.binnedAt),
        or(eq(placard.licence, 'comp'), isNotNull(swap.id)),
      ),
    )
    .orderBy(desc(asset.addedAt));
  if (wanted.length === 0) return [];
  const uses = await database
    .selectDistinct({ assetId: placement.assetId, id: page.id, title: page.title })
    .from(placement)
    .innerJoin(page, eq(page.id, placement.pageId))
    .where(
      inArray(
        placement.assetId,
        wanted.map(({ asset: { id } }) => id),
      ),
    );
  return wanted.map(({ asset: row, placard, thumbnail, swapId }) => ({
    asset: row.id,
    title: placard.title || row.fileName,
    pictureId: placard.pictureId,
    source: placard.source,
    swapped: swapId !== null,
    thumbnail: thumbnail ? store.address(thumbnail) : null,
    buyAt: swapId === null && agency && placard.pictureId ? agency.buyAt(placard.pictureId) : null,
    pages: uses.filter(({ assetId }) => assetId === row.id).map(({ id, title }) => ({ id, title })),
  }));
}

/** Where the original comes from: an arrival, or the agency it was bought from. */
interface From {
  arrival?: string | undefined;
  /** Said that it is right although it does not look like the comp. */
  sure: boolean;
}

/**
 * Puts the original in the place of a comp, in every page at once: label, positions, measures and gaps
 * stay, and its terms become “bought”. Throws a Problem: 409 when it does not look like the comp.
 */
export async function swapComp(
  house: { database: Database; store: Store; outbound: Outbound; agency: Agency | null; uploads: string },
  siteId: string,
  person: Person,
  id: string,
  from: From,
): Promise<void> {
  const { database } = house;
  const [comp] = await database
    .select({ asset, placard, original })
    .from(asset)
    .innerJoin(placard, eq(placard.assetId, asset.id))
    .innerJoin(original, eq(original.sha256, asset.sha256))
    .where(and(eq(asset.id, id), eq(asset.siteId, siteId), isNull(asset.binnedAt)));
  if (!comp) throw new NotFound('This is not held here any more.');
  if (comp.placard.licence !== 'comp')
    throw new Problem(
      422,
      'This is no comp: its placard names other terms. Somebody may have swapped it already.',
    );
  const sha256 = from.arrival
    ? await arrivedFile(database, siteId, from.arrival)
    : await boughtFile(house, comp.placard.pictureId);
  const [file] = await database.select().from(original).where(eq(original.sha256, sha256));
  if (!file) throw new NotFound('The original is gone again. Bring it in once more.');
  const doubt = unlike(comp.original, file);
  if (doubt && !from.sure) throw new Problem(409, doubt);
  const writing = { personId: person.id, source: 'swap' as const };
  await database.transaction(async (transaction) => {
    const [still] = await transaction.select().from(placard).where(eq(placard.assetId, id)).for('update');
    if (still?.licence !== 'comp') throw new Problem(422, 'Somebody has swapped it already.');
    const places = await replaceFile(transaction, id, sha256);
    await writeLabels(transaction, siteId, writing, new Map([[id, () => ({ licence: 'bought' })]]));
    await transaction.insert(swap).values({
      id: newId(),
      assetId: id,
      versionBefore: comp.asset.versionId,
      places,
      personId: person.id,
      at: new Date(),
    });
    if (from.arrival) await transaction.delete(arrival).where(eq(arrival.id, from.arrival));
    await refreshSearch(transaction, [id]);
  });
}

/** Takes a swap back: the comp stands in its pages again, under its own terms. Throws a Problem. */
export async function undoSwap(
  database: Database,
  siteId: string,
  person: Person,
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
    if (!row) throw new NotFound('There is no swap to take back.');
    const { id: versionId, sha256 } = row.version;
    await transaction
      .update(asset)
      .set({ versionId, nextVersionId: null, sha256, prepared: 'waiting' })
      .where(eq(asset.id, id));
    const writing = { personId: person.id, source: 'swap' as const };
    await writeLabels(transaction, siteId, writing, new Map([[id, () => ({ licence: 'comp' })]]));
    const back = Object.entries(row.swap.places ?? {}).map(([before, now]) => [now, before]);
    await changePlaces(transaction, siteId, id, Object.fromEntries(back) as Record<string, string>);
    await transaction.delete(swap).where(eq(swap.assetId, id));
    await refreshSearch(transaction, [id]);
    await enqueue(transaction, 'prepare', id, `Preparing ${row.asset.name} from its comp`);
  });
}

async function arrivedFile(database: Database, siteId: string, id: string): Promise<string> {
  const [row] = await database
    .select()
    .from(arrival)
    .where(and(eq(arrival.id, id), eq(arrival.siteId, siteId), eq(arrival.state, 'ready')));
  if (!row?.sha256) throw new NotFound('That arrival is gone, or not read yet.');
  return row.sha256;
}

async function boughtFile(
  { database, store, outbound, agency, uploads }: Parameters<typeof swapComp>[0],
  pictureId: string,
): Promise<string> {
  if (!agency || pictureId === '')
    throw new Problem(422, 'No agency is known for this comp. Bring its original in as a file.');
  const address = await agency.originalOf(pictureId);
  if (address === null)
    throw new Problem(422, `${agency.name} says that ${pictureId} is not bought yet. Buy it there first.`);
  const path = join(uploads, `original-${newId()}`);
  try {
    await outbound.download(address, path, { mostBytes: MOST_BYTES, within: 5 * 60_000 }, () => {});
    return (await storeOriginal(database, store, path)).sha256;
  } finally {
    await rm(path, { force: true });
  }
}

/** Why a file may not be the picture that a comp stands for, in a sentence; null when it looks the same. */
function unlike(comp: typeof original.$inferSelect, file: typeof original.$inferSelect): string | null {
  if (!sameProportions(file.facts, comp.facts))
    return 'It has other proportions than the comp. It may be another picture, or another crop of it.';
  if (
    comp.likeness === null ||
    file.likeness === null ||
    apart(comp.likeness, file.likeness) > SAME_UNDER_WATERMARK
  )
    return 'It does not look like the comp. It may be another picture.';
  return null;
}
