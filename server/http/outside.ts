import type { RequestHandler } from 'express';
import sharp from 'sharp';
import { MOST_PIXELS, Refused } from '../imaging/formats.ts';
import type { Outbound } from '../outbound/outbound.ts';
import type { Store } from '../store/store.ts';

const OUTSIDE = 'outside:';
const MOST_BYTES = 30_000_000;

/** The address, on the users'-content origin, of a small picture of something that stands elsewhere. */
export function outsideAddress(store: Store, contentOrigin: string, address: string): string {
  const packed = Buffer.from(address).toString('base64url');
  return `${contentOrigin}/outside/${store.signature.of(`${OUTSIDE}${packed}`)}/${packed}`;
}

/**
 * Shows a picture that stands elsewhere, small and made anew: not a byte of it is passed on,
 * and its host learns nothing of who looks. Only addresses we signed are asked for.
 */
export function showOutside(
  store: Store,
  outbound: Outbound,
): RequestHandler<{ signature: string; packed: string }> {
  return async (request, response) => {
    const { signature, packed } = request.params;
    if (!store.signature.matches(`${OUTSIDE}${packed}`, signature)) {
      response.status(404).type('text/plain').send('There is nothing at this address.');
      return;
    }
    try {
      const address = Buffer.from(packed, 'base64url').toString('utf8');
      const { bytes } = await outbound.bytes(address, { mostBytes: MOST_BYTES, within: 20_000 });
      const small = await sharp(bytes, { limitInputPixels: MOST_PIXELS })
        .timeout({ seconds: 20 })
        .autoOrient()
        .resize(640, 640, { fit: 'inside', withoutEnlargement: true })
        .webp({ quality: 74, effort: 1 })
        .toBuffer();
      response.set({ 'content-type': 'image/webp', 'cache-control': 'private, max-age=3600' }).send(small);
    } catch (error) {
      const says = error instanceof Refused ? error.message : 'This is no picture that can be shown.';
      response.status(502).type('text/plain').send(says);
    }
  };
}
