import { and, eq, inArray, isNull, ne } from 'drizzle-orm';
import type { Judged } from '@placard/core/contract';
import { limitsOf } from '@placard/core/credit';
import { mayWe } from '@placard/core/licence';
import { targetOf, usesIn, type PageDocument } from '@placard/core/page';
import { changesMade } from '@placard/core/prep';
import type { Database } from '../db/database.ts';
import { asset, ownTerms, page, placard, placement, site, version } from '../db/schema.ts';
import { readable } from '../db/storedpage.ts';
import { notHeld } from '../refusal.ts';
import { onFileOf, placardOf, termsOfLabel, useNow } from '../licence/labelrow.ts';

/** Whether an asset may be used as it is, and as it stands in each page. Throws gone. */
export async function judgeAsset(database: Database, siteId: string, id: string): Promise<Judged> {
  const [row] = await database
    .select({ asset, placard, ownTerms, version, policy: site.policy })
    .from(asset)
    .innerJoin(placard, eq(placard.assetId, asset.id))
    .innerJoin(version, eq(version.id, asset.versionId))
    .innerJoin(site, eq(site.id, asset.siteId))
    .leftJoin(ownTerms, eq(ownTerms.id, placard.licence))
    .where(and(eq(asset.id, id), eq(asset.siteId, siteId)));
  if (!row) throw notHeld();
  const label = placardOf(row.placard);
  const terms = termsOfLabel(label, row.ownTerms);
  const onFile = (await onFileOf(database, [id])).get(id);
  const judge = (changes: readonly string[]) =>
    mayWe(terms, useNow(row.policy, changes), limitsOf(label), onFile);
  const [stored, versions, twins] = await Promise.all([
    database
      .selectDistinct({ page })
      .from(page)
      .innerJoin(placement, eq(placement.pageId, page.id))
      .where(eq(placement.assetId, id)),
    database.select().from(version).where(eq(version.assetId, id)),
    label.alt === ''
      ? []
      : database
          .select({ title: placard.title, fileName: asset.fileName })
          .from(placard)
          .innerJoin(asset, eq(asset.id, placard.assetId))
          .where(
            and(
              eq(placard.alt, label.alt),
              ne(asset.id, id),
              eq(asset.siteId, siteId),
              isNull(asset.binnedAt),
            ),
          )
          .limit(3),
  ]);
  // What only a newer Placard can read is judged there.
  const pages = stored.flatMap(({ page: { document, ...where } }) => {
    const read = readable(document);
    return read ? [{ page: { ...where, document: read } }] : [];
  });
  const beside = await altsBeside(
    database,
    pages.map(({ page }) => page.document),
  );
  const titles = await titlesOfLinked(
    database,
    siteId,
    pages.map(({ page }) => page.document),
  );
  const changesOf = (versionId: string | null | undefined) =>
    changesMade((versions.find((one) => one.id === versionId) ?? row.version).preparation.edits);
  return {
    asItIs: judge(changesMade(row.version.preparation.edits)),
    places: pages.flatMap(({ page: where }) =>
      usesIn(where.document)
        .filter(({ asset }) => asset === id)
        .map((use) => {
          const changes = changesOf(use.version);
          return {
            page: where.id,
            title: where.title,
            place: use.id,
            changes,
            own: [
              ...(use.ownAlt === null ? [] : (['alt'] as const)),
              ...(use.ownCaption === null ? [] : (['caption'] as const)),
            ],
            neighbours: beside(where.document, use.id),
            linksTo: use.linksTo ? (titles.get(use.linksTo) ?? use.linksTo) : null,
            answer: judge(changes),
          };
        }),
    ),
    twins: twins.map(({ title, fileName }) => title || fileName),
  };
}

/** The titles of our own pages that pictures of these pages lead to, by their addresses. */
async function titlesOfLinked(
  database: Database,
  siteId: string,
  documents: readonly PageDocument[],
): Promise<Map<string, string>> {
  const links = documents.flatMap((document) =>
    usesIn(document).flatMap(({ linksTo }) => {
      const target = targetOf(linksTo ?? '');
      return linksTo && target.kind === 'page' ? [{ linksTo, id: target.page }] : [];
    }),
  );
  const ids = links.map(({ id }) => id);
  if (ids.length === 0) return new Map();
  const rows = await database
    .select({ id: page.id, title: page.title })
    .from(page)
    .where(and(inArray(page.id, ids), eq(page.siteId, siteId)));
  return new Map(
    links.flatMap(({ linksTo, id }) => {
      const found = rows.find((row) => row.id === id);
      return found ? [[linksTo, found.title] as const] : [];
    }),
  );
}

/** Finds the alt texts of what is placed directly before and after a place of these pages. */
async function altsBeside(database: Database, documents: readonly PageDocument[]) {
  const ids = new Set(documents.flatMap((document) => usesIn(document).map(({ asset }) => asset)));
  const rows =
    ids.size === 0
      ? []
      : await database
          .select({ id: placard.assetId, alt: placard.alt })
          .from(placard)
          .where(inArray(placard.assetId, [...ids]));
  const altOf = new Map(rows.map(({ id, alt }) => [id, alt]));
  return (document: PageDocument, place: string): string[] => {
    const all = usesIn(document);
    const at = all.findIndex(({ id }) => id === place);
    return [all[at - 1], all[at + 1]].flatMap((use) => {
      const alt = use ? (use.ownAlt ?? altOf.get(use.asset) ?? '') : '';
      return alt === '' ? [] : [alt];
    });
  };
}
