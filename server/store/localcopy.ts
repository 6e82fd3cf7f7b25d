import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { Store } from './store.ts';

/** A stored file as a path on this machine, for programs that need one. Release it when done. */
export async function localCopy(
  store: Store,
  key: string,
): Promise<{ path: string; release: () => Promise<void> }> {
  const local = store.localPath(key);
  if (local !== null) return { path: local, release: async () => {} };
  const folder = await mkdtemp(join(tmpdir(), 'placard-'));
  const path = join(folder, 'file');
  await pipeline(await store.read(key), createWriteStream(path));
  return { path, release: () => rm(folder, { recursive: true, force: true }) };
}
