import { eq, sql } from 'drizzle-orm';
import { renditionWidths } from '@placard/core/geometry';
import { newId } from '../db/columns.ts';
import type { Database } from '../db/database.ts';
import { asset, original, rendition, site, version } from '../db/schema.ts';
import { posterFrame } from '../film/probe.ts';
import { refreshSearch } from '../holdings/searchrows.ts';
import { formatsFor, makeLadder, type Made, type Rung } from '../imaging/ladder.ts';
import { asRefusal } from '../imaging/picture.ts';
import type { Store } from '../store/store.ts';
import { localCopy } from '../store/localcopy.ts';
import type { Work } from './runner.ts';

/** How often the progress of one picture is written down, in milliseconds. */
const SAY_EVERY = 400;

/** Makes the renditions of an asset at the site's measures; the ones that exist are left as they are. */
export function prepareWork(database: Database, store: Store): Work {
  const set = (id: string, prepared: 'working' | 'done' | 'failed', trouble: string | null = null) =>
    database.update(asset).set({ prepared, trouble }).where(eq(asset.id, id));
  return {
    run: async (id, advance) => {
      const [row] = await database
        .select({ asset, original, site, versionId: version.id })
        .from(asset)
        .innerJoin(original, eq(original.sha256, asset.sha256))
        .innerJoin(site, eq(site.id, asset.siteId))
        .innerJoin(version, eq(version.id, asset.versionId))
        .where(eq(asset.id, id));
      if (!row) return;
      await set(id, 'working');
      const { facts } = row.original;
      const widest = facts.extension === 'svg' ? Number.MAX_SAFE_INTEGER : facts.width;
      const widths = renditionWidths(row.site.measures, Math.min(widest, row.asset.widest ?? widest));
      const rungs = formatsFor(facts, row.site.modernFormat).flatMap((format) =>
        widths.map((width): Rung => ({ width, format })),
      );
      const file = await localCopy(store, row.original.workKey ?? row.original.key);
      try {
        const picture = facts.kind === 'film' ? await posterFrame(file.path, facts.duration ?? 0) : file.path;
        await makeMissing(database, store, row.versionId, picture, facts, rungs, advance);
      } catch (error) {
        throw asRefusal(error);
      } finally {
        await file.release();
      }
      await set(id, 'done');
      await refreshSearch(database, [id]);
    },
    gaveUp: async (id, says) => {
      await set(id, 'failed', says.slice(0, 500));
    },
  };
}

async function makeMissing(
  database: Database,
  store: Store,
  versionId: string,
  picture: string | Buffer,
  facts: Parameters<typeof makeLadder>[1],
  rungs: Rung[],
  advance: (done: number, total: number) => Promise<void>,
): Promise<void> {
  const existing = await database.select().from(rendition).where(eq(rendition.versionId, versionId));
  const missing = rungs.filter(
    ({ width, format }) => !existing.some((row) => row.width === width && row.mime === `image/${format}`),
  );
  let done = rungs.length - missing.length;
  if (missing.length === 0) return;
  const kept: Kept[] = [];
  let said = 0;
  await makeLadder(picture, facts, missing, async (made) => {
    kept.push(await keepFile(store, versionId, made));
    done++;
    if (Date.now() - said < SAY_EVERY && done < rungs.length) return;
    said = Date.now();
    await advance(done, rungs.length);
  });
  await keepRows(database, kept);
}

type Kept = typeof rendition.$inferInsert;

/** Writes a rendition's file, under a name that a second attempt writes again. */
export async function keepFile(store: Store, versionId: string, made: Made): Promise<Kept> {
  const { data, extension, ...facts } = made;
  const key = `renditions/${versionId.slice(0, 2)}/${versionId}/${made.width}.${extension}`;
  await store.put(key, data);
  return { id: newId(), versionId, ...facts, bytes: data.length, key };
}

/** Writes the rows of files that lie there, all at once; the ones that exist are left as they are. */
export async function keepRows(database: Database, kept: Kept[]): Promise<void> {
  if (kept.length === 0) return;
  await database
    .insert(rendition)
    .values(kept)
    .onDuplicateKeyUpdate({ set: { id: sql`id` } });
}
