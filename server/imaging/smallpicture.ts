import sharp from 'sharp';
import { improvedTone, UNTONED, type Tone } from '@placard/core/prep';
import type { Store } from '../store/store.ts';

/** A picture small enough for lists (WebP, at most 400 pixels wide or high). */
export function smallPicture(input: Buffer): Promise<Buffer> {
  return sharp(input)
    .resize(400, 400, { fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 70, effort: 0 })
    .toBuffer();
}

/** The tone that would improve a picture, judged by the small picture of it in the store. */
export async function toneOf(store: Store, thumbnail: string | null): Promise<Tone> {
  if (thumbnail === null) return UNTONED;
  const { data } = await sharp(await store.bytes(thumbnail))
    .flatten({ background: '#888' })
    .toColourspace('srgb')
    .raw()
    .toBuffer({ resolveWithObject: true });
  return improvedTone(data);
}
