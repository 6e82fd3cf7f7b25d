import { mkdtemp, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Facts } from '@placard/core/contract';
import { readStreams } from './probe.ts';
import { ffmpeg, opened } from './programs.ts';
import { unfit } from '../refusal.ts';

/** A file written anew, lying in a folder of its own until it is released. */
export interface Written {
  path: string;
  extension: string;
  bytes: number;
  release(): Promise<void>;
}

/** True for the whole of a film, a sound or a document as it came, written anew; what is made of it besides are other files. */
export const isWhole = ({ key }: { key: string }): boolean => key.includes('/whole.');

/** What a film or sound is written as, by what it came as: the first of these that can hold its streams. */
const WRITTEN_AS: Readonly<Record<string, readonly string[]>> = {
  mp4: ['mp4'],
  mov: ['mp4', 'mov'],
  m4a: ['m4a'],
  webm: ['webm'],
  // What is not for browsers leaves in what most players open.
  mkv: ['webm', 'mp4', 'mkv'],
  avi: ['mp4', 'mkv'],
  mpg: ['mp4', 'mkv'],
  mts: ['mp4', 'mkv'],
  wmv: ['mp4', 'mkv'],
  flv: ['mp4', 'mkv'],
  ogv: ['ogv'],
  mp3: ['mp3'],
  ogg: ['ogg'],
  wav: ['wav'],
  flac: ['flac'],
  aac: ['m4a'],
  aif: ['wav', 'mka'],
  wma: ['m4a', 'mka'],
};

const WRITERS: Readonly<Record<string, readonly string[]>> = {
  // What players need to begin comes first.
  mp4: ['-f', 'mp4', '-movflags', '+faststart'],
  mov: ['-f', 'mov', '-movflags', '+faststart'],
  m4a: ['-f', 'ipod', '-movflags', '+faststart'],
  webm: ['-f', 'webm'],
  mkv: ['-f', 'matroska'],
  mka: ['-f', 'matroska'],
  ogv: ['-f', 'ogg'],
  mp3: ['-f', 'mp3', '-id3v2_version', '3', '-write_id3v1', '0'],
  ogg: ['-f', 'ogg'],
  wav: ['-f', 'wav'],
  flac: ['-f', 'flac'],
};

/** What a sound is encoded as where it is changed, by what it is written as. */
const SOUNDS: Readonly<Record<string, string>> = {
  mp4: 'aac',
  mov: 'aac',
  m4a: 'aac',
  webm: 'libopus',
  mkv: 'aac',
  mka: 'aac',
  ogv: 'libvorbis',
  mp3: 'libmp3lame',
  ogg: 'libvorbis',
  wav: 'pcm_s16le',
  flac: 'flac',
};
/** Bits a second that are enough for two channels, and the fewest that any encoder is asked for. */
const [ENOUGH, FEWEST] = [192_000, 48_000];

/** How a sound is encoded again: with about as many bits as it has. */
async function againAs(path: string, extension: string, as: string): Promise<string[]> {
  const { sound } = await readStreams(path, extension);
  const bits = Math.min(ENOUGH, Math.max(FEWEST, Number(sound?.bit_rate ?? ENOUGH)));
  return ['-c:a', SOUNDS[as] ?? 'copy', ...(as === 'wav' || as === 'flac' ? [] : ['-b:a', String(bits)])];
}

export const DISK_FULL = 'The disk is full. Nothing was kept of this; try again when there is room.';

/** By how much a sound is made louder or softer, in decibels; and whether its peaks are held down, so that none is cut off. */
export interface Gain {
  decibels: number;
  held: boolean;
}

const filterOf = ({ decibels, held }: Gain): string =>
  // Peaks between samples are a little higher than samples are (ITU-R BS.1770, true peak).
  [`volume=${decibels}dB`, ...(held ? ['alimiter=limit=0.84:level=false'] : [])].join(',');

/** Copying takes about as long as reading; the largest films are some gigabytes. */
const WITHIN = 10 * 60_000;

/**
 * Writes a film or sound anew as it may leave: its picture and its sound untouched, but for the gain that is asked for,
 * and of all that is said besides (where and when and by what it was recorded, covers, chapters, tracks of data) nothing
 * but these tags. A MOV becomes an MP4 where that can hold it. Throws unfit.
 */
export async function writeFilm(
  path: string,
  { kind, extension }: { kind: Facts['kind']; extension: string },
  tags: Readonly<Record<string, string>>,
  gain: Gain | null = null,
): Promise<Written> {
  const folder = await mkdtemp(join(tmpdir(), 'placard-film-'));
  const release = () => rm(folder, { recursive: true, force: true });
  const kept = kind === 'film' ? ['-map', '0:V:0', '-map', '0:a?'] : ['-map', '0:a'];
  const said = Object.entries(tags).flatMap(([name, value]) => ['-metadata', `${name}=${value}`]);
  for (const as of WRITTEN_AS[extension] ?? []) {
    const to = join(folder, `written.${as}`);
    const words = [
      ...opened(path, extension),
      ...kept,
      '-c',
      'copy',
      ...(gain ? ['-af', filterOf(gain), ...(await againAs(path, extension, as))] : []),
      '-map_metadata',
      '-1',
      '-map_chapters',
      '-1',
      '-fflags',
      '+bitexact',
      ...said,
      ...(WRITERS[as] ?? []),
      `file:${to}`,
    ];
    const trouble = await ffmpeg(words, gain ? WITHIN * 6 : WITHIN).then(
      () => null,
      (error: unknown) => (error instanceof Error ? error.message : String(error)),
    );
    if (trouble === null) return { path: to, extension: as, bytes: (await stat(to)).size, release };
    if (/No space left/i.test(trouble)) {
      await release();
      throw new Error(DISK_FULL);
    }
    await rm(to, { force: true });
  }
  await release();
  throw unfit('This cannot be written anew, so it cannot leave. Export it again from where it was made.');
}
