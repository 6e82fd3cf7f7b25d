import { open } from 'node:fs/promises';
import { crc32, inflateSync } from 'node:zlib';
import sharp from 'sharp';

const HEAD = 65_536;

/** What stands in a PNG before its pixels (PNG, Third Edition) and pictures libraries do not tell. */
export interface PngHead {
  /** It has further frames (acTL). */
  moves: boolean;
  /** The exponent its pixels were encoded with (gAMA), where nothing better says their colours; null where nothing does. */
  gamma: number | null;
}

/** Reads the chunks of a PNG that stand before its pixels. What is none has nothing in it. */
export async function readPngHead(input: string | Buffer): Promise<PngHead> {
  const bytes = typeof input === 'string' ? await headOf(input) : input.subarray(0, HEAD);
  const found: PngHead = { moves: false, gamma: null };
  let profiled = false;
  for (let at = 8; at + 12 <= bytes.length;) {
    const [size, name] = [bytes.readUInt32BE(at), bytes.toString('latin1', at + 4, at + 8)];
    if (name === 'IDAT') break;
    if (name === 'acTL' && size >= 8) found.moves = bytes.readUInt32BE(at + 8) > 1;
    if (name === 'gAMA' && size === 4) found.gamma = bytes.readUInt32BE(at + 8) / 100_000;
    // These say more than an exponent does, and count before it (section 4.3).
    if (name === 'sRGB' || name === 'iCCP' || name === 'cICP') profiled = true;
    at += 12 + size;
  }
  return { moves: found.moves, gamma: profiled ? null : found.gamma };
}

async function headOf(path: string): Promise<Buffer> {
  const file = await open(path);
  try {
    const bytes = Buffer.alloc(HEAD);
    const { bytesRead } = await file.read(bytes, 0, HEAD, 0);
    return bytes.subarray(0, bytesRead);
  } finally {
    await file.close();
  }
}

/** What everybody takes pixels for that say nothing of their encoding: about the exponent of sRGB. */
const USUAL = 0.45455;

/**
 * A PNG whose pixels were encoded with another exponent than everybody takes them for, with the usual one; null where
 * there is nothing to do.
 */
export async function withUsualGamma(path: string): Promise<Buffer | null> {
  const { gamma } = await readPngHead(path);
  if (gamma === null || gamma <= 0) return null;
  const exponent = USUAL / gamma;
  // Within what is seen, and what is sensible at all.
  if (Math.abs(exponent - 1) < 0.03 || exponent < 1 / 3 || exponent > 3) return null;
  const [darker, brighter] = exponent > 1 ? [exponent, 1] : [1, 1 / exponent];
  return sharp(path, { failOn: 'error' }).gamma(darker, brighter).png({ compressionLevel: 6 }).toBuffer();
}

/** What programs call the label in a PNG (XMP specification, part 3, 1.1.5). */
const XMP = 'XML:com.adobe.xmp';

/**
 * The same PNG with its label where the standard has it: as words of any language (iTXt), uncompressed. Libraries write it
 * compressed and in Latin letters (zTXt), which other programs do not read.
 */
export function withReadableLabel(png: Buffer): Buffer {
  for (let at = 8; at + 12 <= png.length;) {
    const [size, name] = [png.readUInt32BE(at), png.toString('latin1', at + 4, at + 8)];
    const data = png.subarray(at + 8, at + 8 + size);
    if (name === 'IDAT') break;
    if (name === 'zTXt' && data.toString('latin1', 0, XMP.length + 1) === `${XMP}\0`) {
      // The keyword ends with a zero; one byte says how what follows is compressed.
      const label = inflateSync(data.subarray(XMP.length + 2));
      const words = Buffer.concat([Buffer.from(`${XMP}\0\0\0\0\0`, 'latin1'), label]);
      return Buffer.concat([png.subarray(0, at), chunk('iTXt', words), png.subarray(at + 12 + size)]);
    }
    at += 12 + size;
  }
  return png;
}

function chunk(name: string, data: Buffer): Buffer {
  const named = Buffer.concat([Buffer.from(name, 'latin1'), data]);
  const [size, check] = [Buffer.alloc(4), Buffer.alloc(4)];
  size.writeUInt32BE(data.length);
  check.writeUInt32BE(crc32(named));
  return Buffer.concat([size, named, check]);
}
