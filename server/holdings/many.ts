import { and, eq, inArray, isNotNull, isNull } from 'drizzle-orm';
import { changeKeywords, type Placard } from '@placard/core/credit';
import type { Database } from '../db/database.ts';
import { asset, page, placard, placement, rendition, section, track, version } from '../db/schema.ts';
import { NotFound, Problem } from '../http/problem.ts';
import { replaceInPages } from '../pages/changepages.ts';
import type { Store } from '../store/store.ts';
import { forgetOriginal } from './arrivals.ts';
import { askToRelabel } from './label.ts';
import { placardOf } from './assets.ts';
import { refreshSearch } from './searchrows.ts';

/** As many characters as the line of keywords on a placard takes. */
const MOST_KEYWORDS = 2000;

/** Files assets under other sections, all or none. Answers where each was. Throws NotFound. */
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
      if (!filed) throw new NotFound('That section does not exist any more. Nothing was moved.');
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

/** Writes fields on many placards, all or none. Answers what stood there, the same texts together. */
export async function labelAssets(
  database: Database,
  siteId: string,
  labels: readonly { assets: readonly string[]; changes: Partial<Placard> }[],
): Promise<{ assets: string[]; changes: Partial<Placard> }[]> {
  return writeLabels(
    database,
    siteId,
    labels.map(({ assets, changes }) => ({ assets, changesOf: () => changes })),
  );
}

/** Adds keywords to many placards and takes others away, all or none. Answers what stood there. */
export async function keywordAssets(
  database: Database,
  siteId: string,
  { assets, add, remove }: { assets: readonly string[]; add: string; remove: string },
): Promise<{ assets: string[]; changes: Partial<Placard> }[]> {
  const changesOf = ({ keywords }: Placard) => ({
    keywords: changeKeywords(keywords, add, remove).slice(0, MOST_KEYWORDS),
  });
  return writeLabels(database, siteId, [{ assets, changesOf }]);
}

async function writeLabels(
  database: Database,
  siteId: string,
  labels: readonly { assets: readonly string[]; changesOf: (label: Placard) => Partial<Placard> }[],
): Promise<{ assets: string[]; changes: Partial<Placard> }[]> {
  return database.transaction(async (transaction) => {
    const before = new Map<string, { assets: string[]; changes: Partial<Placard> }>();
    for (const { assets, changesOf } of labels) {
      const rows = await transaction
        .select({ placard })
        .from(placard)
        .innerJoin(asset, eq(asset.id, placard.assetId))
        .where(and(inArray(placard.assetId, [...assets]), eq(asset.siteId, siteId)))
        .for('update');
      for (const { placard: row } of rows) {
        const label = placardOf(row);
        const changes = changesOf(label);
        const fields = (Object.keys(changes) as (keyof Placard)[]).filter(
          (field) => changes[field] !== label[field],
        );
        if (fields.length === 0) continue;
        const stood = Object.fromEntries(fields.map((field) => [field, label[field]])) as Partial<Placard>;
        const same = JSON.stringify(stood);
        const group = before.get(same) ?? { assets: [], changes: stood };
        group.assets.push(row.assetId);
        before.set(same, group);
        await transaction
          .update(placard)
          .set({ ...changes, version: row.version + 1 })
          .where(eq(placard.assetId, row.assetId));
        await askToRelabel(transaction, row.assetId);
      }
      await refreshSearch(transaction, assets);
    }
    return [...before.values()];
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
 * place in every page first, at the same position, measure and gap. Throws a Problem.
 */
export async function binAssets(
  database: Database,
  siteId: string,
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
        throw new Problem(422, 'What should take its place is not held, or goes into the bin itself.');
      if (rows.some(({ kind }) => kind !== other.kind))
        throw new Problem(422, `A ${other.kind} can only take the place of a ${other.kind}.`);
      await replaceInPages(
        transaction,
        siteId,
        rows.map(({ id }) => id),
        instead,
      );
      await refreshSearch(transaction, [instead]);
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
    await refreshSearch(transaction, binned);
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
    await refreshSearch(
      transaction,
      rows.map(({ id }) => id),
    );
    return rows.length;
  });
}

/** Deletes for good what lies in the bin: rows first, then the files that nothing else needs. Answers how many. */
export async function emptyBin(database: Database, store: Store, siteId: string): Promise<number> {
  const rows = await database
    .select({ id: asset.id })
    .from(asset)
    .where(and(eq(asset.siteId, siteId), isNotNull(asset.binnedAt)));
  for (const { id } of rows) {
    const [versions, renditions, tracks] = await Promise.all([
      database
        .select({ sha256: version.sha256, small: version.thumbnail })
        .from(version)
        .where(eq(version.assetId, id)),
      database
        .select({ key: rendition.key })
        .from(rendition)
        .innerJoin(version, eq(version.id, rendition.versionId))
        .where(eq(version.assetId, id)),
      database.select({ key: track.key }).from(track).where(eq(track.assetId, id)),
    ]);
    await database.delete(asset).where(and(eq(asset.id, id), isNotNull(asset.binnedAt)));
    for (const { key } of [...renditions, ...tracks]) await store.delete(key);
    for (const { sha256, small } of versions) {
      if (small) await store.delete(small);
      await forgetOriginal(database, store, sha256);
    }
  }
  return rows.length;
}
