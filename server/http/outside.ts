import type { RequestHandler } from 'express';
import sharp from 'sharp';
import { MOST_PIXELS } from '../imaging/formats.ts';
import { sniffHead } from '../imaging/sniff.ts';
import type { Outbound } from '../outbound/outbound.ts';
import { Places } from '../places.ts';
import type { Store } from '../store/store.ts';
import { Refusal, unfit } from '../refusal.ts';

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
      const small = await smallOf(outbound, Buffer.from(packed, 'base64url').toString('utf8'));
      response.set({ 'content-type': 'image/webp', 'cache-control': 'private, max-age=3600' }).send(small);
    } catch (error) {
      const says = error instanceof Refusal ? error.message : 'This is no picture that can be shown.';
      response.status(502).type('text/plain').send(says);
    }
  };
}

/** A few at a time, so that whoever has an address cannot keep everybody from files; each once, however often it is asked for. */
const places = new Places(3);
const making = new Map<string, Promise<Buffer>>();

function smallOf(outbound: Outbound, address: string): Promise<Buffer> {
  const made =
    making.get(address) ??
    places.run(() => fetchSmall(outbound, address)).finally(() => making.delete(address));
  making.set(address, made);
  return made;
}

async function fetchSmall(outbound: Outbound, address: string): Promise<Buffer> {
  const { bytes } = await outbound.bytes(address, { mostBytes: MOST_BYTES, within: 20_000 });
  // A drawing could take any time to be drawn; it is seen once it is taken.
  const extension = await sniffHead(bytes.subarray(0, 65_536));
  if (extension === 'svg') throw unfit('This is a drawing; it is shown once it is taken.');
  return sharp(bytes, { limitInputPixels: MOST_PIXELS })
    .timeout({ seconds: 20 })
    .autoOrient()
    .resize(640, 640, { fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 74, effort: 1 })
    .toBuffer();
}
