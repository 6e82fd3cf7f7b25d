import { spawn } from 'node:child_process';
import type { Loudness } from '@placard/core/contract';
import { ffprobe, opened } from './programs.ts';
import { unfit } from '../refusal.ts';

/** How many peaks a second are kept. */
export const PEAKS_A_SECOND = 50;
/** Samples a second that are looked at, one channel: enough to see words by. */
const RATE = 8_000;
const EACH = RATE / PEAKS_A_SECOND;
/** A film of many hours takes a while, and no longer. */
const WITHIN = 30 * 60_000;

/** The sound of a film or sound, drawn and measured; null for one without. */
export interface Drawn {
  /** The highest of each fiftieth of a second, from 0 to 127. */
  peaks: Int8Array;
  loudness: Loudness | null;
}

/**
 * Draws and measures a sound in one reading (EBU R 128 by ffmpeg's filter), however long it is: no more of it is in memory
 * than its peaks. `told` hears how many seconds are done. Throws unfit.
 */
export async function readSound(
  path: string,
  extension: string,
  told: (seconds: number) => void = () => {},
): Promise<Drawn> {
  if (!(await hasSound(path, extension))) return { peaks: new Int8Array(), loudness: null };
  const words = [
    '-nostdin',
    '-hide_banner',
    '-loglevel',
    'info',
    '-nostats',
    ...opened(path, extension),
    '-map',
    '0:a:0',
    '-vn',
    '-af',
    `ebur128=peak=true:framelog=verbose,aresample=${RATE}`,
    '-ac',
    '1',
    '-f',
    's16le',
    '-',
  ];
  const program = spawn('ffmpeg', words, { stdio: ['ignore', 'pipe', 'pipe'] });
  const late = setTimeout(() => program.kill('SIGKILL'), WITHIN);
  let log = '';
  program.stderr.on('data', (part: Buffer) => {
    log = (log + part.toString('utf8')).slice(-20_000);
  });
  const ended = new Promise<number | null>((resolve, reject) => {
    program.once('error', reject);
    program.once('close', resolve);
  });
  const peaks = new Growing();
  let [highest, seen, odd] = [0, 0, -1];
  let samples = 0;
  try {
    for await (const chunk of program.stdout as AsyncIterable<Buffer>) {
      let at = 0;
      if (odd >= 0) {
        take((((chunk[0] ?? 0) << 24) >> 16) | odd);
        at = 1;
        odd = -1;
      }
      for (; at + 1 < chunk.length; at += 2) take(chunk.readInt16LE(at));
      if (at < chunk.length) odd = chunk[at] ?? 0;
      told(samples / RATE);
    }
    const code = await ended;
    if (seen > 0) peaks.add(highest);
    if (code !== 0 && peaks.length === 0)
      throw unfit('The sound of this cannot be read: it is damaged, or ends too early.');
  } finally {
    clearTimeout(late);
    if (program.exitCode === null) program.kill('SIGKILL');
  }
  return { peaks: peaks.whole(), loudness: loudnessIn(log) };

  function take(sample: number) {
    const high = Math.abs(sample) >> 8;
    if (high > highest) highest = Math.min(127, high);
    samples++;
    if (++seen < EACH) return;
    peaks.add(highest);
    [highest, seen] = [0, 0];
  }
}

async function hasSound(path: string, extension: string): Promise<boolean> {
  const words = ['-select_streams', 'a:0', '-show_entries', 'stream=codec_type', '-of', 'csv=p=0'];
  const found = await ffprobe([...words, ...opened(path, extension)], 30_000).catch(() => {
    throw unfit('The sound of this cannot be read: it is damaged, or ends too early.');
  });
  return found.trim() !== '';
}

/** Numbers that become more, without being copied each time. */
class Growing {
  #values = new Int8Array(4_096);
  length = 0;

  add(value: number): void {
    if (this.length === this.#values.length) {
      const more = new Int8Array(this.#values.length * 2);
      more.set(this.#values);
      this.#values = more;
    }
    this.#values[this.length++] = value;
  }

  whole(): Int8Array {
    return this.#values.slice(0, this.length);
  }
}

/** What the filter says at its end; null where it says nothing, as of silence. */
export function loudnessIn(log: string): Loudness | null {
  const summary = log.slice(log.lastIndexOf('Summary:'));
  const number = (expression: RegExp) => Number(expression.exec(summary)?.[1] ?? Number.NaN);
  const loudness = {
    integrated: number(/I:\s{1,20}(-?\d{1,4}(?:\.\d{1,3})?) LUFS/),
    range: number(/LRA:\s{1,20}(-?\d{1,4}(?:\.\d{1,3})?) LU/),
    peak: number(/Peak:\s{1,20}(-?\d{1,4}(?:\.\d{1,3})?) dBFS/),
  };
  return Object.values(loudness).every(Number.isFinite) && loudness.integrated > -70 ? loudness : null;
}
