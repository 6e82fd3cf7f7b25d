import { Disk } from 'flydrive';
import { FSDriver } from 'flydrive/drivers/fs';
import type { Readable } from 'node:stream';
import { mkdir, statfs } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { Signature } from './signature.ts';

/** Where files lie. Keys are relative paths with forward slashes. */
export interface Store {
  put(key: string, bytes: Uint8Array): Promise<void>;
  putFile(key: string, path: string): Promise<void>;
  read(key: string): Promise<Readable>;
  bytes(key: string): Promise<Uint8Array>;
  delete(key: string): Promise<void>;
  /** The path of a file on this machine, or null when the store is elsewhere. */
  localPath(key: string): string | null;
  /** The address of a file on the users'-content origin. */
  address(key: string): string;
  /** True when the store can be written to. */
  healthy(): Promise<boolean>;
  signature: Signature;
}

const FREE_FLOOR = 50_000_000;

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
    put: (key, bytes) => disk.put(key, bytes),
    putFile: (key, path) => disk.copyFromFs(path, key),
    read: (key) => disk.getStream(key),
    bytes: (key) => disk.getBytes(key),
    delete: (key) => disk.delete(key),
    localPath: (key) => (folder === null ? null : `${folder.replace(/\/$/, '')}/${key}`),
    address: (key) => `${contentOrigin}/f/${signature.of(key)}/${key}`,
    healthy: async () => {
      try {
        if (folder === null) return await disk.exists('health').then(() => true);
        const { bavail, bsize } = await statfs(folder);
        return bavail * bsize > FREE_FLOOR;
      } catch {
        return false;
      }
    },
  };
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
