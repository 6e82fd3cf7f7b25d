let worker: Worker | undefined;
let next = 0;
const waiting = new Map<number, (hex: string | null) => void>();

/** The SHA-256 of a file, computed in a worker part by part; null when the file cannot be read. */
export function sha256Of(file: File): Promise<string | null> {
  worker ??= begin();
  const id = ++next;
  return new Promise((resolve) => {
    waiting.set(id, resolve);
    worker?.postMessage({ id, file });
  });
}

function begin(): Worker {
  const made = new Worker(new URL('sha256.worker.ts', import.meta.url), { type: 'module' });
  made.addEventListener('message', ({ data }: MessageEvent<{ id: number; hex: string | null }>) => {
    waiting.get(data.id)?.(data.hex);
    waiting.delete(data.id);
  });
  // Without the worker files are sent unseen; the server compares them all the same.
  made.addEventListener('error', () => {
    for (const tell of waiting.values()) tell(null);
    waiting.clear();
    if (worker === made) worker = undefined;
  });
  return made;
}
