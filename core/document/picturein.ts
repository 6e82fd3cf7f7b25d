/** Segments of a JPEG (ITU-T T.81) that say something of who took it, where and with what: Exif, XMP, IPTC, comments and programs' own. */
const KEPT_SEGMENTS = new Set([0xe0, 0xe2, 0xee]);
/** Chunks of a PNG (W3C PNG, third edition) that do. */
const DROPPED_CHUNKS = new Set(['eXIf', 'tEXt', 'zTXt', 'iTXt', 'tIME']);

/**
 * A picture in a document without what it says of who took it, where and when, its pixels untouched: JPEG and PNG; null
 * for what is neither, or cannot be followed to its end.
 */
export function bareJpegOrPng(bytes: Uint8Array): Uint8Array | null {
  if (bytes[0] === 0xff && bytes[1] === 0xd8) return bareJpeg(bytes);
  if (bytes[0] === 0x89 && bytes[1] === 0x50 && bytes[2] === 0x4e && bytes[3] === 0x47) return barePng(bytes);
  return null;
}

function bareJpeg(bytes: Uint8Array): Uint8Array | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const kept: [number, number][] = [[0, 2]];
  for (let at = 2; at + 4 <= bytes.length;) {
    if (bytes[at] !== 0xff) return null;
    const marker = bytes[at + 1] ?? 0;
    // Fill bytes may stand before a marker.
    if (marker === 0xff) {
      at++;
      continue;
    }
    const end = at + 2 + view.getUint16(at + 2);
    if (marker === 0xda) {
      kept.push([at, bytes.length]);
      return joined(bytes, kept);
    }
    if (end > bytes.length) return null;
    const said = (marker >= 0xe0 && marker <= 0xef && !KEPT_SEGMENTS.has(marker)) || marker === 0xfe;
    if (!said) kept.push([at, end]);
    at = end;
  }
  return null;
}

function barePng(bytes: Uint8Array): Uint8Array | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const kept: [number, number][] = [[0, 8]];
  for (let at = 8; at + 12 <= bytes.length;) {
    const end = at + 12 + view.getUint32(at);
    if (end > bytes.length) return null;
    const name = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    if (!DROPPED_CHUNKS.has(name)) kept.push([at, end]);
    if (name === 'IEND') return joined(bytes, kept);
    at = end;
  }
  return null;
}

function joined(bytes: Uint8Array, parts: readonly [number, number][]): Uint8Array {
  const made = new Uint8Array(parts.reduce((sum, [from, to]) => sum + to - from, 0));
  let at = 0;
  for (const [from, to] of parts) {
    made.set(bytes.subarray(from, to), at);
    at += to - from;
  }
  return made;
}
