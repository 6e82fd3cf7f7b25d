import { spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { copyFile, mkdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import mysql from 'mysql2/promise';
import sharp from 'sharp';
import { AS_IT_CAME } from '@placard/core/prep';
import { newId } from '@placard/server/db/columns';
import { migrateDatabase, openDatabase } from '@placard/server/db/database';
import { asset, section, site, version } from '@placard/server/db/schema';
import { makeLadder } from '@placard/server/imaging/ladder';
import { keepFile, keepRows } from '@placard/server/jobs/prepare';
import { storeOriginal } from '@placard/server/jobs/receive';
import { openStore } from '@placard/server/store/store';
import type { Figure, Place } from '@placard/launcher/bench';
import { seconds, sideBySide } from './sidebyside.ts';

const PICTURES = 24;
const WIDTHS = [480, 720, 1120];
const QUALITY = 80;
const AT_ONCE = 3;
const TURNS = 4;

/**
 * 24 pictures of 12 megapixels to three widths in JPEG: our whole pipeline (hash, store, probe, thumbnail,
 * renditions, rows) against a bare sharp loop writing the same files, and against mogrify doing one width.
 */
export async function bench({ databaseUrl, scratch }: Place): Promise<Figure[]> {
  const [sources, warming] = [
    await makeSources(join(scratch, 'sources'), PICTURES),
    await makeSources(join(scratch, 'warming'), 3),
  ];
  const bare = join(scratch, 'bare');
  await mkdir(bare, { recursive: true });
  // Once unmeasured, so that neither side pays for the first use of the library and the disk's cache.
  await bareLoop(warming, bare);
  const pipeline = await openPipeline(databaseUrl, scratch);
  await pipeline.run(warming);

  // In turns, so that whatever else slows the machine down slows all of them down.
  const took = { bare: 0, ours: 0, mogrify: 0 };
  for (let from = 0; from < PICTURES; from += PICTURES / TURNS) {
    const some = sources.slice(from, from + PICTURES / TURNS);
    const before = await seconds(() => bareLoop(some, bare));
    took.ours += await seconds(() => pipeline.run(some));
    took.bare += (before + (await seconds(() => bareLoop(some, bare)))) / 2;
    const folder = join(scratch, `mogrify-${from}`);
    await mkdir(folder, { recursive: true });
    const copies = some.map((source) => join(folder, source.split('/').at(-1) ?? ''));
    for (const [at, source] of some.entries()) await copyFile(source, copies[at] ?? '');
    took.mogrify += await seconds(async () => {
      spawnSync('mogrify', ['-resize', '720', '-quality', String(QUALITY), ...copies]);
    });
  }
  await pipeline.close();
  const megabytes =
    (await Promise.all(sources.map((source) => stat(source)))).reduce((sum, { size }) => sum + size, 0) / 1e6;
  return [
    {
      says: 'whole pipeline ÷ bare sharp loop, 24 × 12 megapixels to 3 widths',
      ratio: took.ours / took.bare,
      wanted: '≤ 1.5',
      detail: `ours ${took.ours.toFixed(1)} s, bare ${took.bare.toFixed(1)} s; ${megabytes.toFixed(0)} MB of originals`,
    },
    {
      says: 'mogrify doing one width ÷ whole pipeline doing three',
      ratio: took.mogrify / took.ours,
      wanted: '≥ 4',
      detail: `mogrify ${took.mogrify.toFixed(1)} s`,
    },
  ];
}

/** Pictures with structure at every scale, the finer the fainter, as photographs have; no two alike. */
export async function makeSources(folder: string, count: number): Promise<string[]> {
  await mkdir(folder, { recursive: true });
  const files: string[] = [];
  for (let i = 0; i < count; i++) {
    const octaves = await Promise.all(
      [12, 40, 130, 430, 1400, 4000].map(async (width, octave) => {
        const height = Math.round(width * 0.75);
        const raw = { width, height, channels: 4 as const };
        const pixels = randomBytes(width * height * 4);
        for (let at = 3; at < pixels.length; at += 4)
          pixels[at] = octave === 0 ? 255 : Math.round(150 / 2 ** octave);
        return sharp(pixels, { raw }).resize(4000, 3000, { kernel: 'cubic', fit: 'fill' }).raw().toBuffer();
      }),
    );
    const raw = { width: 4000, height: 3000, channels: 4 as const };
    const [ground, ...finer] = octaves.map((input) => ({ input, raw }));
    const file = join(folder, `picture-${i}.jpg`);
    await sharp(ground?.input, { raw }).composite(finer).removeAlpha().jpeg({ quality: 88 }).toFile(file);
    files.push(file);
  }
  return files;
}

async function bareLoop(sources: string[], folder: string): Promise<void> {
  await sideBySide(sources, AT_ONCE, async (source) => {
    const name = source.split('/').at(-1) ?? '';
    for (const width of WIDTHS) {
      await sharp(source)
        .autoOrient()
        .resize(width)
        .jpeg({ quality: QUALITY })
        .toFile(join(folder, `${width}-${name}`));
    }
  });
}

/** What happens to a file between its last byte and its last rendition, on a database of its own. */
async function openPipeline(base: string, scratch: string) {
  const name = `placard_bench_${randomBytes(4).toString('hex')}`;
  const connection = await mysql.createConnection(base);
  await connection.query(`CREATE DATABASE ${name}`);
  await connection.end();
  const url = base.replace(/\/placard$/, `/${name}`);
  await migrateDatabase(url);
  const database = openDatabase(url);
  const store = await openStore(
    pathToFileURL(join(scratch, 'store')).href,
    'a secret for benches, long enough',
    'http://127.0.0.1',
  );
  const [siteId, sectionId] = [newId(), newId()];
  await database.insert(site).values({
    id: siteId,
    name: 'Bench',
    language: 'en',
    measures: [],
    style: '',
    heavyBytes: 1,
    modernFormat: 'webp',
  });
  await database.insert(section).values({ id: sectionId, siteId, title: 'Bench', slug: 'bench' });

  const one = async (source: string) => {
    const row = await storeOriginal(database, store, source);
    const { sha256 } = row;
    const [assetId, versionId, addedAt] = [newId(), newId(), new Date()];
    const named = { id: assetId, name: `picture-${sha256.slice(0, 20)}`, fileName: source };
    await database.transaction(async (transaction) => {
      await transaction.insert(asset).values({
        ...named,
        siteId,
        sectionId,
        kind: 'picture',
        sha256,
        versionId,
        visibility: 'public',
        prepared: 'working',
        personId: 'bench',
        addedAt,
      });
      await transaction.insert(version).values({
        id: versionId,
        assetId,
        sha256,
        number: 1,
        preparation: AS_IT_CAME,
        width: 4000,
        height: 3000,
        createdAt: addedAt,
      });
    });
    const rungs = WIDTHS.map((width) => ({ width, format: 'jpeg' as const, quality: QUALITY }));
    const kept: Awaited<ReturnType<typeof keepFile>>[] = [];
    await makeLadder(store.localPath(row.key) ?? '', row.facts, rungs, async (made) => {
      kept.push(await keepFile(store, versionId, made));
    });
    await keepRows(database, kept);
  };
  return { run: (sources: string[]) => sideBySide(sources, AT_ONCE, one), close: () => database.close() };
}
