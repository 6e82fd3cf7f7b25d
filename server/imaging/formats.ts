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
  mov: 'video/quicktime',
  webm: 'video/webm',
  mkv: 'video/matroska',
  avi: 'video/vnd.avi',
  mpg: 'video/mpeg',
  mts: 'video/mp2t',
  wmv: 'video/x-ms-wmv',
  flv: 'video/x-flv',
  ogv: 'video/ogg',
  mp3: 'audio/mpeg',
  m4a: 'audio/mp4',
  flac: 'audio/flac',
  ogg: 'audio/ogg',
  wav: 'audio/wav',
  aac: 'audio/aac',
  mka: 'audio/matroska',
  aif: 'audio/aiff',
  wma: 'audio/x-ms-wma',
  pdf: 'application/pdf',
  docx: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  pptx: 'application/vnd.openxmlformats-officedocument.presentationml.presentation',
  odt: 'application/vnd.oasis.opendocument.text',
  ods: 'application/vnd.oasis.opendocument.spreadsheet',
  odp: 'application/vnd.oasis.opendocument.presentation',
  vtt: 'text/vtt',
};

/** True for the extensions of documents: they are never opened in a browser from here. */
export const isDocument = (extension: string): boolean =>
  (MIME_BY_EXTENSION[extension] ?? '').startsWith('application/');

/** True for the extensions of films and sounds. */
export const isFilmOrSound = (extension: string): boolean =>
  /^(video|audio)\//.test(MIME_BY_EXTENSION[extension] ?? '');

/** What is taken, for sentences that refuse something else. */
export const TAKEN =
  'JPEG, PNG, WebP, AVIF, GIF, TIFF, HEIC and SVG; films as MP4, MOV, WebM, MKV, AVI, MPEG, WMV, FLV and OGV; sounds as MP3, M4A, AAC, Ogg, WAV, AIFF, WMA and FLAC; documents as PDF, DOCX, XLSX, PPTX, ODT, ODS and ODP';

/** The most pixels that are decoded: all frames of an animation together. */
export const MOST_PIXELS = 200_000_000;
