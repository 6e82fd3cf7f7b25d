import { open, type FileHandle } from 'node:fs/promises';

/** Boxes that a file is looked through for: the outermost ones. */
const MOST_BOXES = 10_000;

/**
 * True where a file says of itself that it is longer than it is: it was cut off on its way. Films, sounds and HEIC
 * pictures; false where their kind does not say how long they are, as what is sent while it is recorded.
 */
export async function isCutOff(path: string, extension: string): Promise<boolean> {
  const look = LOOKS[extension];
  if (!look) return false;
  const file = await open(path);
  try {
    return await look(file, (await file.stat()).size);
  } finally {
    await file.close();
  }
}

type Look = (file: FileHandle, size: number) => Promise<boolean>;

/** ISO/IEC 14496-12: boxes one after the other, each with its length; 0 for the rest of the file, 1 for one of 64 bits. */
const boxes: Look = async (file, size) => {
  let at = 0;
  for (let seen = 0; at < size && seen < MOST_BOXES; seen++) {
    const head = await bytesAt(file, at, 16);
    // What follows the last box and is none is nothing that is missing.
    if (head.length < 8) return seen > 0 && head.length > 0 && /^[\w ]{4}$/.test(head.toString('latin1', 4));
    let length = head.readUInt32BE(0);
    if (length === 0) return false;
    if (length === 1) {
      if (head.length < 16) return true;
      length = Number(head.readBigUInt64BE(8));
    }
    if (length < 8 || !/^[\x20-\x7e\xa9]{4}$/.test(head.toString('latin1', 4, 8))) return false;
    at += length;
  }
  return at > size;
};

/** RFC 8794 (EBML), RFC 9559 (Matroska): the segment has a length, or says that nobody knows it. */
const segment: Look = async (file, size) => {
  const head = await bytesAt(file, 0, 4096);
  let at = 0;
  for (let seen = 0; seen < 2; seen++) {
    if (at + 5 > head.length) return false;
    const id = head.readUInt32BE(at);
    const length = variable(head, at + 4);
    if (!length || length.value === null) return false;
    const begins = at + 4 + length.bytes;
    if (id === 0x18_53_80_67) return begins + length.value > size;
    at = begins + length.value;
    if (at + 12 > head.length) return false;
  }
  return false;
};

/** A number of EBML: how long it is stands in its first bit that is set; all ones are for what is not known. */
function variable(bytes: Buffer, at: number): { bytes: number; value: number | null } | null {
  const first = bytes[at] ?? 0;
  const long = Math.clz32(first) - 23;
  if (long < 1 || long > 8 || at + long > bytes.length) return null;
  let [value, unknown] = [BigInt(first & (0xff >> long)), (first & (0xff >> long)) === 0xff >> long];
  for (let next = 1; next < long; next++) {
    const byte = bytes[at + next] ?? 0;
    value = value * 256n + BigInt(byte);
    unknown &&= byte === 0xff;
  }
  return { bytes: long, value: unknown ? null : Number(value) };
}

/** RIFF: its length, and that of its samples; what is written while it is recorded says nothing, or as much as can be. */
const riff: Look = async (file, size) => {
  const head = await bytesAt(file, 0, 12);
  if (head.length < 12 || head.toString('latin1', 0, 4) !== 'RIFF') return false;
  const length = head.readUInt32LE(4);
  return length > 4 && length < 0xffff_fff0 && length + 8 > size + 1;
};

/** RFC 3533: the last page is as long as its segments together. */
const pages: Look = async (file, size) => {
  // A page is at most 65,307 bytes long.
  const from = Math.max(0, size - 70_000);
  const end = await bytesAt(file, from, size - from);
  const last = end.lastIndexOf('OggS');
  if (last < 0) return false;
  const many = end[last + 26];
  if (many === undefined || last + 27 + many > end.length) return true;
  const body = end.subarray(last + 27, last + 27 + many).reduce((sum, length) => sum + length, 0);
  return last + 27 + many + body > end.length;
};

/** What encoders write into the first frame of an MP3: how many bytes all of them are together (Xing, Info). */
const frames: Look = async (file, size) => {
  const head = await bytesAt(file, 0, 10);
  const tag =
    head.toString('latin1', 0, 3) === 'ID3'
      ? 10 + [6, 7, 8, 9].reduce((sum, at) => sum * 128 + ((head[at] ?? 0) & 127), 0)
      : 0;
  const frame = await bytesAt(file, tag, 200);
  const at = Math.max(frame.indexOf('Xing'), frame.indexOf('Info'));
  if (at < 0 || at + 16 > frame.length) return false;
  const flags = frame.readUInt32BE(at + 4);
  if ((flags & 2) === 0) return false;
  const length = frame.readUInt32BE(at + 8 + (flags & 1 ? 4 : 0));
  return tag + length > size;
};

const LOOKS: Readonly<Record<string, Look>> = {
  mp4: boxes,
  mov: boxes,
  m4a: boxes,
  heic: boxes,
  webm: segment,
  mkv: segment,
  wav: riff,
  ogg: pages,
  mp3: frames,
};

async function bytesAt(file: FileHandle, from: number, length: number): Promise<Buffer> {
  const bytes = Buffer.alloc(length);
  const { bytesRead } = await file.read(bytes, 0, length, from);
  return bytes.subarray(0, bytesRead);
}
