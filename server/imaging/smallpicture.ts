import sharp from 'sharp';
import { improvedTone, type Tone } from '@placard/core/prep';

/** A picture small enough for lists (WebP, at most 400 pixels wide or high). */
export function smallPicture(input: Buffer): Promise<Buffer> {
  return sharp(input)
    .resize(400, 400, { fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 70, effort: 0 })
    .toBuffer();
}

/** The tone that would improve what a small picture shows. */
export async function toneFor(small: Uint8Array): Promise<Tone> {
  const { data } = await sharp(small)
    .flatten({ background: '#888' })
    .toColourspace('srgb')
    .raw()
    .toBuffer({ resolveWithObject: true });
  return improvedTone(data);
}
