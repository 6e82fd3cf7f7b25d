import type { Frame, Unpacked } from '@placard/core/embed';
import { unfit } from '../refusal.ts';
import { threadsOf } from '../threads.ts';
import type { Task, Worked } from './unpack.worker.ts';

/** In milliseconds: what is allowed to come in takes a part of a second, but others may come first, and be many. */
const WITHIN = 30_000;
const threads = threadsOf<Task, Worked>(new URL('./unpack.worker.ts', import.meta.url), { megabytes: 128 });

/** Unpacks pasted code in a thread that is given up when it takes too long. Throws a Refusal (unfit). */
export async function unpackInThread(code: string, trusted: readonly string[]): Promise<Unpacked> {
  const { unpacked } = await work({ do: 'unpack', code, trusted: [...trusted] });
  return unpacked as Unpacked;
}

/** The same of a host's answer (oEmbed 1.0) about one of its pages; a sentence where it is none. Throws a Refusal (unfit). */
export async function unpackAnswer(text: string, page: string, trusted: readonly string[]): Promise<Worked> {
  return work({ do: 'answer', text, page, trusted: [...trusted] });
}

/** What a foreign page says of itself. Throws a Refusal (unfit). */
export async function aboutInThread(html: string, address: string): Promise<NonNullable<Worked['about']>> {
  const { about } = await work({ do: 'about', html, address });
  return about as NonNullable<Worked['about']>;
}

/** Whether a foreign page has a place that a link can lead to. Throws a Refusal (unfit). */
export async function hasPlaceInThread(html: string, place: string): Promise<boolean> {
  const { has } = await work({ do: 'place', html, place });
  return has === true;
}

/** The words of a sandbox that a foreign page is seen to need. Throws a Refusal (unfit). */
export async function wantsInThread(html: string): Promise<Frame['sandbox']> {
  const { wants } = await work({ do: 'wants', html });
  return wants ?? [];
}

async function work(task: Task): Promise<Worked> {
  try {
    return await threads.run(task, { signal: AbortSignal.timeout(WITHIN) });
  } catch {
    throw unfit(
      task.do === 'unpack'
        ? 'This is too tangled to be an embed code. Copy only the embed code from the host’s page.'
        : 'What the host answered is too tangled to be read.',
    );
  }
}
