import { buffer } from 'node:stream/consumers';
import { Readable } from 'node:stream';
import { unzipSync } from 'fflate';
import { expect, it } from 'vitest';
import type { Store } from '../store/store.ts';
import { zipped } from './zip.ts';

const store = {
  bytes: () => Promise.resolve(Buffer.from('WEBVTT')),
  read: (key: string) => Promise.resolve(Readable.from([Buffer.from(`bytes of ${key}`)])),
} as unknown as Store;

it('a ZIP has files as they are held, and captions as data where markup names them, never where words do', async () => {
  const track = '<track kind="captions" src="media/finder.vtt" srclang="en">';
  const words = '<p>Write src="media/finder.vtt" there.</p>';
  const entries = [
    {
      path: 'index.html',
      text: `${words}${track}`,
      inside: [
        { before: '<track kind="captions" src="', path: 'media/finder.vtt', key: 'k', mime: 'text/vtt' },
      ],
    },
    { path: 'media/dome.jpg', key: 'originals/dome' },
  ];
  const files = unzipSync(new Uint8Array(await buffer(await zipped(store, entries))));
  const text = (path: string) => Buffer.from(files[path] ?? []).toString();
  expect(text('index.html')).toBe(
    `${words}<track kind="captions" src="data:text/vtt;base64,${btoa('WEBVTT')}" srclang="en">`,
  );
  expect(text('media/dome.jpg')).toBe('bytes of originals/dome');
});
