import { spawn } from 'node:child_process';
import { mkdtemp, rm, stat } from 'node:fs/promises';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { codecsOf, type Coding, type FilmRung } from '@placard/core/film';
import { encodedIn, readStreams, type Stream } from './probe.ts';
import { opened } from './programs.ts';
import { DISK_FULL, type Written } from './write.ts';
import { unfit } from '../refusal.ts';

/** How many frames a second are kept at most. */
const MOST_FRAMES = 60;
/** It is done for when it has come no further for so long, in milliseconds. */
const SILENT = 3 * 60_000;
/** Half of the machine is left to those who wait at a screen. */
const THREADS = Math.max(1, Math.floor(availableParallelism() / 2));

/** What is encoded: a file of ours that its reader is named for, or frames that are handed over one by one. */
export type Source =
  | { path: string; extension: string }
  | { frames: AsyncIterable<Buffer>; width: number; height: number; rate: number };

/** How each is written: its program's words, its ending, and its media type. */
const CODINGS: Readonly<Record<Coding, { extension: 'mp4' | 'webm' | 'm4a'; words: readonly string[] }>> = {
  h264: {
    extension: 'mp4',
    words: words(
      '-c:v libx264 -preset medium -profile:v high -c:a aac -b:a 128k -f mp4 -movflags +faststart',
    ),
  },
  av1: {
    extension: 'webm',
    words: words(
      `-c:v libsvtav1 -preset 10 -g 240 -svtav1-params lp=${THREADS} -c:a libopus -b:a 96k -f webm`,
    ),
  },
  aac: { extension: 'm4a', words: words('-vn -c:a aac -b:a 160k -f ipod -movflags +faststart') },
};

/** How much is left out, in each encoder's own scale: less of small ones, which are shown larger than they are. */
const LEFT_OUT: Readonly<Record<Coding, { usual: number; small: number } | null>> = {
  h264: { usual: 23, small: 20 },
  av1: { usual: 38, small: 28 },
  aac: null,
};
/** Below so many pixels across a film is small. */
const SMALL = 500;

function quality({ coding, width }: FilmRung): string[] {
  const left = LEFT_OUT[coding];
  return left ? ['-crf', String(width < SMALL ? left.small : left.usual)] : [];
}

/** A film encoded anew. */
export interface EncodedFilm extends Written {
  mime: string;
  /** RFC 6381; empty where it has no sure name. */
  codecs: string;
}

/**
 * Encodes a film, sound or frames as a rung says: upright, with square pixels, eight bits a colour in BT.709 (what has
 * a higher range is mapped into it), at most 60 frames, two channels, with `tags` and nothing else that it said.
 * `told` hears how many seconds are done; `signal` ends it. Throws unfit where it cannot be decoded, and what ended it.
 */
export async function encodeFilm(
  source: Source,
  rung: FilmRung,
  tags: Readonly<Record<string, string>>,
  told: (seconds: number) => void,
  signal: AbortSignal,
): Promise<EncodedFilm> {
  const { extension, words: written } = CODINGS[rung.coding];
  const folder = await mkdtemp(join(tmpdir(), 'placard-film-'));
  const release = () => rm(folder, { recursive: true, force: true });
  const to = join(folder, `encoded.${extension}`);
  try {
    const said = Object.entries(tags).flatMap(([name, value]) => ['-metadata', `${name}=${value}`]);
    const from = 'path' in source ? await ofFile(source, rung) : ofFrames(source, rung);
    const threads = ['-threads', String(THREADS)];
    const whole = words('-map_metadata -1 -map_chapters -1 -fflags +bitexact -ac 2 -sn -dn');
    await run(
      [...from, ...whole, ...said, ...written, ...quality(rung), ...threads, `file:${to}`],
      source,
      told,
      signal,
    );
    return {
      path: to,
      extension,
      bytes: (await stat(to)).size,
      mime: rung.coding === 'aac' ? 'audio/mp4' : `video/${extension}`,
      codecs: codecsOf(await encodedIn(to, extension)),
      release,
    };
  } catch (error) {
    await release();
    throw error;
  }
}

async function ofFile(
  { path, extension }: { path: string; extension: string },
  { coding, width, height }: FilmRung,
): Promise<string[]> {
  const from = opened(path, extension);
  if (coding === 'aac') return [...from, '-map', '0:a:0'];
  const { picture } = await readStreams(path, extension);
  return [
    ...from,
    ...words('-map 0:V:0 -map 0:a:0? -vf'),
    picture ? chain(picture, width, height) : 'null',
    '-fpsmax',
    String(MOST_FRAMES),
  ];
}

const ofFrames = (
  source: { width: number; height: number; rate: number },
  { width, height }: FilmRung,
): string[] => [
  ...words(`-f rawvideo -pix_fmt rgb24 -s ${source.width}x${source.height} -framerate ${source.rate}`),
  ...words('-i pipe:0 -an -vf'),
  `scale=${width}:${height}:flags=lanczos:out_color_matrix=bt709:out_range=tv,setsar=1,format=yuv420p`,
];

/** Curves of more range than a screen of eight bits shows: SMPTE ST 2084 (PQ) and ARIB STD-B67 (HLG). */
const HIGH_RANGE = new Set(['smpte2084', 'arib-std-b67']);

/** What is done to each picture of a film. */
function chain(
  { color_transfer = '', field_order = 'progressive' }: Stream,
  width: number,
  height: number,
): string {
  const whole = /^(tt|bb|tb|bt)$/.test(field_order) ? ['bwdif=mode=send_frame'] : [];
  const scaled = HIGH_RANGE.has(color_transfer)
    ? [
        `zscale=w=${width}:h=${height}:t=linear:npl=100`,
        'format=gbrpf32le',
        'zscale=p=bt709',
        'tonemap=tonemap=hable:desat=0',
        'zscale=t=bt709:m=bt709:r=tv',
      ]
    : [`scale=${width}:${height}:flags=lanczos`];
  return [...whole, ...scaled, 'setsar=1', 'format=yuv420p'].join(',');
}

/** Runs the program after everything else, tells how far it is, and ends it when it is asked to or comes no further. */
async function run(
  all: readonly string[],
  source: Source,
  told: (seconds: number) => void,
  signal: AbortSignal,
): Promise<void> {
  signal.throwIfAborted();
  const frames = 'frames' in source ? source.frames : null;
  const program = spawn('nice', ['-n', '10', 'ffmpeg', ...STILL, ...(frames ? [] : ['-nostdin']), ...all], {
    stdio: [frames ? 'pipe' : 'ignore', 'pipe', 'pipe'],
    env: { ...process.env, SVT_LOG: '1' },
  });
  const end = () => program.kill('SIGKILL');
  signal.addEventListener('abort', end);
  let late = setTimeout(end, SILENT);
  let log = '';
  program.stderr?.on('data', (part: Buffer) => {
    log = (log + part.toString('utf8')).slice(-4_000);
  });
  program.stdout?.on('data', (part: Buffer) => {
    const microseconds = /out_time_us=(\d{1,15})/.exec(part.toString('utf8'))?.[1];
    if (microseconds === undefined) return;
    clearTimeout(late);
    late = setTimeout(end, SILENT);
    told(Number(microseconds) / 1_000_000);
  });
  const ended = new Promise<number | null>((resolve, reject) => {
    program.once('error', reject);
    program.once('close', resolve);
  });
  try {
    if (frames && program.stdin) {
      // Whatever ended it is told by how it ended.
      program.stdin.on('error', () => undefined);
      for await (const frame of frames) {
        if (program.exitCode !== null || signal.aborted) break;
        if (!program.stdin.write(frame))
          await Promise.race([new Promise((resolve) => program.stdin?.once('drain', resolve)), ended]);
      }
      program.stdin.end();
    }
    const code = await ended;
    signal.throwIfAborted();
    if (code === 0) return;
    if (/No space left/i.test(log)) throw new Error(DISK_FULL);
    throw unfit('This cannot be encoded anew: it is damaged, or ends too early.');
  } finally {
    clearTimeout(late);
    signal.removeEventListener('abort', end);
    if (program.exitCode === null) end();
  }
}

const STILL = words('-hide_banner -v error -progress pipe:1 -stats_period 1');

function words(text: string): string[] {
  return text.split(' ');
}
