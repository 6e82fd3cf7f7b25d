import { and, eq, inArray, isNotNull, isNull } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { asset, page, placard, placement, section } from '../db/schema.ts';
import { gone, unfit } from '../refusal.ts';
import { replaceInPages } from '../pages/writepage.ts';
import { assetsChanged, refreshSearch } from '../search/searchrows.ts';

/** Files assets under other sections, all or none. Answers where each was. Throws gone. */
export async function moveAssets(
  database: Database,
  siteId: string,
  moves: readonly { section: string; assets: readonly string[] }[],
): Promise<{ section: string; assets: string[] }[]> {
  return database.transaction(async (transaction) => {
    const before = new Map<string, string[]>();
    for (const move of moves) {
      const [filed] = await transaction
        .select({ id: section.id })
        .from(section)
        .where(and(eq(section.id, move.section), eq(section.siteId, siteId)));
      if (!filed) throw gone('That section does not exist any more. Nothing was moved.');
      const which = and(inArray(asset.id, [...move.assets]), eq(asset.siteId, siteId));
      const rows = await transaction
        .select({ id: asset.id, was: asset.sectionId })
        .from(asset)
        .where(which)
        .for('update');
      for (const { id, was } of rows) before.set(was, [...(before.get(was) ?? []), id]);
      await transaction.update(asset).set({ sectionId: move.section }).where(which);
      await refreshSearch(transaction, move.assets);
    }
    return [...before].map(([section, assets]) => ({ section, assets }));
  });
}

/** Something that could not be binned, and the pages it stands in. */
interface Used {
  id: string;
  title: string;
  pages: { id: string; title: string }[];
}

/**
 * Puts assets into the bin. What stands in pages is left and named; given `instead`, that takes its
 * place in every page first, at the same position, measure and gap. Throws a Refusal.
 */
export async function binAssets(
  database: Database,
  siteId: string,
  personId: string,
  ids: readonly string[],
  instead: string | undefined,
): Promise<{ binned: string[]; used: Used[] }> {
  return database.transaction(async (transaction) => {
    const mine = and(inArray(asset.id, [...ids]), eq(asset.siteId, siteId), isNull(asset.binnedAt));
    const rows = await transaction
      .select({ id: asset.id, kind: asset.kind })
      .from(asset)
      .where(mine)
      .for('update');
    if (instead) {
      const [other] = await transaction
        .select({ kind: asset.kind })
        .from(asset)
        .where(and(eq(asset.id, instead), eq(asset.siteId, siteId), isNull(asset.binnedAt)));
      if (!other || ids.includes(instead))
        throw unfit('What should take its place is not held, or goes into the bin itself.');
      if (rows.some(({ kind }) => kind !== other.kind))
        throw unfit(`A ${other.kind} can only take the place of a ${other.kind}.`);
      await replaceInPages(
        transaction,
        siteId,
        rows.map(({ id }) => id),
        instead,
        personId,
      );
      await assetsChanged(transaction, [instead]);
    }
    const uses = await transaction
      .selectDistinct({
        id: placement.assetId,
        title: placard.title,
        fileName: asset.fileName,
        pageId: page.id,
        pageTitle: page.title,
      })
      .from(placement)
      .innerJoin(page, eq(page.id, placement.pageId))
      .innerJoin(asset, eq(asset.id, placement.assetId))
      .innerJoin(placard, eq(placard.assetId, asset.id))
      .where(inArray(placement.assetId, [...ids]));
    const used = new Map<string, Used>();
    for (const { id, title, fileName, pageId, pageTitle } of uses) {
      if (id === null) continue;
      const line = used.get(id) ?? { id, title: title || fileName, pages: [] };
      line.pages.push({ id: pageId, title: pageTitle });
      used.set(id, line);
    }
    const binned = rows.map(({ id }) => id).filter((id) => !used.has(id));
    if (binned.length > 0)
      await transaction.update(asset).set({ binnedAt: new Date() }).where(inArray(asset.id, binned));
    await assetsChanged(transaction, binned);
    return { binned, used: [...used.values()] };
  });
}

/** Takes assets out of the bin. Answers how many. */
export async function restoreAssets(
  database: Database,
  siteId: string,
  ids: readonly string[],
): Promise<number> {
  const which = and(inArray(asset.id, [...ids]), eq(asset.siteId, siteId), isNotNull(asset.binnedAt));
  return database.transaction(async (transaction) => {
    const rows = await transaction.select({ id: asset.id }).from(asset).where(which).for('update');
    if (rows.length > 0) await transaction.update(asset).set({ binnedAt: null }).where(which);
    await assetsChanged(
      transaction,
      rows.map(({ id }) => id),
    );
    return rows.length;
  });
}
