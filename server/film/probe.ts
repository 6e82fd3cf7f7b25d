import * as v from 'valibot';
import type { Facts } from '@placard/core/contract';
import { whyMayNotPlay, type Encoded } from '@placard/core/film';
import { MIME_BY_EXTENSION, MOST_PIXELS } from '../imaging/formats.ts';
import { isCutOff } from '../imaging/cut.ts';
import { ffmpeg, ffprobe, opened } from './programs.ts';
import { unfit } from '../refusal.ts';

const ProbeSchema = v.object({
  streams: v.array(
    v.object({
      codec_type: v.optional(v.string()),
      codec_name: v.optional(v.string()),
      pix_fmt: v.optional(v.string()),
      profile: v.optional(v.string()),
      level: v.optional(v.number()),
      color_transfer: v.optional(v.string()),
      field_order: v.optional(v.string()),
      avg_frame_rate: v.optional(v.string()),
      sample_rate: v.optional(v.string()),
      bit_rate: v.optional(v.string()),
      width: v.optional(v.number()),
      height: v.optional(v.number()),
      sample_aspect_ratio: v.optional(v.string()),
      disposition: v.optional(v.object({ attached_pic: v.optional(v.number()) })),
      side_data_list: v.optional(v.array(v.object({ rotation: v.optional(v.number()) }))),
    }),
  ),
  format: v.object({ duration: v.optional(v.string()) }),
});
export type Stream = v.InferOutput<typeof ProbeSchema>['streams'][number];

/** Reads what a film or sound is (ffprobe). Its pixels are those it is shown at: upright, and square. Throws unfit. */
export async function readFilm(path: string, extension: string): Promise<Facts> {
  const { duration, picture, sound } = await readStreams(path, extension);
  if (!picture && !sound)
    throw unfit('There is neither picture nor sound in this file: it is damaged, or ends too early.');
  const { width, height } = picture ? shownSize(picture) : { width: 0, height: 0 };
  if (width * height > MOST_PIXELS)
    throw unfit(`This film is ${width} × ${height} pixels large; that is more than can be worked on.`);
  const streams = {
    picture: picture?.codec_name ?? '',
    pixels: picture?.pix_fmt ?? '',
    sound: sound?.codec_name ?? '',
  };
  return {
    kind: picture ? 'film' : 'sound',
    mime: MIME_BY_EXTENSION[extension] ?? '',
    extension,
    width,
    height,
    duration: duration > 0 ? duration : await lengthOf(path, extension),
    ...(picture && rateOf(picture)),
    ...(picture && !sound ? { silent: true } : {}),
    animated: false,
    transparent: false,
    orientation: 1,
    thumbhash: null,
    note: [(await isCutOff(path, extension)) && CUT, whyMayNotPlay(streams)].filter(Boolean).join(' '),
  };
}

/**
 * How long something is that does not say so, as what a browser records, in seconds: when its last packet ends. It is read
 * to its end for that. 0 where that cannot be told.
 */
async function lengthOf(path: string, extension: string): Promise<number> {
  const asked = ['-show_entries', 'packet=pts_time,duration_time', '-of', 'csv=p=0'];
  const told = await ffprobe([...asked, ...opened(path, extension)], 120_000, 60_000_000).catch(() => '');
  let last = 0;
  for (const line of told.split('\n')) {
    const [at = 0, lasts = 0] = line.split(',').map((part) => Number(part) || 0);
    last = Math.max(last, at + lasts);
  }
  return last;
}

const CUT = 'It was cut off on its way: its end is missing. Send it again.';

/** How many frames a second a picture has, where it says something that can be. */
function rateOf({ avg_frame_rate: rate = '' }: Stream): { rate: number } | null {
  const [frames = 0, seconds = 0] = rate.split('/').map(Number);
  const each = frames / seconds;
  return each > 0 && each <= 1000 ? { rate: each } : null;
}

/** What plays in a film or sound, and how long, in seconds. Throws unfit. */
export async function readStreams(
  path: string,
  extension: string,
): Promise<{ duration: number; picture: Stream | undefined; sound: Stream | undefined }> {
  const { streams, format } = await inspect(path, extension);
  return {
    duration: Number(format.duration ?? 0),
    picture: streams.find(
      // The cover of a sound is no film.
      (stream) =>
        stream.codec_type === 'video' && stream.width && stream.height && !stream.disposition?.attached_pic,
    ),
    // What cannot be decoded has no rate either, whatever its first bytes promised.
    sound: streams.find(({ codec_type, sample_rate }) => codec_type === 'audio' && Number(sample_rate) > 0),
  };
}

/** What its streams say of how they are encoded, the picture's first. Throws unfit. */
export async function encodedIn(path: string, extension: string): Promise<Encoded[]> {
  const { picture, sound } = await readStreams(path, extension);
  return [picture, sound]
    .filter((stream) => stream !== undefined)
    .map(({ codec_name = '', profile, level, pix_fmt }) => ({
      codec: codec_name,
      profile,
      level,
      pixels: pix_fmt,
    }));
}

/** How large a film's picture is shown: its pixels may be wider than high (ISO/IEC 14496-12, pasp), and lie on their side. */
function shownSize({ width = 0, height = 0, sample_aspect_ratio: ratio = '', side_data_list }: Stream) {
  const [across = 1, down = 1] = ratio.split(':').map(Number);
  const stretch = across > 0 && down > 0 ? across / down : 1;
  const shown = { width: Math.max(1, Math.round(width * stretch)), height };
  const rotation = side_data_list?.find(({ rotation }) => rotation !== undefined)?.rotation ?? 0;
  return Math.abs(rotation) % 180 === 90 ? { width: shown.height, height: shown.width } : shown;
}

async function inspect(path: string, extension: string): Promise<v.InferOutput<typeof ProbeSchema>> {
  try {
    const words = ['-show_streams', '-show_format', '-of', 'json', ...opened(path, extension)];
    return v.parse(ProbeSchema, JSON.parse(await ffprobe(words, 30_000)));
  } catch (error) {
    if (error instanceof Error && 'code' in error && error.code === 'ENOENT') {
      throw new Error('ffprobe is not installed on this machine.', { cause: error });
    }
    const what = (MIME_BY_EXTENSION[extension] ?? '').startsWith('audio') ? 'sound' : 'film';
    throw unfit(
      `This ${what} is damaged or ends too early: it cannot be read. Send it again, or export it anew.`,
    );
  }
}

/**
 * One frame of a film as PNG, as it is shown: of the moment that is chosen, in seconds, else from a third of its length
 * or its second second, whichever is earlier; its first where it has none there. Throws unfit.
 */
export async function posterFrame(path: string, facts: Facts, chosen: number | null = null): Promise<Buffer> {
  const at = chosen ?? Math.max(0, Math.min(2, (facts.duration ?? 0) / 3));
  const frame = (await frameAt(path, facts, at)) ?? (at > 0 ? await frameAt(path, facts, 0) : null);
  if (frame) return frame;
  throw unfit('No frame of this film can be decoded.');
}

/** What of a film's facts looking at its frames needs; its size is the one that they are made in. */
export type Framed = Pick<Facts, 'extension' | 'width' | 'height' | 'rate'> &
  Partial<Pick<Facts, 'duration'>>;

/** The frame that a film shows at a moment, in seconds, as PNG of its own size or a given one; null where it has none there. */
export async function frameAt(path: string, facts: Framed, moment: number): Promise<Buffer | null> {
  const { rate, duration } = facts;
  // The first is taken that begins then or later; the one that is shown then began up to a frame’s length before.
  const from = rate ? Math.max(0, moment - 1 / rate + 0.001) : moment;
  const froms = [from];
  // Its end is said a little too late by many; what lies just before it is its last.
  if (duration && moment <= duration) froms.push(...(rate ? [from - 1 / rate] : []), from - 0.25);
  try {
    for (const each of froms.filter((begins) => begins >= 0)) {
      const frame = await frameFrom(path, facts, each);
      if (frame.length > 0) return frame;
    }
  } catch {
    // What cannot be decoded here is not tried a little before.
  }
  return null;
}

/** The first frame that begins at a moment or later; nothing where none does. Throws where it cannot be decoded. */
async function frameFrom(path: string, { extension, width, height }: Framed, from: number): Promise<Buffer> {
  const words = [
    '-ss',
    from.toFixed(3),
    ...opened(path, extension),
    '-frames:v',
    '1',
    // Where its pixels are not square, they are made so.
    '-vf',
    `scale=${width}:${height},setsar=1`,
    '-f',
    'image2pipe',
    '-c:v',
    'png',
    '-',
  ];
  return ffmpeg(words, 60_000);
}
