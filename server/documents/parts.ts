import yauzl, { type Entry, type ZipFile } from 'yauzl';

/** The most parts that a document may have. */
export const MOST_PARTS = 20_000;

/** Reads a part whole; throws an Error where it is damaged, or longer than so many bytes. */
export type ReadPart = (most: number) => Promise<Buffer>;

/**
 * Goes through the parts of a document that is a ZIP, in the order in which they lie there, each with its length in bytes
 * as it says; nothing is unpacked that nobody reads. Throws an Error for what is no ZIP.
 */
export async function eachPart(
  path: string,
  look: (name: string, length: number, read: ReadPart) => Promise<void>,
): Promise<void> {
  const zip = await new Promise<ZipFile>((resolve, reject) => {
    yauzl.open(path, { lazyEntries: true, autoClose: false }, (error, file) =>
      error ? reject(error) : resolve(file),
    );
  });
  try {
    await new Promise<void>((resolve, reject) => {
      let seen = 0;
      zip.on('error', reject);
      zip.on('end', resolve);
      zip.on('entry', (entry: Entry) => {
        if (++seen > MOST_PARTS) return resolve();
        look(entry.fileName, entry.uncompressedSize, (most) => part(zip, entry, most)).then(
          () => zip.readEntry(),
          reject,
        );
        return undefined;
      });
      zip.readEntry();
    });
  } finally {
    zip.close();
  }
}

function part(zip: ZipFile, entry: Entry, most: number): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    zip.openReadStream(entry, (error, stream) => {
      if (error) return reject(error);
      const chunks: Buffer[] = [];
      let bytes = 0;
      stream.on('data', (chunk: Buffer) => {
        bytes += chunk.length;
        if (bytes > most) stream.destroy(new Error('This part is longer than it says.'));
        else chunks.push(chunk);
      });
      stream.on('error', reject);
      stream.on('end', () => resolve(Buffer.concat(chunks)));
      return undefined;
    });
  });
}
