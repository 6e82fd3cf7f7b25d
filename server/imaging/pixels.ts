import sharp, { type Sharp } from 'sharp';

/** Pixels row by row, 3 or 4 bytes each. */
export interface Pixels {
  data: Buffer;
  raw: { width: number; height: number; channels: 1 | 2 | 3 | 4 };
}

/** Gives what one of the imaging library's pipelines makes as pixels. */
export async function pixelsOf(pipeline: Sharp): Promise<Pixels> {
  const { data, info } = await pipeline.raw().toBuffer({ resolveWithObject: true });
  return { data, raw: { width: info.width, height: info.height, channels: info.channels as 3 | 4 } };
}

export const open = ({ data, raw }: Pixels) => sharp(data, { raw, limitInputPixels: false });
