import { and, eq, inArray, isNull, notLike, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { Facts } from '@placard/core/contract';
import { tagsOf, withoutPacket, xmpOf } from '@placard/core/credit';
import { NARROW } from '@placard/core/page';
import { heightAt, renditionWidths, type Measure } from '@placard/core/geometry';
import { changesMade, windowOf } from '@placard/core/prep';
import { newId } from '../db/columns.ts';
import type { Database, Queryable } from '../db/database.ts';
import { asset, original, ownTerms, placard, rendition, site, version } from '../db/schema.ts';
import { codecsOf, gainFor } from '@placard/core/film';
import { encodedIn, posterFrame } from '../film/probe.ts';
import { readSound } from '../film/sound.ts';
import { writeDocument } from '../documents/write.ts';
import { isWhole, writeFilm, type Gain, type Written } from '../film/write.ts';
import { assetsChanged } from '../search/searchrows.ts';
import { versionsInUse } from '../holdings/versions.ts';
import { servedDrawing } from '../imaging/drawing.ts';
import type { Format } from '../imaging/encode.ts';
import { MIME_BY_EXTENSION } from '../imaging/formats.ts';
import { formatsFor, makeLadder, type Made, type Rung } from '../imaging/ladder.ts';
import { asRefusal } from '../imaging/picture.ts';
import { smallPicture } from '../imaging/smallpicture.ts';
import { localCopy } from '../store/localcopy.ts';
import type { Store } from '../store/store.ts';
import { enqueue } from '../queue/queue.ts';
import type { Job, Work } from '../queue/job.ts';
import { askForFilms } from '../holdings/films.ts';
import { placardOf, termsOfRow } from '../licence/labelrow.ts';
import type { Services } from '../services.ts';

declare module '../queue/job.ts' {
  interface JobNames {
    prepare: true;
  }
}

export const prepareJob: Job<Services> = {
  name: 'prepare',
  rank: 1,
  work: ({ database, store }) => prepareWork(database, store),
};

/** How often the progress of one picture is written down, in milliseconds. */
const SAY_EVERY = 400;

type Advance = (done: number, total: number) => Promise<void>;

/**
 * Makes the renditions of an asset's versions at the site's measures; the ones that exist are left as they are.
 * A version that waits to take the asset's place takes it once they are there.
 */
function prepareWork(database: Database, store: Store): Work {
  const set = (id: string, prepared: 'working' | 'done' | 'failed', trouble: string | null = null) =>
    database.update(asset).set({ prepared, trouble }).where(eq(asset.id, id));
  return {
    run: async (id, advance) => {
      await set(id, 'working');
      const made = await versionsInUse(database, id);
      for (const versionId of made) await makeRenditions(database, store, versionId, advance);
      await database.transaction(async (transaction) => {
        const [row] = await transaction.select().from(asset).where(eq(asset.id, id)).for('update');
        // One that came meanwhile has no renditions yet; it was asked for, and has its turn after this one.
        if (!row || !made.includes(row.nextVersionId ?? row.versionId)) return;
        await transaction
          .update(asset)
          .set({ prepared: 'done', trouble: null, ...(await taking(transaction, row.nextVersionId)) })
          .where(eq(asset.id, id));
        await assetsChanged(transaction, [id]);
        await askForFilms(transaction, row);
      });
    },
    gaveUp: async (id, says) => {
      await set(id, 'failed', says.slice(0, 500));
    },
  };
}

/** Asks for what films, sounds and documents lack to leave: files written anew. Answers for how many it was asked. */
export async function askForUnwritten(database: Database): Promise<number> {
  const rows = await database
    .select({ id: asset.id })
    .from(asset)
    .leftJoin(rendition, and(eq(rendition.versionId, asset.versionId), notLike(rendition.mime, 'image/%')))
    .where(
      and(
        inArray(asset.kind, ['film', 'sound', 'document']),
        eq(asset.prepared, 'done'),
        isNull(rendition.id),
      ),
    );
  await enqueue(
    database,
    'prepare',
    rows.map(({ id }) => id),
    'Writing files anew, as they may leave',
  );
  return rows.length;
}

/** What changes of an asset when a version takes its place; nothing where none waits to. */
async function taking(database: Queryable, versionId: string | null) {
  if (versionId === null) return {};
  const [next] = await database
    .select({ sha256: version.sha256 })
    .from(version)
    .where(eq(version.id, versionId));
  return next ? { versionId, sha256: next.sha256, nextVersionId: null } : { nextVersionId: null };
}

/** The longest side in pixels that a format can say (VP8 14 bits; JPEG and AV1 16; PNG as much as anybody draws). */
const LONGEST_SIDE: Readonly<Record<Format, number>> = {
  webp: 16_383,
  jpeg: 65_535,
  avif: 65_535,
  png: 1_000_000,
};

/** The files that a version needs: every width in two formats, for wide screens and, where it has a part for them, for narrow ones. */
function rungsOf(
  row: typeof version.$inferSelect,
  facts: Facts,
  { measures, modernFormat }: { measures: readonly Measure[]; modernFormat: 'webp' | 'avif' },
  widest: number | null,
): Rung[] {
  if (facts.kind === 'sound' || facts.kind === 'document') return [];
  const { preparation } = row;
  const formats = formatsFor(facts, modernFormat, preparation);
  const drawing = facts.extension === 'svg';
  const most = widest ?? Number.MAX_SAFE_INTEGER;
  const rungs = (screen: 'wide' | 'narrow', width: number, all: readonly Measure[]): Rung[] => {
    const { size } = windowOf(preparation, facts, screen);
    return renditionWidths(all, Math.min(drawing ? Number.MAX_SAFE_INTEGER : width, most)).flatMap((width) =>
      formats
        .filter((format) => Math.max(width, heightAt(width, size)) <= LONGEST_SIDE[format])
        .map((format): Rung => ({ screen, width, format })),
    );
  };
  const wide = rungs('wide', row.width, measures);
  if (!preparation.narrow || facts.kind !== 'picture') return wide;
  const forNarrow = [
    ...measures.filter(({ width }) => width < NARROW),
    { id: 'narrow', name: 'Narrow screens', width: NARROW },
  ];
  const { size } = windowOf(preparation, facts, 'narrow');
  return [...wide, ...rungs('narrow', size.width, forNarrow)];
}

/**
 * Makes what a version lacks of its renditions, with the label written into each; with `relabel`, the ones that
 * carry another label too. Throws unfit.
 */
export async function makeRenditions(
  database: Database,
  store: Store,
  versionId: string,
  advance: Advance,
  relabel = false,
): Promise<void> {
  const row = await readVersion(database, versionId);
  if (!row) return;
  const { file, label, tags, xmp } = row;
  const rungs = rungsOf(row.version, file.facts, row.site, row.asset.widest);
  const { preparation } = row.version;
  const existing = (await database.select().from(rendition).where(eq(rendition.versionId, versionId))).filter(
    (there) => !relabel || there.label === label,
  );
  const missing = rungs.filter(
    ({ width, format, screen = 'wide' }) =>
      !existing.some(
        (there) => there.width === width && there.screen === screen && there.mime === `image/${format}`,
      ),
  );
  const media = file.facts.kind !== 'picture' && !existing.some(isWhole);
  if (missing.length === 0 && !media) return;
  await store.removeParts(folderOf(versionId));
  const copy = await localCopy(store, file.workKey ?? file.key);
  const kept: Kept[] = [];
  let [done, said] = [rungs.length - missing.length, 0];
  let small: Made | undefined;
  try {
    if (media) {
      const written =
        file.facts.kind === 'document'
          ? await writeDocument(copy.path, file.facts.extension, xmp)
          : await writeFilm(
              copy.path,
              file.facts,
              tags,
              await gainOf(copy.path, file.facts, preparation.film?.loudness ?? null),
            );
      kept.push({ ...(await keepWhole(store, versionId, written, file.facts)), label });
    }
    const picture =
      file.facts.kind === 'film' && missing.length > 0
        ? await posterFrame(copy.path, file.facts, preparation.film?.still)
        : copy.path;
    await makeLadder(
      picture,
      file.facts,
      missing,
      async (made) => {
        kept.push({ ...(await keepFile(store, versionId, made)), label });
        if (made.screen === 'wide' && (!small || made.width >= 400)) small = made;
        done++;
        if (Date.now() - said < SAY_EVERY && done < rungs.length) return;
        said = Date.now();
        await advance(done, rungs.length);
      },
      file.facts.kind === 'picture' ? preparation : undefined,
      xmp,
    );
    if (file.facts.extension === 'svg' && preparation.edits.length === 0) {
      const drawing = await servedDrawing(copy.path, withoutPacket(xmp));
      if (drawing) kept.push({ ...(await keepDrawing(store, versionId, row.version, drawing)), label });
    }
  } catch (error) {
    throw asRefusal(error);
  } finally {
    await copy.release();
  }
  if (small && (preparation.edits.length > 0 || preparation.film)) {
    const key = `thumbnails/versions/${versionId}.webp`;
    await store.put(key, await smallPicture(small.data));
    await database.update(version).set({ thumbnail: key }).where(eq(version.id, versionId));
  }
  await keepRows(database, kept);
}

/** A version with all that its files are made of and labelled with; undefined where it is gone. */
export async function readVersion(database: Database, versionId: string) {
  const [row] = await database
    .select({ version, asset, placard, site, file: original, ownTerms })
    .from(version)
    .innerJoin(original, eq(original.sha256, version.sha256))
    .innerJoin(asset, eq(asset.id, version.assetId))
    .innerJoin(placard, eq(placard.assetId, asset.id))
    .innerJoin(site, eq(site.id, asset.siteId))
    .leftJoin(ownTerms, eq(ownTerms.id, placard.licence))
    .where(eq(version.id, versionId));
  if (!row) return undefined;
  const terms = row.ownTerms ? { terms: termsOfRow(row.ownTerms) } : {};
  const changes = changesMade(row.version.preparation.edits);
  const xmp = xmpOf(placardOf(row.placard), { changes, ...terms });
  return {
    ...row,
    xmp,
    /** The label as films and sounds carry it. */
    tags: tagsOf(placardOf(row.placard), terms),
    /** What tells this label from another. */
    label: createHash('sha256').update(xmp).digest('base64url').slice(0, 16),
  };
}

export type Kept = typeof rendition.$inferInsert;

/** Where the files of a version lie. */
export const folderOf = (versionId: string) => `renditions/${versionId.slice(0, 2)}/${versionId}`;

/** Writes a rendition's file, under a name that a second attempt writes again. */
export async function keepFile(store: Store, versionId: string, made: Made): Promise<Kept> {
  const { data, extension, ...facts } = made;
  const screen = made.screen === 'narrow' ? 'narrow-' : '';
  const key = `${folderOf(versionId)}/${screen}${made.width}.${extension}`;
  await store.put(key, data);
  return { id: newId(), versionId, ...facts, bytes: data.length, key };
}

/** By how much the sound of a file is made louder or softer; null where it stays as it came, or there is none. */
async function gainOf(path: string, facts: Facts, wanted: number | null): Promise<Gain | null> {
  if (wanted === null) return null;
  const { loudness } = await readSound(path, facts.extension);
  return loudness && gainFor(loudness, wanted);
}

/** Keeps a film, a sound or a document that was written anew, with its label and nothing else that it said. */
async function keepWhole(store: Store, versionId: string, written: Written, facts: Facts): Promise<Kept> {
  try {
    const codecs =
      facts.kind === 'document' ? '' : codecsOf(await encodedIn(written.path, written.extension));
    const key = `${folderOf(versionId)}/whole.${written.extension}`;
    await store.putFile(key, written.path);
    const mime = MIME_BY_EXTENSION[written.extension] ?? facts.mime;
    const { width, height } = facts;
    const { bytes } = written;
    return {
      id: newId(),
      versionId,
      screen: 'wide',
      width,
      height,
      mime,
      codecs,
      bytes,
      quality: null,
      likeness: null,
      key,
    };
  } finally {
    await written.release();
  }
}

/** Writes a cleaned drawing as it is: one file for every width. */
async function keepDrawing(
  store: Store,
  versionId: string,
  { width, height }: { width: number; height: number },
  data: Buffer,
): Promise<Kept> {
  const key = `${folderOf(versionId)}/drawing.svg`;
  await store.put(key, data);
  const facts = { screen: 'wide' as const, quality: null, likeness: null, mime: 'image/svg+xml' };
  return { id: newId(), versionId, width, height, ...facts, bytes: data.length, key };
}

/** Writes the rows of files that lie there, all at once; the ones that exist speak of the newer file. */
export async function keepRows(database: Database, kept: Kept[]): Promise<void> {
  if (kept.length === 0) return;
  await database
    .insert(rendition)
    .values(kept)
    .onDuplicateKeyUpdate({
      set: {
        bytes: sql`values(bytes)`,
        quality: sql`values(quality)`,
        likeness: sql`values(likeness)`,
        label: sql`values(label)`,
      },
    });
}
