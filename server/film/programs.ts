import { execFile } from 'node:child_process';
import { promisify } from 'node:util';

const run = promisify(execFile);

/** By which of ffmpeg's readers a file is read, by its extension as `sniff` tells it. */
const READERS: Readonly<Record<string, string>> = {
  mp4: 'mov',
  mov: 'mov',
  m4a: 'mov',
  webm: 'matroska',
  mkv: 'matroska',
  mka: 'matroska',
  avi: 'avi',
  mpg: 'mpeg',
  mts: 'mpegts',
  wmv: 'asf',
  wma: 'asf',
  flv: 'flv',
  ogv: 'ogg',
  aac: 'aac',
  aif: 'aiff',
  mp3: 'mp3',
  ogg: 'ogg',
  wav: 'wav',
  flac: 'flac',
};

/**
 * The words by which ffmpeg and ffprobe open one file and nothing else. They would guess what a file is by looking
 * into it, and a play list inside it could name any other file of this machine: so it is said what it is, and no
 * other reader nor way of reaching is left to them.
 */
export function opened(path: string, extension: string): string[] {
  const reader = READERS[extension];
  if (!reader) throw new Error(`No film or sound ends in .${extension}.`);
  return ['-protocol_whitelist', 'file', '-format_whitelist', reader, '-f', reader, '-i', `file:${path}`];
}

/** Runs ffprobe; answers what it printed, `most` bytes at most. Throws when it fails, or takes longer than `within` milliseconds. */
export async function ffprobe(words: readonly string[], within: number, most = 4_000_000): Promise<string> {
  const { stdout } = await run('ffprobe', ['-v', 'error', ...words], {
    timeout: within,
    killSignal: 'SIGKILL',
    maxBuffer: most,
  });
  return stdout;
}

/** Runs ffmpeg; answers what it wrote to its standard output. Throws when it fails, or takes longer than `within` milliseconds. */
export async function ffmpeg(words: readonly string[], within: number): Promise<Buffer> {
  const { stdout } = await run('ffmpeg', ['-nostdin', '-v', 'error', ...words], {
    timeout: within,
    killSignal: 'SIGKILL',
    maxBuffer: 200_000_000,
    encoding: 'buffer',
  });
  return stdout;
}
