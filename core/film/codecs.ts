/** What an encoded stream says of itself, in the names and numbers of probing programs (ffprobe). */
export interface Encoded {
  codec: string;
  /** Its profile's name, `High` or `Main`. */
  profile?: string | undefined;
  level?: number | undefined;
  /** `yuv420p10le` for ten bits. */
  pixels?: string | undefined;
}

const H264_PROFILES: Readonly<Record<string, string>> = {
  Baseline: '4200',
  'Constrained Baseline': '42e0',
  Main: '4d00',
  Extended: '5800',
  High: '6400',
  'High 10': '6e00',
};
const AV1_PROFILES: Readonly<Record<string, number>> = { Main: 0, High: 1, Professional: 2 };
const SOUNDS: Readonly<Record<string, string>> = {
  aac: 'mp4a.40.2',
  mp3: 'mp4a.6b',
  opus: 'opus',
  vorbis: 'vorbis',
  flac: 'flac',
};

/**
 * What a media type says of its codecs (RFC 6381; ISO/IEC 14496-15 for H.264, the AV1 ISOBMFF binding for AV1), so
 * that a browser knows which file it plays before it loads one. Empty where one of them has no such name that is sure.
 */
export function codecsOf(streams: readonly Encoded[]): string {
  const names = streams.map(nameOf);
  return names.every(Boolean) ? names.join(',') : '';
}

function nameOf({ codec, profile = '', level = -1, pixels = '' }: Encoded): string {
  if (codec === 'h264') {
    const known = H264_PROFILES[profile];
    return known && level > 0 ? `avc1.${known}${level.toString(16).padStart(2, '0')}` : '';
  }
  if (codec === 'av1') {
    const known = AV1_PROFILES[profile];
    const bits = /1[02]le$/.exec(pixels)?.[0].slice(0, 2) ?? '08';
    return known !== undefined && level >= 0
      ? `av01.${known}.${String(level).padStart(2, '0')}M.${bits}`
      : '';
  }
  return codec === 'vp8' ? 'vp8' : (SOUNDS[codec] ?? '');
}

const CALLED: readonly (readonly [RegExp, string])[] = [
  [/^avc1/, 'H.264'],
  [/^av01/, 'AV1'],
  [/^vp8/, 'VP8'],
  [/^mp4a\.40/, 'AAC'],
  [/^mp4a\.6b/, 'MP3'],
  [/^opus/, 'Opus'],
];

const HOLDERS: Readonly<Record<string, string>> = {
  'audio/mp4': 'M4A',
  'audio/mpeg': 'MP3',
  'video/webm': 'WebM',
};

/** What a file that plays is called: MP4, H.264. */
export function formatInWords({ mime, codecs }: { mime: string; codecs: string }): string {
  const holder = HOLDERS[mime] ?? (mime.split('/')[1] ?? '').toUpperCase();
  const called = CALLED.find(([begins]) => begins.test(codecs))?.[1];
  return called && called !== holder ? `${holder}, ${called}` : holder;
}
