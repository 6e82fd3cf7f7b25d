import { randomBytes } from 'node:crypto';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { createServer, type Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { buffer } from 'node:stream/consumers';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { localCopy } from './localcopy.ts';
import { openStore, type Store } from './store.ts';

const SECRET = 'a secret of thirty-two characters or more';
let folder: string;
let bucket: Server;
const objects = new Map<string, Buffer>();

/** As much of the S3 interface as a store needs: put, get, head, delete an object of one bucket. */
function answerAsBucket(): Server {
  return createServer((request, response) => {
    void (async () => {
      const key = decodeURIComponent(
        new URL(request.url ?? '/', 'http://bucket').pathname.replace(/^\/ours\//, ''),
      );
      const body = await buffer(request);
      const found = objects.get(key);
      if (request.method === 'PUT') {
        objects.set(key, body);
        response.writeHead(200, { etag: '"1"' }).end();
      } else if (request.method === 'DELETE') {
        objects.delete(key);
        response.writeHead(204).end();
      } else if (!found) {
        response
          .writeHead(404, { 'content-type': 'application/xml' })
          .end('<Error><Code>NoSuchKey</Code></Error>');
      } else {
        response.writeHead(200, {
          'content-length': found.length,
          etag: '"1"',
          'last-modified': new Date(0).toUTCString(),
        });
        response.end(request.method === 'HEAD' ? undefined : found);
      }
    })();
  });
}

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'placard-store-'));
  bucket = answerAsBucket();
  await new Promise<void>((resolve) => bucket.listen(0, '127.0.0.1', resolve));
  process.env['AWS_ACCESS_KEY_ID'] = 'key';
  process.env['AWS_SECRET_ACCESS_KEY'] = 'secret';
});
afterAll(async () => {
  bucket.close();
  await rm(folder, { recursive: true });
});

const address = () => {
  const bound = bucket.address();
  return `s3://ours?region=us-east-1&endpoint=http://127.0.0.1:${typeof bound === 'object' && bound ? bound.port : 0}`;
};

describe.each<[string, () => Promise<Store>]>([
  [
    'a folder',
    () => openStore(pathToFileURL(join(folder, 'new/store')).href, SECRET, 'http://content.example'),
  ],
  ['a bucket', () => openStore(address(), SECRET, 'http://content.example')],
])('a store in %s', (_, open) => {
  it('gives back what was put, until it is deleted', async () => {
    const store = await open();
    const bytes = randomBytes(50_000);
    await store.put('renditions/aa/one/320.webp', bytes);
    expect(Buffer.from(await store.bytes('renditions/aa/one/320.webp')).equals(bytes)).toBe(true);
    expect((await buffer(await store.read('renditions/aa/one/320.webp'))).equals(bytes)).toBe(true);
    await store.delete('renditions/aa/one/320.webp');
    await expect(store.bytes('renditions/aa/one/320.webp')).rejects.toThrow();
  });

  it('takes files, and lends them to programs that need a path', async () => {
    const store = await open();
    const file = join(folder, 'original');
    const bytes = randomBytes(300_000);
    await writeFile(file, bytes);
    await store.putFile('originals/aa/one.jpg', file);
    const lent = await localCopy(store, 'originals/aa/one.jpg');
    expect((await readFile(lent.path)).equals(bytes)).toBe(true);
    await lent.release();
  });

  it('is healthy, and addresses its files on the users’-content origin', async () => {
    const store = await open();
    expect(await store.healthy()).toBe(true);
    const [, signature = ''] =
      /^http:\/\/content\.example\/f\/([^/]+)\/a\/b\.jpg$/.exec(store.address('a/b.jpg')) ?? [];
    expect(store.signature.matches('a/b.jpg', signature)).toBe(true);
  });
});
