import { spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { copyFile, mkdir, readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import mysql from 'mysql2/promise';
import sharp from 'sharp';
import { eq } from 'drizzle-orm';
import { newId } from '@placard/server/db/columns';
import { migrateDatabase, openDatabase } from '@placard/server/db/database';
import { asset, original, section, site, version } from '@placard/server/db/schema';
import { makeLadder } from '@placard/server/imaging/ladder';
import { keep } from '@placard/server/jobs/prepare';
import { storeOriginal } from '@placard/server/jobs/receive';
import { openStore } from '@placard/server/store/store';
import type { Figure } from '@placard/launcher/bench';

const PICTURES = 24;
const WIDTHS = [480, 720, 1120];
const QUALITY = 80;
const AT_ONCE = 2;

/**
 * 24 pictures of 12 megapixels to three widths in JPEG: our whole pipeline (hash, store, probe, thumbnail,
 * renditions, rows) against a bare sharp loop writing the same files, and against mogrify doing one width.
 */
export async function bench({
  databaseUrl,
  scratch,
}: {
  databaseUrl: string;
  scratch: string;
}): Promise<Figure[]> {
  const sources = await makeSources(join(scratch, 'sources'));
  const bare = join(scratch, 'bare');
  await mkdir(bare, { recursive: true });
  // Once unmeasured, so that neither side pays for the first use of the library and the disk's cache.
  await bareLoop(sources.slice(0, 2), bare);

  const bareSeconds = await seconds(() => bareLoop(sources, bare));
  const ourSeconds = await ourPipeline(databaseUrl, scratch, sources);
  const bareAgain = await seconds(() => bareLoop(sources, bare));
  const mogrify = join(scratch, 'mogrify');
  await mkdir(mogrify, { recursive: true });
  const mogrifySeconds = await seconds(async () => {
    for (const source of sources) await copyFile(source, join(mogrify, source.split('/').at(-1) ?? ''));
    spawnSync('mogrify', [
      '-resize',
      '720',
      '-quality',
      String(QUALITY),
      ...(await readdir(mogrify)).map((file) => join(mogrify, file)),
    ]);
  });
  const bareMean = (bareSeconds + bareAgain) / 2;
  const megabytes =
    (await Promise.all(sources.map((source) => stat(source)))).reduce((sum, { size }) => sum + size, 0) / 1e6;
  return [
    {
      says: 'whole pipeline ÷ bare sharp loop, 24 × 12 megapixels to 3 widths',
      ratio: ourSeconds / bareMean,
      wanted: '≤ 1.5',
      detail: `ours ${ourSeconds.toFixed(1)} s, bare ${bareSeconds.toFixed(1)} s and ${bareAgain.toFixed(1)} s; ${megabytes.toFixed(0)} MB of originals`,
    },
    {
      says: 'mogrify doing one width ÷ whole pipeline doing three',
      ratio: mogrifySeconds / ourSeconds,
      wanted: '≥ 6',
      detail: `mogrify ${mogrifySeconds.toFixed(1)} s`,
    },
  ];
}

async function makeSources(folder: string): Promise<string[]> {
  await mkdir(folder, { recursive: true });
  return Promise.all(
    Array.from({ length: PICTURES }, async (_, i) => {
      const file = join(folder, `picture-${i}.jpg`);
      // Soft structure at every scale, as a photograph has, and no two alike.
      const coarse = await sharp(randomBytes(40 * 30 * 3), { raw: { width: 40, height: 30, channels: 3 } })
        .resize(4000, 3000, { kernel: 'cubic' })
        .raw()
        .toBuffer();
      const fine = await sharp(randomBytes(1000 * 750 * 4), {
        raw: { width: 1000, height: 750, channels: 4 },
      })
        .resize(4000, 3000)
        .png({ compressionLevel: 0 })
        .toBuffer();
      await sharp(coarse, { raw: { width: 4000, height: 3000, channels: 3 } })
        .composite([{ input: fine, blend: 'soft-light' }])
        .jpeg({ quality: 90 })
        .toFile(file);
      return file;
    }),
  );
}

async function bareLoop(sources: string[], folder: string): Promise<void> {
  await sideBySide(sources, async (source) => {
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

async function ourPipeline(base: string, scratch: string, sources: string[]): Promise<number> {
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
  await database
    .insert(site)
    .values({
      id: siteId,
      name: 'Bench',
      language: 'en',
      measures: [],
      style: '',
      heavyBytes: 1,
      modernFormat: 'webp',
    });
  await database.insert(section).values({ id: sectionId, siteId, title: 'Bench', slug: 'bench' });
  const took = await seconds(() =>
    sideBySide(sources, async (source) => {
      const sha256 = await storeOriginal(database, store, source);
      const [assetId, versionId, addedAt] = [newId(), newId(), new Date()];
      await database
        .insert(asset)
        .values({
          id: assetId,
          siteId,
          sectionId,
          kind: 'picture',
          name: assetId.toLowerCase(),
          fileName: source,
          sha256,
          prepared: 'working',
          personId: 'bench',
          addedAt,
        });
      await database.insert(version).values({ id: versionId, assetId, number: 1, createdAt: addedAt });
      const [row] = await database.select().from(original).where(eq(original.sha256, sha256));
      if (!row) throw new Error('The original was not stored.');
      const rungs = WIDTHS.map((width) => ({ width, format: 'jpeg' as const, quality: QUALITY }));
      await makeLadder(store.localPath(row.key) ?? '', row.facts, rungs, (made) =>
        keep(database, store, versionId, made),
      );
    }),
  );
  await database.close();
  return took;
}

async function sideBySide(sources: string[], work: (source: string) => Promise<void>): Promise<void> {
  const waiting = [...sources];
  const worker = async () => {
    for (let source = waiting.shift(); source; source = waiting.shift()) await work(source);
  };
  await Promise.all(Array.from({ length: AT_ONCE }, worker));
}

async function seconds(work: () => Promise<void>): Promise<number> {
  const begun = performance.now();
  await work();
  return (performance.now() - begun) / 1000;
}
