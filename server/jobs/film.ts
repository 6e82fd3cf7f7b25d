import { and, eq, ne } from 'drizzle-orm';
import { filmRungs, loopRungs, soundRungs, type FilmRung } from '@placard/core/film';
import type { Facts } from '@placard/core/contract';
import { newId } from '../db/columns.ts';
import type { Database } from '../db/database.ts';
import { changeLog, rendition, version } from '../db/schema.ts';
import { encodeFilm, type EncodedFilm } from '../film/encode.ts';
import { isOpaque, movingFrames } from '../film/frames.ts';
import { isWhole, writeFilm } from '../film/write.ts';
import { versionsInUse } from '../holdings/versions.ts';
import { MIME_BY_EXTENSION } from '../imaging/formats.ts';
import type { Job, Work } from '../queue/job.ts';
import { assetsChanged } from '../search/searchrows.ts';
import { localCopy } from '../store/localcopy.ts';
import type { Store } from '../store/store.ts';
import { folderOf, keepRows, readVersion, type Kept } from './prepare.ts';
import type { Services } from '../services.ts';

declare module '../queue/job.ts' {
  interface JobNames {
    film: true;
  }
}

export const filmJob: Job<Services> = {
  name: 'film',
  rank: 5,
  // It fills the machine by itself.
  alone: true,
  work: ({ database, store }) => filmWork(database, store),
};

const SAY_EVERY = 700;
/** Progress is told in so many parts. */
const PARTS = 1000;

type Row = NonNullable<Awaited<ReturnType<typeof readVersion>>>;
type There = typeof rendition.$inferSelect;

/**
 * Makes the lighter files of a film, sound or moving picture: several widths, each in a format that everything plays
 * and in one that takes fewer bytes. Each is kept as soon as it is there, and one that came out larger than the film
 * itself is not. Those that are there are left as they are, or labelled anew. Where it fails, the film is shown
 * as it came.
 */
function filmWork(database: Database, store: Store): Work {
  return {
    run: async (id, advance) => {
      for (const versionId of await versionsInUse(database, id)) {
        const row = await readVersion(database, versionId);
        if (row) await makeFilms(database, store, row, advance);
      }
    },
  };
}

async function makeFilms(
  database: Database,
  store: Store,
  row: Row,
  advance: (done: number, total: number) => Promise<void>,
): Promise<void> {
  const { facts } = row.file;
  const files = await filesOf(database, row.version.id);
  const whole = files.find(isWhole);
  const spared = new Set(row.version.spared ?? []);
  const rungs = rungsOf(row, whole).filter((rung) => !spared.has(nameOf(rung)));
  const missing = rungs.filter((rung) => files.find(isOf(rung))?.label !== row.label);
  if (missing.length === 0) return;
  const moving = facts.kind === 'picture';
  if (!moving && !whole) return;
  const copy = await localCopy(store, moving ? (row.file.workKey ?? row.file.key) : (whole?.key ?? ''));
  const stop = new AbortController();
  const cost = missing.reduce((sum, rung) => sum + costOf(rung), 0);
  let [done, said] = [0, 0];
  try {
    if (moving && !(await isOpaque(copy.path))) {
      // What is seen through stays as it came: films of every kind that plays everywhere are opaque.
      return await spare(rungs);
    }
    for (const rung of missing) {
      const told = (seconds: number) => {
        if (Date.now() - said < SAY_EVERY) return;
        said = Date.now();
        const part = Math.min(1, seconds / Math.max(0.1, facts.duration ?? 0));
        advance(Math.round(((done + part * costOf(rung)) / cost) * PARTS), PARTS).catch((error: unknown) =>
          stop.abort(error),
        );
      };
      await advance(Math.round((done / cost) * PARTS), PARTS);
      const made = (await relabelled(database, store, row, rung)) ?? (await encoded(copy.path, rung, told));
      try {
        const larger = whole && facts.note === '' && made.bytes >= whole.bytes;
        if (larger) await spare([rung]);
        else await keep(made, rung);
      } finally {
        await made.release();
      }
      done += costOf(rung);
    }
  } finally {
    await copy.release();
    // Windows that show it, and pages that are weighed with it, are told.
    await database.insert(changeLog).values({ kind: 'asset', subject: row.asset.id, at: new Date() });
    await assetsChanged(database, [row.asset.id]);
  }

  async function encoded(
    path: string,
    rung: FilmRung,
    tell: (seconds: number) => void,
  ): Promise<EncodedFilm> {
    const extension = whole?.key.split('.').at(-1) ?? facts.extension;
    const source = moving ? await movingFrames(path) : { path, extension };
    return encodeFilm(source, rung, row.tags, tell, stop.signal);
  }

  async function keep(made: EncodedFilm, rung: FilmRung): Promise<void> {
    const key = `${folderOf(row.version.id)}/${nameOf(rung)}.${made.extension}`;
    await store.putFile(key, made.path);
    const { mime, codecs, bytes } = made;
    const { width, height } = rung;
    const kept: Kept = {
      id: newId(),
      versionId: row.version.id,
      screen: 'wide',
      width,
      height,
      mime,
      codecs,
      bytes,
      key,
      quality: null,
      likeness: null,
      label: row.label,
    };
    await keepRows(database, [kept]);
  }

  async function spare(some: readonly FilmRung[]): Promise<void> {
    for (const rung of some) spared.add(nameOf(rung));
    await database
      .update(version)
      .set({ spared: [...spared] })
      .where(eq(version.id, row.version.id));
  }
}

/** The files that something is shown by. */
function rungsOf({ file: { facts }, asset: { widest } }: Row, whole: There | undefined): FilmRung[] {
  if (facts.kind === 'sound') return soundRungs(facts.extension);
  if (facts.kind === 'picture') return facts.animated ? loopRungs(facts, widest) : [];
  return filmRungs(facts, { widest, plays: playsEverywhere(facts, whole) });
}

const playsEverywhere = ({ note }: Facts, whole: There | undefined): boolean =>
  note === '' && whole?.mime === 'video/mp4';

const nameOf = ({ width, coding }: FilmRung): string => `${coding}-${width}`;
const isOf = (rung: FilmRung) => (there: There) => there.key.includes(`/${nameOf(rung)}.`);
/** Bytes to work through, compared with other files of the same film. */
const costOf = ({ width, height, coding }: FilmRung): number =>
  Math.max(1, width * height) * (coding === 'av1' ? 1.3 : 1) + 50_000;

const filesOf = (database: Database, versionId: string): Promise<There[]> =>
  database.select().from(rendition).where(eq(rendition.versionId, versionId));

/** The same file with another label, where this version or another one with the same sound has it; else null. */
async function relabelled(
  database: Database,
  store: Store,
  { version: of, tags }: Row,
  rung: FilmRung,
): Promise<EncodedFilm | null> {
  const others = await database
    .select({ rendition, preparation: version.preparation })
    .from(rendition)
    .innerJoin(version, eq(version.id, rendition.versionId))
    .where(and(eq(version.assetId, of.assetId), eq(version.sha256, of.sha256), ne(rendition.codecs, '')));
  const loud = (preparation: Row['version']['preparation']) => preparation.film?.loudness ?? null;
  const there = others.find(
    (other) => isOf(rung)(other.rendition) && loud(other.preparation) === loud(of.preparation),
  )?.rendition;
  if (!there) return null;
  const copy = await localCopy(store, there.key);
  try {
    const extension = there.key.split('.').at(-1) ?? '';
    const written = await writeFilm(
      copy.path,
      { kind: rung.coding === 'aac' ? 'sound' : 'film', extension },
      tags,
    );
    const { codecs } = there;
    return { ...written, mime: MIME_BY_EXTENSION[written.extension] ?? there.mime, codecs };
  } finally {
    await copy.release();
  }
}
