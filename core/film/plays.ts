/** What a film or sound is made of, in the names that probing programs use (ffprobe). Empty where there is none. */
export interface Streams {
  /** `h264`, `hevc`, `vp9` … */
  picture: string;
  /** How its pixels are kept: `yuv420p`, `yuv420p10le` … */
  pixels: string;
  /** `aac`, `opus`, `ac3` … */
  sound: string;
}

/** What the engines of today's browsers decode without help from the system. */
const PICTURES = new Set(['h264', 'vp8', 'vp9', 'av1']);
const SOUNDS = new Set(['aac', 'mp3', 'opus', 'vorbis', 'flac', 'pcm_s16le', 'pcm_u8', 'pcm_f32le']);
/** The pixels of which H.264 plays everywhere: eight bits, colour at half the resolution. */
const PLAIN = new Set(['yuv420p', 'yuvj420p']);

const NAMES: Record<string, string> = {
  hevc: 'H.265 (HEVC)',
  mpeg4: 'MPEG-4 Part 2',
  mpeg2video: 'MPEG-2',
  mpeg1video: 'MPEG-1',
  prores: 'ProRes',
  mjpeg: 'Motion JPEG',
  h263: 'H.263',
  ac3: 'AC-3',
  eac3: 'E-AC-3',
  alac: 'Apple Lossless',
  dts: 'DTS',
  amr_nb: 'AMR',
};
const nameOf = (codec: string) => NAMES[codec] ?? codec.toUpperCase().replaceAll('_', ' ');

/** Why browsers may not play a film or sound, in a sentence; empty where all of today's do. */
export function whyMayNotPlay({ picture, pixels, sound }: Streams): string {
  const advice = 'Files that all of them play are made of it here.';
  if (picture !== '' && !PICTURES.has(picture))
    return `Its picture is ${nameOf(picture)}, which not every browser plays. ${advice}`;
  if (picture === 'h264' && pixels !== '' && !PLAIN.has(pixels)) {
    const how = /1[0246]/.test(pixels) ? 'more than eight bits' : 'colour that is not halved';
    return `Its picture is H.264 with ${how} (${pixels}), which not every browser plays. ${advice}`;
  }
  if (sound !== '' && !SOUNDS.has(sound))
    return picture === ''
      ? `It is ${nameOf(sound)}, which not every browser plays. ${advice}`
      : `Its sound is ${nameOf(sound)}, which not every browser plays: it may be silent there. ${advice}`;
  return '';
}
