import { useEffect, useRef, useState } from 'react';
import type { Site } from '@placard/core/contract';
import {
  cornerIn,
  CORNERS,
  veilIn,
  WORDS_ON,
  type Corner,
  type RenderContext,
  type Together,
} from '@placard/core/page';
import type { AskedContrast, FoundContrast, SetWords } from './contrast.worker.ts';
import { setWords } from './setwords.ts';
import { paced } from '../../kit/pace.ts';

let worker: Worker | undefined;
let asked = 0;
const waiting = new Map<number, (found: FoundContrast) => void>();

function ask(given: Omit<AskedContrast, 'id'>): Promise<FoundContrast> {
  if (!worker) {
    worker = new Worker(new URL('./contrast.worker.ts', import.meta.url), { type: 'module' });
    worker.addEventListener('message', ({ data }: MessageEvent<FoundContrast>) => {
      waiting.get(data.id)?.(data);
      waiting.delete(data.id);
    });
  }
  const id = ++asked;
  worker.postMessage({ id, ...given } satisfies AskedContrast);
  return new Promise((answer) => waiting.set(id, answer));
}

/** What was measured of words on a picture. */
export interface Contrast {
  found: NonNullable<FoundContrast['found']>;
  veil: number | null;
  /** Another corner in which the same veil is enough, or one of less, with the least contrast there. */
  better: { corner: Corner; contrast: number; veil: number } | null;
}

/** How long it waits for whoever is writing, in milliseconds. */
const PAUSE = paced(250);

/** Measures the contrast of an opener's words whenever `of` is another one; undefined while it is worked on, null where it cannot be. */
export function useContrast(
  block: Together,
  of: string,
  site: Site,
  context: RenderContext,
): Contrast | null | undefined {
  const [measured, set] = useState<{ of: string; context: RenderContext; contrast: Contrast | null }>();
  const latest = useRef(block);
  latest.current = block;
  useEffect(() => {
    let gone = false;
    const timer = setTimeout(
      () =>
        void measure(latest.current, site, context).then((contrast) =>
          gone ? undefined : set({ of, context, contrast }),
        ),
      PAUSE,
    );
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [of, site, context]);
  return measured?.of === of && measured.context === context ? measured.contrast : undefined;
}

async function measure(block: Together, site: Site, context: RenderContext): Promise<Contrast | null> {
  const { tone, strength } = veilIn(block.attrs);
  const on = { veil: tone === 'dark' ? '#000000' : '#ffffff', words: WORDS_ON[tone] };
  const inCorner = (corner: Corner): SetWords[] =>
    setWords({ ...block, attrs: { ...block.attrs, corner } }, site, context);
  const ways = inCorner(cornerIn(block.attrs));
  if (ways.length === 0) return null;
  const { found, veil } = await ask({ ways, on, strength: strength / 100 });
  if (!found) return null;
  let better: Contrast['better'] = null;
  if (found.contrast < found.needed)
    for (const corner of CORNERS.filter((one) => one !== cornerIn(block.attrs))) {
      const there = await ask({ ways: inCorner(corner), on, strength: strength / 100 });
      const needs = there.veil ?? 100;
      if (there.found && needs < (better?.veil ?? veil ?? 100))
        better = { corner, contrast: there.found.contrast, veil: needs };
    }
  return { found, veil, better };
}
