import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import * as v from 'valibot';
import type { Facts } from '@placard/core/contract';
import { MIME_BY_EXTENSION, Refused } from '../imaging/formats.ts';

const run = promisify(execFile);

const ProbeSchema = v.object({
  streams: v.array(
    v.object({
      codec_type: v.optional(v.string()),
      codec_name: v.optional(v.string()),
      width: v.optional(v.number()),
      height: v.optional(v.number()),
      side_data_list: v.optional(v.array(v.object({ rotation: v.optional(v.number()) }))),
    }),
  ),
  format: v.object({ duration: v.optional(v.string()) }),
});

// ffmpeg opens this file and nothing else: a play list inside it cannot send it to other files or hosts.
const CLOSED = ['-protocol_whitelist', 'file'];

/** Reads what a film or sound is (ffprobe). Throws Refused. */
export async function readFilm(path: string, extension: string): Promise<Facts> {
  const probe = await inspect(path);
  const picture = probe.streams.find(
    (stream) => stream.codec_type === 'video' && stream.width && stream.height,
  );
  const sound = probe.streams.find((stream) => stream.codec_type === 'audio');
  if (!picture && !sound) throw new Refused('There is neither picture nor sound in this file.');
  const rotation = Math.abs(
    picture?.side_data_list?.find(({ rotation }) => rotation !== undefined)?.rotation ?? 0,
  );
  const turned = rotation % 180 === 90;
  const [width, height] = [picture?.width ?? 0, picture?.height ?? 0];
  return {
    kind: picture ? 'film' : 'sound',
    mime: MIME_BY_EXTENSION[extension] ?? '',
    extension,
    width: turned ? height : width,
    height: turned ? width : height,
    duration: Number(probe.format.duration ?? 0),
    animated: false,
    transparent: false,
    orientation: 1,
    thumbhash: null,
  };
}

async function inspect(path: string): Promise<v.InferOutput<typeof ProbeSchema>> {
  try {
    const { stdout } = await run(
      'ffprobe',
      [...CLOSED, '-v', 'error', '-show_streams', '-show_format', '-of', 'json', `file:${path}`],
      { timeout: 30_000, maxBuffer: 4_000_000 },
    );
    return v.parse(ProbeSchema, JSON.parse(stdout));
  } catch (error) {
    if (error instanceof Error && 'code' in error && error.code === 'ENOENT') {
      throw new Error('ffprobe is not installed on this machine.', { cause: error });
    }
    throw new Refused(
      'This film is damaged or ends too early: it cannot be read. Send it again, or export it anew.',
    );
  }
}

/** One frame of a film as PNG, from a third of its length or its second second, whichever is earlier. Throws Refused. */
export async function posterFrame(path: string, duration: number): Promise<Buffer> {
  const at = Math.max(0, Math.min(2, duration / 3)).toFixed(2);
  try {
    const { stdout } = await run(
      'ffmpeg',
      [
        ...CLOSED,
        '-v',
        'error',
        '-ss',
        at,
        '-i',
        `file:${path}`,
        '-frames:v',
        '1',
        '-f',
        'image2pipe',
        '-c:v',
        'png',
        '-',
      ],
      { timeout: 60_000, maxBuffer: 200_000_000, encoding: 'buffer' },
    );
    if (stdout.length === 0) throw new Refused('No frame of this film can be decoded.');
    return stdout;
  } catch (error) {
    if (error instanceof Refused) throw error;
    throw new Refused('No frame of this film can be decoded.');
  }
}
