import yazl from 'yazl';
import type { Readable } from 'node:stream';
import type { Entry, WrittenEntry } from '@placard/core/destination';
import type { Store } from '../store/store.ts';
import { addFile } from '../store/zip.ts';

/** Files in one ZIP, streamed. */
export async function zipped(store: Store, entries: readonly Entry[]): Promise<Readable> {
  const zip = new yazl.ZipFile();
  for (const entry of entries)
    if ('key' in entry) addFile(zip, store, entry.path, entry.key);
    else zip.addBuffer(Buffer.from(await withInside(store, entry)), entry.path);
  zip.end();
  return zip.outputStream as Readable;
}

/** The text of a file, with the files that are to stand in it as data. */
async function withInside(store: Store, { text, inside = [] }: WrittenEntry): Promise<string> {
  let whole = text;
  for (const { before, path, key, mime } of inside) {
    const data = Buffer.from(await store.bytes(key)).toString('base64');
    // Markup, and no words: those have no sign that begins an element.
    whole = whole.replaceAll(`${before}${path}"`, `${before}data:${mime};base64,${data}"`);
  }
  return whole;
}
