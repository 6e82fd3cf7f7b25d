import { useSyncExternalStore } from 'react';
import { Upload } from 'tus-js-client';

/** A file on its way from this window. */
export interface Sending {
  /** Of this window alone, until the server has named the arrival. */
  key: string;
  /** The arrival's id; null until the server knows of it. */
  arrival: string | null;
  fileName: string;
  bytes: number;
  sent: number;
  state: 'queued' | 'sending' | 'paused' | 'failed';
  says: string | null;
}

const AT_ONCE = 3;
/** Sent in parts, so that what a proxy or a bad line takes away is little. */
const PART = 8_000_000;
const RETRY_AFTER = [0, 500, 1000, 2000, 4000, 8000, 15_000, 30_000];

/** Sends files, a few at a time, and goes on by itself when a connection comes back. */
class Uploads {
  #list: Sending[] = [];
  readonly #uploads = new Map<string, { upload: Upload; file: File }>();
  readonly #listeners = new Set<() => void>();
  #next = 0;

  subscribe = (listener: () => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  list = () => this.#list;

  add(files: Iterable<File>): void {
    const added = [...files].map((file): Sending => {
      const key = `sending-${++this.#next}`;
      this.#uploads.set(key, { upload: this.#prepare(key, file), file });
      const empty = file.size === 0;
      return {
        key,
        arrival: null,
        fileName: file.name,
        bytes: file.size,
        sent: 0,
        state: empty ? 'failed' : 'queued',
        says: empty ? 'This file is empty.' : null,
      };
    });
    this.#set([...this.#list, ...added]);
    this.#fill();
  }

  /** Stops one and forgets it; its arrival is discarded by whoever asked. */
  async cancel(key: string): Promise<void> {
    await this.#uploads.get(key)?.upload.abort();
    this.#forget(key);
  }

  retry(key: string): void {
    this.#change(key, { state: 'queued', says: null });
    this.#fill();
  }

  #prepare(key: string, file: File): Upload {
    const upload: Upload = new Upload(file, {
      endpoint: '/upload',
      metadata: { filename: file.name },
      chunkSize: PART,
      retryDelays: RETRY_AFTER,
      removeFingerprintOnSuccess: true,
      onUploadUrlAvailable: () => this.#change(key, { arrival: upload.url?.split('/').at(-1) ?? null }),
      onProgress: (sent) => this.#change(key, { sent, state: 'sending', says: null }),
      onShouldRetry: (error) => {
        const status = error.originalResponse?.getStatus() ?? 0;
        const again = status === 0 || status === 409 || status === 423 || status >= 500;
        if (again) this.#change(key, { says: 'The connection dropped. Going on as soon as it is back.' });
        return again;
      },
      onError: (error) => {
        const says = 'originalResponse' in error ? error.originalResponse?.getBody() : '';
        this.#change(key, {
          state: 'failed',
          says: says || 'The connection dropped for too long. What was sent is kept; go on when it is back.',
        });
        this.#fill();
      },
      onSuccess: () => this.#forget(key),
    });
    return upload;
  }

  #fill(): void {
    const under = this.#list.filter(({ state }) => state === 'sending').length;
    for (const { key } of this.#list
      .filter(({ state }) => state === 'queued')
      .slice(0, Math.max(0, AT_ONCE - under))) {
      this.#change(key, { state: 'sending' });
      void this.#begin(key);
    }
  }

  async #begin(key: string): Promise<void> {
    const entry = this.#uploads.get(key);
    if (!entry) return;
    const [previous] = await entry.upload.findPreviousUploads().catch(() => []);
    if (previous) entry.upload.resumeFromPreviousUpload(previous);
    entry.upload.start();
  }

  #forget(key: string): void {
    this.#uploads.delete(key);
    this.#set(this.#list.filter((sending) => sending.key !== key));
    this.#fill();
  }

  #change(key: string, changes: Partial<Sending>): void {
    this.#set(this.#list.map((sending) => (sending.key === key ? { ...sending, ...changes } : sending)));
  }

  #set(list: Sending[]): void {
    this.#list = list;
    for (const listener of this.#listeners) listener();
  }
}

export const uploads = new Uploads();

/** What this window is sending now. */
export function useSending(): Sending[] {
  return useSyncExternalStore(uploads.subscribe, uploads.list);
}
