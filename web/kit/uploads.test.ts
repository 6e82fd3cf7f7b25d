import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Sending } from './uploads.ts';

/** What the library was asked to send, in that order, with what it would be told of each. */
const begun: FakeUpload[] = [];
class FakeUpload {
  url: string | null = null;
  aborted = false;
  readonly file: File;
  readonly options: {
    onUploadUrlAvailable: () => void;
    onProgress: (sent: number) => void;
    onShouldRetry: (error: object) => boolean;
    onError: (error: object) => void;
    onSuccess: () => void;
  };
  constructor(file: File, options: FakeUpload['options']) {
    this.file = file;
    this.options = options;
  }
  findPreviousUploads = () => lookedUp;
  abort = () => {
    this.aborted = true;
    return Promise.resolve();
  };
  start = () => {
    begun.push(this);
    this.url = `/upload/arrival-${begun.length}`;
    this.options.onUploadUrlAvailable();
  };
}
/** What the library remembers of uploads broken off, once it has looked. */
let lookedUp: Promise<[]> = Promise.resolve([]);
const known = new Map<string, { asset: string; title: string }>();
vi.mock('tus-js-client', () => ({ Upload: FakeUpload }));
vi.mock('./sha256.ts', () => ({ sha256Of: (file: File) => Promise.resolve(`sha of ${file.name}`) }));
vi.mock('./api.ts', () => ({
  call: (_: unknown, { body }: { body: { sha256: string[] } }) =>
    Promise.resolve([known.get(body.sha256[0] ?? '') ?? { asset: null, title: '' }]),
}));

type Uploads = (typeof import('./uploads.ts'))['uploads'];
let uploads: Uploads;
beforeEach(async () => {
  begun.length = 0;
  known.clear();
  vi.resetModules();
  ({ uploads } = await import('./uploads.ts'));
});

const file = (name: string, bytes = 'some bytes') => new File([bytes], name);
const named = (name: string): Sending | undefined => uploads.list().find((line) => line.fileName === name);
const states = () => Object.fromEntries(uploads.list().map(({ fileName, state }) => [fileName, state]));
const fake = (name: string) => {
  const upload = begun.find(({ file: { name: sent } }) => sent === name);
  if (!upload) throw new Error(`${name} is not being sent.`);
  return upload;
};
const sendingNow = (count: number) => expect.poll(() => begun.length).toBe(count);
const keyOf = (name: string) => named(name)?.key ?? '';

describe('files on their way', () => {
  it('are sent three at a time, in the order they came, the next as soon as one has arrived', async () => {
    uploads.add(['a', 'b', 'c', 'd', 'e'].map((name) => file(`${name}.jpg`)));
    await sendingNow(3);
    await expect.poll(states).toEqual({
      'a.jpg': 'sending',
      'b.jpg': 'sending',
      'c.jpg': 'sending',
      'd.jpg': 'queued',
      'e.jpg': 'queued',
    });
    fake('b.jpg').options.onSuccess();
    await sendingNow(4);
    expect(begun.map(({ file: { name } }) => name)).toEqual(['a.jpg', 'b.jpg', 'c.jpg', 'd.jpg']);
    await expect.poll(() => named('b.jpg')).toBeUndefined();
  });

  it('whose bytes are held are not sent, unless that is asked for', async () => {
    known.set('sha of twice.jpg', { asset: 'asset-1', title: 'The old dome' });
    uploads.add([file('twice.jpg')]);
    await expect.poll(() => named('twice.jpg')?.says).toMatch(/Held already.*“The old dome”/);
    expect(begun).toEqual([]);
    uploads.retry(keyOf('twice.jpg'));
    await sendingNow(1);
  });

  it('that are empty are refused here, and hold nothing else up', async () => {
    uploads.add([file('nothing.jpg', ''), file('something.jpg')]);
    await expect.poll(() => named('nothing.jpg')?.says).toBe('This file is empty.');
    await sendingNow(1);
    expect(fake('something.jpg')).toBeDefined();
  });

  it('tell how much has gone, and which arrival they became', async () => {
    uploads.add([file('a.jpg')]);
    await sendingNow(1);
    fake('a.jpg').options.onProgress(4);
    await expect.poll(() => named('a.jpg')).toMatchObject({ sent: 4, bytes: 10, arrival: 'arrival-1' });
  });

  it('given up leave their place to the next, and do not come back', async () => {
    uploads.add(['a', 'b', 'c', 'd'].map((name) => file(`${name}.jpg`)));
    await sendingNow(3);
    await expect.poll(() => named('a.jpg')?.state).toBe('sending');
    await uploads.cancel(keyOf('a.jpg'));
    await sendingNow(4);
    expect(fake('a.jpg').aborted).toBe(true);
    expect(fake('d.jpg').aborted).toBe(false);
    await expect.poll(() => Object.keys(states())).toEqual(['b.jpg', 'c.jpg', 'd.jpg']);
  });

  it('given up before the first byte went are never sent, and leave one place, not two', async () => {
    let looked: () => void = () => {};
    lookedUp = new Promise((resolve) => {
      looked = () => resolve([]);
    });
    uploads.add([file('a.jpg')]);
    await expect.poll(() => named('a.jpg')?.state).toBe('sending');
    await uploads.cancel(keyOf('a.jpg'));
    lookedUp = Promise.resolve([]);
    looked();
    uploads.add(['b', 'c', 'd', 'e'].map((name) => file(`${name}.jpg`)));
    await sendingNow(3);
    await expect.poll(() => named('e.jpg')?.state).toBe('queued');
    expect(begun.map(({ file: { name } }) => name)).toEqual(['b.jpg', 'c.jpg', 'd.jpg']);
  });

  it('given up while they wait take nobody’s place', async () => {
    uploads.add(['a', 'b', 'c', 'd', 'e'].map((name) => file(`${name}.jpg`)));
    await sendingNow(3);
    await expect.poll(() => named('d.jpg')?.state).toBe('queued');
    await uploads.cancel(keyOf('d.jpg'));
    fake('a.jpg').options.onSuccess();
    await sendingNow(4);
    expect(begun.at(-1)?.file.name).toBe('e.jpg');
  });

  it.each([
    [0, true],
    [409, true],
    [423, true],
    [500, true],
    [503, true],
    [507, false],
    [413, false],
    [403, false],
    [401, false],
  ])('answered with %i are tried again by themselves: %s', async (status, again) => {
    uploads.add([file('a.jpg')]);
    await sendingNow(1);
    const error = status === 0 ? {} : { originalResponse: { getStatus: () => status } };
    expect(fake('a.jpg').options.onShouldRetry(error)).toBe(again);
    if (again)
      await expect.poll(() => named('a.jpg')?.says).toMatch(/connection dropped.*as soon as it is back/i);
  });

  it('whose answer was lost when they had come are taken for come', async () => {
    let became = {};
    uploads.addOne(file('a.jpg'), (came) => (became = came));
    await sendingNow(1);
    const gone = { originalResponse: { getStatus: () => 410, getBody: () => 'This file has come already.' } };
    expect(fake('a.jpg').options.onShouldRetry(gone)).toBe(false);
    fake('a.jpg').options.onError(gone);
    await expect.poll(() => uploads.list()).toEqual([]);
    expect(became).toEqual({ arrival: expect.stringMatching(/^[\w-]{16}$/) as string });
  });

  it('that fail say why in the server’s words, leave their place, and can be sent again', async () => {
    uploads.add(['a', 'b', 'c', 'd'].map((name) => file(`${name}.jpg`)));
    await sendingNow(3);
    fake('a.jpg').options.onError({
      originalResponse: { getStatus: () => 507, getBody: () => 'The disk is full.' },
    });
    await expect.poll(() => named('a.jpg')).toMatchObject({ state: 'failed', says: 'The disk is full.' });
    await sendingNow(4);
    fake('b.jpg').options.onSuccess();
    uploads.retry(keyOf('a.jpg'));
    await sendingNow(5);
    expect(begun.filter(({ file: { name } }) => name === 'a.jpg')).toHaveLength(2);
  });

  it('cut off for too long say that what was sent is kept', async () => {
    uploads.add([file('a.jpg')]);
    await sendingNow(1);
    fake('a.jpg').options.onError({ originalResponse: null });
    await expect.poll(() => named('a.jpg')?.says).toMatch(/too long. What was sent is kept/);
  });

  it('tell whoever waits for one what it became', async () => {
    known.set('sha of held.jpg', { asset: 'asset-9', title: 'Held' });
    const came = vi.fn();
    uploads.addOne(file('new.jpg'), came);
    uploads.addOne(file('held.jpg'), came);
    await sendingNow(1);
    await expect.poll(() => came.mock.calls).toContainEqual([{ asset: 'asset-9' }]);
    fake('new.jpg').options.onSuccess();
    expect(came).toHaveBeenCalledWith({ arrival: 'arrival-1' });
  });
});
