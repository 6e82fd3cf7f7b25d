/** The file types that can be held, by the extension their files get in the store. */
export const MIME_BY_EXTENSION: Readonly<Record<string, string>> = {
  jpg: 'image/jpeg',
  png: 'image/png',
  webp: 'image/webp',
  avif: 'image/avif',
  gif: 'image/gif',
  tiff: 'image/tiff',
  heic: 'image/heic',
  svg: 'image/svg+xml',
  mp4: 'video/mp4',
  webm: 'video/webm',
  mp3: 'audio/mpeg',
  ogg: 'audio/ogg',
  wav: 'audio/wav',
  vtt: 'text/vtt',
};

export const EXTENSION_BY_MIME: Readonly<Record<string, string>> = Object.fromEntries(
  Object.entries(MIME_BY_EXTENSION).map(([extension, mime]) => [mime, extension]),
);

/** The most pixels that are decoded: all frames of an animation together. */
export const MOST_PIXELS = 200_000_000;

/** A file that cannot be held or worked on; the message is a sentence for the person who sent it. */
export class Refused extends Error {
  override name = 'Refused';
}
