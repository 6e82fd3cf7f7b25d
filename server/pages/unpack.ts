import type { Unpacked } from '@placard/core/embed';
import { unfit } from '../refusal.ts';
import { threadsOf } from '../threads.ts';

const WITHIN = 5_000;
const threads = threadsOf<{ code: string; trusted: string[] }, Unpacked>(
  new URL('./unpack.worker.ts', import.meta.url),
  { megabytes: 128 },
);

/** Unpacks pasted code in a thread that is given up when it takes too long. Throws a Refusal (unfit). */
export async function unpackInThread(code: string, trusted: string[]): Promise<Unpacked> {
  try {
    return await threads.run({ code, trusted }, { signal: AbortSignal.timeout(WITHIN) });
  } catch {
    throw unfit('This is too tangled to be an embed code. Copy only the embed code from the host’s page.');
  }
}
