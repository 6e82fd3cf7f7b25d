import { useEffect, useState } from 'react';

const MOST_KEPT = 2000;
/** Milliseconds. What loads within them needs no placeholder. */
const PATIENCE = 80;

let worker: Worker | undefined;
const kept = new Map<string, string>();
const waiting = new Map<string, ((url: string) => void)[]>();

/** The blurred picture in a ThumbHash (base64) as an address, made in a worker; undefined until it is needed and there. */
export function usePlaceholder(hash: string | null | undefined, loaded: boolean): string | undefined {
  const [made, setMade] = useState<{ hash: string; url: string }>();
  const wanted = loaded ? null : (hash ?? null);
  useEffect(() => {
    if (wanted === null || kept.has(wanted)) return;
    let gone = false;
    const timer = setTimeout(
      () => ask(wanted, (url) => (gone ? undefined : setMade({ hash: wanted, url }))),
      PATIENCE,
    );
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [wanted]);
  if (wanted === null) return undefined;
  return kept.get(wanted) ?? (made?.hash === wanted ? made.url : undefined);
}

function ask(hash: string, tell: (url: string) => void): void {
  const others = waiting.get(hash);
  if (others) {
    others.push(tell);
    return;
  }
  waiting.set(hash, [tell]);
  worker ??= begin();
  worker.postMessage(hash);
}

function begin(): Worker {
  const made = new Worker(new URL('placeholder.worker.ts', import.meta.url), { type: 'module' });
  made.addEventListener('message', ({ data }: MessageEvent<{ hash: string; url: string }>) => {
    const [oldest] = kept.keys();
    if (kept.size >= MOST_KEPT && oldest !== undefined) kept.delete(oldest);
    kept.set(data.hash, data.url);
    for (const tell of waiting.get(data.hash) ?? []) tell(data.url);
    waiting.delete(data.hash);
  });
  // Without the worker there are no placeholders, and the pictures come all the same.
  made.addEventListener('error', () => {
    waiting.clear();
    if (worker === made) worker = undefined;
  });
  return made;
}
