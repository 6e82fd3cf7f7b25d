import { useSyncExternalStore } from 'react';
import { Upload } from 'tus-js-client';
import { knownFiles } from '@placard/core/contract';
import { call } from './api.ts';
import { sha256Of } from './sha256.ts';

/** A file on its way from this window. */
export interface Sending {
  /** Of this window alone, until the server has named the arrival. */
  key: string;
  /** The arrival's id; null until the server knows of it. */
  arrival: string | null;
  fileName: string;
  bytes: number;
  sent: number;
  /** `known`: its bytes are held already, and nothing was sent. */
  state: 'comparing' | 'known' | 'queued' | 'sending' | 'failed';
  says: string | null;
}

const AT_ONCE = 3;
const COMPARED_AT_ONCE = 2;
/** Sent in parts, so that what a proxy or a bad line takes away is little. */
const PART = 8_000_000;
const SMALL = 400_000;
const RETRY_AFTER = [0, 500, 1000, 2000, 4000, 8000, 15_000, 30_000];

/** What became of a file: it arrived, or its bytes were held already. */
export type Came = { arrival: string } | { asset: string };

interface Entry {
  /** Names its arrival before the server does, so that it is begun once, however often that has to be asked. */
  token: string;
  /** Made when it is sent: three thousand at once would hold the window up. */
  upload?: Upload;
  file: File;
  sending: Sending;
  /** Told of what became of it, where somebody waits for it. */
  came?: (came: Came) => void;
}

/** Sends files, a few at a time, and goes on by itself when a connection comes back. */
class Uploads {
  /** Every file in the order it was added; a list for the interface is made at most once a frame. */
  readonly #entries = new Map<string, Entry>();
  readonly #listeners = new Set<() => void>();
  readonly #toCompare: string[] = [];
  readonly #toSend: string[] = [];
  #list: Sending[] = [];
  #comparing = 0;
  #sending = 0;
  #next = 0;
  #telling = false;

  subscribe = (listener: () => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  list = () => this.#list;

  /** True while anything is on its way from this window. */
  busy = () => this.#list.some(({ state }) => ['comparing', 'queued', 'sending'].includes(state));

  add(files: Iterable<File>): void {
    for (const file of files) this.#take(file);
    this.#tell();
    this.#compare();
  }

  /** Adds one file for somebody who waits to hear what became of it; answers its key. */
  addOne(file: File, came: (came: Came) => void): string {
    const key = this.#take(file, came);
    this.#tell();
    this.#compare();
    return key;
  }

  /** What the arrival of one will be called, before the server knows of it. */
  arrivalOf = (key: string): string | null => this.#entries.get(key)?.token ?? null;

  #take(file: File, came?: (came: Came) => void): string {
    const key = `sending-${++this.#next}`;
    const empty = file.size === 0;
    const sending: Sending = {
      key,
      arrival: null,
      fileName: file.name,
      bytes: file.size,
      sent: 0,
      state: empty ? 'failed' : 'comparing',
      says: empty ? 'This file is empty.' : null,
    };
    this.#entries.set(key, { token: newToken(), file, sending, ...(came ? { came } : {}) });
    if (!empty) this.#toCompare.push(key);
    return key;
  }

  /** Stops one and forgets it; its arrival is discarded by whoever asked. */
  async cancel(key: string): Promise<void> {
    const entry = this.#entries.get(key);
    const under = entry?.sending.state === 'sending';
    this.#entries.delete(key);
    this.#tell();
    await entry?.upload?.abort();
    if (under) this.#ended();
  }

  /** Sends one again, or one whose bytes are held already all the same. */
  retry(key: string): void {
    this.#change(key, { state: 'queued', says: null });
    this.#toSend.push(key);
    this.#fill();
  }

  #prepare(key: string, { file, token }: Entry): Upload {
    const came = (arrival: string) => {
      this.#entries.get(key)?.came?.({ arrival });
      this.#entries.delete(key);
      this.#tell();
      this.#ended();
    };
    const upload: Upload = new Upload(file, {
      endpoint: '/upload',
      metadata: { filename: file.name, token },
      chunkSize: PART,
      // One request less for what is small; what is large has its address first, and can go on where it was.
      uploadDataDuringCreation: file.size <= SMALL,
      retryDelays: RETRY_AFTER,
      removeFingerprintOnSuccess: true,
      onUploadUrlAvailable: () => this.#change(key, { arrival: upload.url?.split('/').at(-1) ?? null }),
      onProgress: (sent) => this.#change(key, { sent, says: null }),
      onShouldRetry: (error) => {
        const status = error.originalResponse?.getStatus() ?? 0;
        if (status === 410) return false;
        const again = status === 0 || status === 409 || status === 423 || (status >= 500 && status !== 507);
        if (again) this.#change(key, { says: 'The connection dropped. Going on as soon as it is back.' });
        return again;
      },
      onError: (error) => {
        // It came whole before, and only the answer was lost.
        if ('originalResponse' in error && error.originalResponse?.getStatus() === 410) return came(token);
        const says = 'originalResponse' in error ? error.originalResponse?.getBody() : '';
        this.#change(key, {
          state: 'failed',
          says: says || 'The connection dropped for too long. What was sent is kept; go on when it is back.',
        });
        this.#ended();
      },
      onSuccess: () => came(upload.url?.split('/').at(-1) ?? ''),
    });
    return upload;
  }

  /** Computes what files are before sending them, so that nothing is brought in twice unknowingly. */
  #compare(): void {
    while (this.#comparing < COMPARED_AT_ONCE) {
      const key = this.#toCompare.shift();
      if (key === undefined) return;
      const entry = this.#entries.get(key);
      if (!entry) continue;
      this.#comparing++;
      void this.#isKnown(entry.file).then((known) => {
        this.#comparing--;
        if (known && entry.came) {
          entry.came({ asset: known.asset });
          this.#entries.delete(key);
          this.#tell();
        } else if (known === null) {
          this.#change(key, { state: 'queued' });
          this.#toSend.push(key);
          this.#fill();
        } else {
          this.#change(key, {
            state: 'known',
            says: `Held already, byte for byte, as “${known.title}”. Nothing was sent.`,
          });
        }
        this.#compare();
      });
    }
  }

  async #isKnown(file: File): Promise<{ asset: string; title: string } | null> {
    const sha256 = await sha256Of(file);
    if (sha256 === null) return null;
    const known = await call(knownFiles, { body: { sha256: [sha256] } }).catch(() => []);
    const [first] = known;
    return first?.asset ? { asset: first.asset, title: first.title } : null;
  }

  #fill(): void {
    while (this.#sending < AT_ONCE) {
      const key = this.#toSend.shift();
      if (key === undefined) return;
      const entry = this.#entries.get(key);
      if (!entry) continue;
      this.#sending++;
      this.#change(key, { state: 'sending' });
      entry.upload ??= this.#prepare(key, entry);
      void this.#begin(key, entry.upload);
    }
  }

  async #begin(key: string, upload: Upload): Promise<void> {
    const [previous] = await upload.findPreviousUploads().catch(() => []);
    if (!this.#entries.has(key)) return;
    if (previous) upload.resumeFromPreviousUpload(previous);
    upload.start();
  }

  #ended(): void {
    this.#sending--;
    this.#fill();
  }

  #change(key: string, changes: Partial<Sending>): void {
    const entry = this.#entries.get(key);
    if (!entry) return;
    entry.sending = { ...entry.sending, ...changes };
    this.#tell();
  }

  #tell(): void {
    if (this.#telling) return;
    this.#telling = true;
    setTimeout(() => {
      this.#telling = false;
      this.#list = [...this.#entries.values()].map(({ sending }) => sending);
      for (const listener of this.#listeners) listener();
    }, 120);
  }
}

const newToken = () =>
  btoa(String.fromCharCode(...crypto.getRandomValues(new Uint8Array(12))))
    .replaceAll('+', '-')
    .replaceAll('/', '_');

export const uploads = new Uploads();

// What is on its way would be lost with the window that knows where it lies on the disk.
globalThis.addEventListener?.('beforeunload', (event) => {
  if (uploads.busy()) event.preventDefault();
});

/** What this window is sending now. */
export function useSending(): Sending[] {
  return useSyncExternalStore(uploads.subscribe, uploads.list);
}
