import { open, type FileHandle } from 'node:fs/promises';

/** What the first picture of a TIFF says of how it is written (TIFF 6.0; BigTIFF). */
interface Written {
  bits: number;
  samples: number;
  compression: number;
  photometric: number;
  separate: boolean;
  tiled: boolean;
  /** 1 for whole numbers from nothing up, 2 for signed ones, 3 for fractions. */
  numbers: number;
}

const TAGS: Readonly<Record<number, keyof Written>> = {
  258: 'bits',
  259: 'compression',
  262: 'photometric',
  277: 'samples',
  284: 'separate',
  322: 'tiled',
  339: 'numbers',
};
/** Bytes of a value by its type; types that none of these tags has are left out. */
const BYTES: Readonly<Record<number, number>> = { 1: 1, 3: 2, 4: 4, 16: 8 };
/** The most entries that a directory is looked through for. */
const MOST_ENTRIES = 1000;

/** What is read here, and what the others are called by those who meet them. */
const READ_COMPRESSIONS = new Set([1, 2, 3, 4, 5, 7, 8, 32_773, 32_946]);
const COMPRESSIONS: Readonly<Record<number, string>> = {
  6: 'the old kind of JPEG',
  34_661: 'JBIG',
  34_676: 'SGI Log',
  34_677: 'SGI Log',
  34_712: 'JPEG 2000',
  34_887: 'LERC',
  34_892: 'a lossy kind of JPEG',
  34_925: 'LZMA',
  50_000: 'Zstandard',
  50_001: 'WebP',
  50_002: 'JPEG XL',
  52_546: 'JPEG XL',
};
const READ_COLOURS = new Set([0, 1, 2, 3, 5, 6, 8]);
const COLOURS: Readonly<Record<number, string>> = {
  4: 'It is a mask, no picture of its own.',
  9: 'Its colours are ICC Lab.',
  10: 'Its colours are ITU Lab.',
  32_803: 'It is what a camera’s sensor saw, not yet a picture (CFA).',
  32_844: 'Its brightness is written as LogL.',
  32_845: 'Its colours are written as LogLuv.',
  34_892: 'It is what a camera’s sensor saw, not yet a picture (linear raw).',
};

/** Why a TIFF is not read here though nothing is wrong with it, in a sentence; null where it is, or is no TIFF that says so. */
export async function whyTiffIsNotRead(path: string): Promise<string | null> {
  const file = await open(path);
  try {
    const written = await firstPicture(file);
    const why = written && whatIsOdd(written);
    return (
      why &&
      `This is a TIFF of a kind that is not read here. ${why} Export it with 8 or 16 bits, as LZW or without compression.`
    );
  } finally {
    await file.close();
  }
}

function whatIsOdd({
  bits,
  compression,
  photometric,
  separate,
  tiled,
  numbers,
  samples,
}: Written): string | null {
  if (!READ_COMPRESSIONS.has(compression))
    return `It is compressed as ${COMPRESSIONS[compression] ?? `number ${compression}, which nobody here knows`}.`;
  if (!READ_COLOURS.has(photometric))
    return COLOURS[photometric] ?? `What its numbers mean (photometric ${photometric}) nobody here knows.`;
  // Fractions are read, and whole numbers of these lengths.
  if (!(numbers === 3 ? bits === 32 : [1, 2, 4, 8, 16].includes(bits)))
    return `It has ${bits} bits a sample.`;
  if (photometric === 8 && samples < 3) return 'Its colours are Lab with too few samples.';
  if (photometric === 8 && bits === 8) return 'Its colours are Lab with 8 bits a sample.';
  if (tiled && separate) return 'Its colours lie apart, in tiles.';
  return null;
}

/** Reads the first directory; null where there is none that can be followed. */
async function firstPicture(file: FileHandle): Promise<Written | null> {
  const head = await bytesAt(file, 0, 16);
  const little = head?.toString('latin1', 0, 2) === 'II';
  if (!head || !(little || head.toString('latin1', 0, 2) === 'MM')) return null;
  const read = (bytes: Buffer, at: number, length: number): number => {
    if (length === 8) return Number(little ? bytes.readBigUInt64LE(at) : bytes.readBigUInt64BE(at));
    return little ? bytes.readUIntLE(at, length) : bytes.readUIntBE(at, length);
  };
  const big = read(head, 2, 2) === 43;
  const [offset, counted, entry] = big ? [8, 8, 20] : [4, 2, 12];
  const from = read(head, big ? 8 : 4, offset);
  const count = await bytesAt(file, from, counted);
  const entries = count ? Math.min(MOST_ENTRIES, read(count, 0, counted)) : 0;
  const directory = await bytesAt(file, from + counted, entries * entry);
  if (!directory || entries === 0) return null;
  const said: Partial<Record<keyof Written, number>> = {};
  for (let at = 0; at + entry <= directory.length; at += entry) {
    const name = TAGS[read(directory, at, 2)];
    const bytes = BYTES[read(directory, at + 2, 2)];
    if (!name || !bytes) continue;
    const [many, value] = [read(directory, at + 4, big ? 8 : 4), at + (big ? 12 : 8)];
    // What finds no room in the entry stands elsewhere; the first of several speaks for them.
    const there =
      many * bytes <= offset
        ? directory.subarray(value)
        : await bytesAt(file, read(directory, value, offset), bytes);
    if (there && there.length >= bytes) said[name] = read(there, 0, bytes);
  }
  const samples = said.samples ?? 1;
  return {
    bits: said.bits ?? 1,
    samples,
    compression: said.compression ?? 1,
    photometric: said.photometric ?? (samples > 2 ? 2 : 1),
    separate: said.separate === 2 && samples > 1,
    tiled: said.tiled !== undefined,
    numbers: said.numbers ?? 1,
  };
}

async function bytesAt(file: FileHandle, from: number, length: number): Promise<Buffer | null> {
  if (!Number.isSafeInteger(from) || length === 0) return null;
  const bytes = Buffer.alloc(length);
  const { bytesRead } = await file.read(bytes, 0, length, from);
  return bytesRead === length ? bytes : null;
}
