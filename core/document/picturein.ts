/** Chunks of a PNG (W3C PNG, third edition) that say something of who made it, when and with what. */
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
  for (let at = 2; at + 2 <= bytes.length;) {
    if (bytes[at] !== 0xff) return null;
    const marker = bytes[at + 1] ?? 0;
    // Fill bytes may stand before a marker.
    if (marker === 0xff) {
      at++;
      continue;
    }
    if (marker === ENDS) return joined(bytes, [...kept, [at, at + 2]]);
    const end = at + 4 <= bytes.length ? at + 2 + view.getUint16(at + 2) : bytes.length + 1;
    if (end > bytes.length) return null;
    // Behind the head of a scan its pixels follow, up to the next marker.
    const next = marker === SCAN ? afterPixels(bytes, end) : end;
    const said = (marker >= 0xe0 && marker <= 0xef && !isKept(bytes, at)) || marker === 0xfe;
    if (!said) kept.push([at, next]);
    at = next;
    // One that does not say where it ends is as it is.
    if (marker === SCAN && at >= bytes.length) return joined(bytes, kept);
  }
  return null;
}

const [SCAN, ENDS] = [0xda, 0xd9];

/** JFIF, Adobe's word on its colours, and the profile of them; other things of programs under the same number are not kept. */
function isKept(bytes: Uint8Array, at: number): boolean {
  const marker = bytes[at + 1] ?? 0;
  if (marker !== 0xe2) return marker === 0xe0 || marker === 0xee;
  return String.fromCharCode(...bytes.subarray(at + 4, at + 15)) === 'ICC_PROFILE';
}

/** Where the pixels of a scan end: at a marker that is neither a byte of theirs nor where decoding begins anew. */
function afterPixels(bytes: Uint8Array, from: number): number {
  for (let at = bytes.indexOf(0xff, from); at >= 0; at = bytes.indexOf(0xff, at + 1)) {
    const marker = bytes[at + 1];
    if (marker === undefined) break;
    if (marker !== 0 && marker !== 0xff && !(marker >= 0xd0 && marker <= 0xd7)) return at;
  }
  return bytes.length;
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
