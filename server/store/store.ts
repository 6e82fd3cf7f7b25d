import { Disk } from 'flydrive';
import { FSDriver } from 'flydrive/drivers/fs';
import { randomUUID } from 'node:crypto';
import {
  constants,
  copyFile,
  link,
  mkdir,
  readdir,
  rename,
  rm,
  stat,
  statfs,
  writeFile,
} from 'node:fs/promises';
import { dirname, join, relative } from 'node:path';
import type { Readable } from 'node:stream';
import { fileURLToPath } from 'node:url';
import { Signature } from './signature.ts';

/** Where files lie. Keys are relative paths with forward slashes. */
export interface Store {
  put(key: string, bytes: Uint8Array): Promise<void>;
  /** Keeps a file that nobody writes to any more. */
  putFile(key: string, path: string): Promise<void>;
  read(key: string): Promise<Readable>;
  bytes(key: string): Promise<Uint8Array>;
  exists(key: string): Promise<boolean>;
  delete(key: string): Promise<void>;
  /** Removes what a crash left half written in a folder that nobody else writes to now. */
  removeParts(folder: string): Promise<void>;
  /** Everything that lies in it. */
  files(): AsyncIterable<{ key: string; bytes: number; changed: Date }>;
  /** The path of a file on this machine, or null when the store is elsewhere. */
  localPath(key: string): string | null;
  /** The address of a file on the users'-content origin. */
  address(key: string): string;
  /** Bytes that are free where files lie; null where nobody says so. */
  free(): Promise<number | null>;
  /** True when the store can be written to. */
  healthy(): Promise<boolean>;
  signature: Signature;
}

/** Bytes that stay free on the disk: below them nothing is taken in, so that what is there can be worked with and cleared away. */
export const FREE_FLOOR = 50_000_000;

/** Opens the store named by an address: `file:///folder` or `s3://bucket?endpoint=…&region=…`. */
export async function openStore(address: string, secret: string, contentOrigin: string): Promise<Store> {
  const url = new URL(address);
  const folder = url.protocol === 'file:' ? fileURLToPath(url) : null;
  if (folder !== null) await mkdir(folder, { recursive: true });
  const disk = new Disk(
    folder === null ? await s3Driver(url) : new FSDriver({ location: folder, visibility: 'private' }),
  );
  const signature = new Signature(secret);
  return {
    signature,
    put: (key, bytes) =>
      folder === null ? disk.put(key, bytes) : whole(join(folder, key), (place) => writeFile(place, bytes)),
    removeParts: async (key) => {
      const place = folder === null ? null : join(folder, key);
      for (const name of place === null ? [] : await readdir(place).catch(() => []))
        if (place !== null && name.endsWith('.part')) await rm(join(place, name), { force: true });
    },
    putFile: (key, path) =>
      folder === null
        ? disk.copyFromFs(path, key)
        : whole(join(folder, key), (place) =>
            // The same bytes under a second name cost nothing; on another disk they are copied.
            link(path, place).catch(() => copyFile(path, place, constants.COPYFILE_FICLONE)),
          ),
    read: (key) => disk.getStream(key),
    bytes: (key) => disk.getBytes(key),
    exists: (key) => disk.exists(key),
    delete: (key) => disk.delete(key),
    files: () => (folder === null ? filesOf(disk) : filesIn(folder)),
    localPath: (key) => (folder === null ? null : `${folder.replace(/\/$/, '')}/${key}`),
    address: (key) => `${contentOrigin}/f/${signature.of(key)}/${key}`,
    free: () => freeOn(folder),
    healthy: async () => {
      try {
        if (folder === null) return await disk.exists('health').then(() => true);
        return ((await freeOn(folder)) ?? 0) > FREE_FLOOR;
      } catch {
        return false;
      }
    },
  };
}

async function freeOn(folder: string | null): Promise<number | null> {
  if (folder === null) return null;
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize;
}

async function* filesIn(folder: string) {
  for (const entry of await readdir(folder, { recursive: true, withFileTypes: true })) {
    if (!entry.isFile()) continue;
    const path = join(entry.parentPath, entry.name);
    const found = await stat(path).catch(() => null);
    if (found) yield { key: relative(folder, path), bytes: found.size, changed: found.mtime };
  }
}

async function* filesOf(disk: Disk) {
  let page: string | undefined;
  do {
    const { objects, paginationToken } = await disk.listAll('', {
      recursive: true,
      ...(page ? { paginationToken: page } : {}),
    });
    for (const object of objects) {
      if (!object.isFile) continue;
      const { contentLength, lastModified } = await disk.getMetaData(object.key);
      yield { key: object.key, bytes: contentLength, changed: lastModified };
    }
    page = paginationToken;
  } while (page);
}

/** Writes a file beside its place and then puts it there: a full disk or a crash leaves it whole or absent. */
async function whole(place: string, write: (beside: string) => Promise<void>): Promise<void> {
  const beside = `${place}.${randomUUID()}.part`;
  await mkdir(dirname(place), { recursive: true });
  try {
    await write(beside);
    await rename(beside, place);
  } catch (error) {
    await rm(beside, { force: true });
    throw error;
  }
}

async function s3Driver(url: URL) {
  const { S3Driver } = await import('flydrive/drivers/s3');
  const endpoint = url.searchParams.get('endpoint');
  return new S3Driver({
    bucket: url.hostname,
    region: url.searchParams.get('region') ?? 'us-east-1',
    ...(endpoint ? { endpoint, forcePathStyle: true } : {}),
    // Stores other than the first of their kind rarely understand checksums sent after the body.
    requestChecksumCalculation: 'WHEN_REQUIRED',
    responseChecksumValidation: 'WHEN_REQUIRED',
    visibility: 'private',
  });
}
