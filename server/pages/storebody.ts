import { eq, inArray } from 'drizzle-orm';
import {
  embeddedIn,
  FORMAT,
  placesOf,
  usesOfPage,
  type PageBody,
  type PagePlace,
  type Schedule,
} from '@placard/core/page';
import type { Finding } from '@placard/core/proof';
import type { Queryable } from '../db/database.ts';
import type { ChangedHow } from '../db/pages.ts';
import { asset, changeLog, page, pageRow, placement } from '../db/schema.ts';
import { indexOutside } from '../outside/outside.ts';
import { markPages } from '../search/markpages.ts';
import { refreshSearch } from '../search/searchrows.ts';
import { indexLinks, pagesLinkingTo } from './linkedpages.ts';
import { gatherWritten } from './pagerow.ts';
import { keepVersion } from './versions.ts';

/** Writes a page’s body, and with it everything that it is found by. Answers what was found in it. */
export async function storeBody(
  database: Queryable,
  { document: _before, facts: _factsBefore, ...row }: typeof page.$inferSelect,
  saved: PageBody & {
    shown: Schedule | null;
    title: string;
    version: number;
    changedAt: Date;
    changedBy: string;
    changedHow: ChangedHow;
    lastSave: string | null;
  },
): Promise<Finding[]> {
  const { document, facts, ...rest } = saved;
  const { shown, title, version, changedAt, changedBy, changedHow } = rest;
  const { id, siteId } = row;
  await database
    .update(page)
    .set({ ...saved, document: { ...document, format: FORMAT } })
    .where(eq(page.id, id));
  await indexBody(database, siteId, id, { document, facts });
  await keepVersion(database, {
    pageId: id,
    number: version,
    title,
    document,
    facts,
    shown,
    at: changedAt,
    by: changedBy,
    how: changedHow,
  });
  return gatherWritten(database, siteId, { ...row, ...rest, body: { document, facts } });
}

/** Writes anew what a page uses and links to; pages that link into it are looked at again. */
export async function indexBody(
  database: Queryable,
  siteId: string,
  id: string,
  body: PageBody,
): Promise<void> {
  await indexPlacements(database, id, body);
  await indexLinks(database, id, body.document);
  await indexOutside(database, siteId, id, body.document);
  const [row] = await database
    .select({ places: pageRow.places, isCopy: pageRow.isCopy })
    .from(pageRow)
    .where(eq(pageRow.pageId, id));
  const names = (places: readonly PagePlace[]) => places.map(({ anchor }) => anchor).join(' ');
  // Who links here asks only whether the place is there: most saves change nothing of that.
  // Whoever uses standing copy shows all that it is.
  if (!row || (!row.isCopy && names(row.places ?? []) === names(placesOf(body.document)))) return;
  const linking = await pagesLinkingTo(database, [id]);
  if (linking.length === 0) return;
  await markPages(database, siteId, { pages: linking });
  // Windows that show those pages show what has changed in them.
  if (row.isCopy)
    await database
      .insert(changeLog)
      .values(linking.map((subject) => ({ kind: 'page' as const, subject, at: new Date() })));
}

/** Writes anew where a page uses what. */
async function indexPlacements(database: Queryable, pageId: string, body: PageBody): Promise<void> {
  const before = await database
    .select({ id: placement.assetId })
    .from(placement)
    .where(eq(placement.pageId, pageId));
  await database.delete(placement).where(eq(placement.pageId, pageId));
  const uses = usesOfPage(body).map(({ asset, version }) => ({
    assetId: asset,
    versionId: version ?? null,
    host: null,
  }));
  const frames = embeddedIn(body.document)
    .flatMap(({ origins }) => origins)
    .map((origin) => ({ assetId: null, versionId: null, host: new URL(origin).host.slice(0, 255) }));
  const rows = [...uses, ...frames].map((row, ordinal) => ({ pageId, ordinal, ...row }));
  if (rows.length > 0) await database.insert(placement).values(rows);
  const there = new Set(before.map(({ id }) => id));
  const fresh = uses.flatMap(({ assetId }) => (there.has(assetId) ? [] : [assetId]));
  if (fresh.length > 0)
    await database.update(asset).set({ placedAt: new Date() }).where(inArray(asset.id, fresh));
  const touched = new Set([...before.map(({ id }) => id), ...uses.map(({ assetId }) => assetId)]);
  await refreshSearch(
    database,
    [...touched].filter((id) => id !== null),
  );
}
