import type { ZipFile } from 'yazl';
import type { Store } from './store.ts';

/** Adds a stored file to a ZIP as it is: pictures and films are compressed already. */
export function addFile(zip: ZipFile, store: Store, path: string, key: string): void {
  zip.addReadStreamLazy(path, { compress: false }, (give) => {
    store.read(key).then(
      (stream) => give(null, stream),
      (error: unknown) => give(error instanceof Error ? error : new Error(String(error)), null as never),
    );
  });
}
