import { spawn } from 'node:child_process';
import { stat } from 'node:fs/promises';
import { buffer } from 'node:stream/consumers';
import { fileURLToPath } from 'node:url';
import type { CleanDrawing } from '@placard/core/drawing';
import type { Size } from '@placard/core/geometry';
import { Places } from '../places.ts';
import { threadsOf } from '../threads.ts';
import type { Task } from './drawing.worker.ts';
import type { Pixels } from './pixels.ts';
import { unfit } from '../refusal.ts';

/** Larger drawings are not read at all; and from some size on they are shown only as pictures made of them. */
const [MOST_BYTES, MOST_SERVED] = [20_000_000, 3_000_000];
/** How long one is read, and how long one is drawn, in milliseconds. */
const [READ_WITHIN, DRAWN_WITHIN] = [20_000, 20_000];
const MOST_PIXELS = 50_000_000;
/** What drawing one may take of the machine's memory, in kilobytes. */
const MOST_MEMORY = 4_000_000;

const reading = threadsOf<Task, CleanDrawing | { refused: string }>(
  new URL('./drawing.worker.ts', import.meta.url),
  { megabytes: 512 },
);
const drawing = new Places(2);
const PROCESS = fileURLToPath(new URL('./drawing.process.mjs', import.meta.url));

/** A drawing's own size in CSS pixels, read from a file in a thread. Throws unfit. */
export async function sizeOfDrawing(from: string | Buffer): Promise<Size> {
  const { size } = await read({ from });
  return { width: Math.max(1, Math.round(size.width)), height: Math.max(1, Math.round(size.height)) };
}

/**
 * A drawing (SVG) as a page loads it: cleaned of all that runs, loads or tells, minified, with a label as its
 * metadata; null where it is too large for that.
 */
export async function servedDrawing(path: string, label: string): Promise<Buffer | null> {
  if ((await stat(path)).size > MOST_SERVED) return null;
  const { svg } = await read({ from: path, small: true, metadata: label });
  return Buffer.from(svg);
}

/**
 * The pixels of a drawing at a size: what was cleaned of it is drawn by a process that ends when it takes longer than
 * so many milliseconds, a few at a time. Throws unfit.
 */
export async function drawn(
  from: string | Buffer,
  { width, height }: Size,
  within = DRAWN_WITHIN,
): Promise<Pixels> {
  if (width * height > MOST_PIXELS)
    throw unfit(`This drawing would be ${width} × ${height} pixels large; that is more than can be drawn.`);
  const { svg } = await read({ from, size: { width, height } });
  const data = await drawing.run(() => drawnBy(svg, width, height, within));
  if (data.length !== width * height * 4)
    throw unfit('This drawing cannot be drawn. Simplify it, or export it as a picture.');
  return { data, raw: { width, height, channels: 4 } };
}

async function read(task: Task): Promise<CleanDrawing> {
  const bytes = typeof task.from === 'string' ? (await stat(task.from)).size : task.from.length;
  if (bytes > MOST_BYTES)
    throw unfit('This drawing is larger than 20 MB. Simplify it, or export it as a picture.');
  const answer = await reading.run(task, { signal: AbortSignal.timeout(READ_WITHIN) }).catch(() => ({
    refused: 'This drawing takes too long to read. Simplify it, or export it as a picture.',
  }));
  if ('refused' in answer) throw unfit(answer.refused);
  return answer;
}

/** What the drawing process wrote; nothing where it was ended. */
async function drawnBy(svg: string, width: number, height: number, within: number): Promise<Buffer> {
  const limited = `ulimit -v ${MOST_MEMORY}; exec "$0" "$@"`;
  const words = ['-c', limited, process.execPath, PROCESS, String(width), String(height)];
  const child = spawn('sh', words, { stdio: ['pipe', 'pipe', 'ignore'], env: { PATH: process.env['PATH'] } });
  const over = setTimeout(() => child.kill('SIGKILL'), within);
  try {
    // One that ends before it has read all of it says so by what it did not write.
    child.stdin.on('error', () => {});
    child.stdin.end(svg);
    return await buffer(child.stdout);
  } finally {
    clearTimeout(over);
    child.kill('SIGKILL');
  }
}
