import type { Facts } from '@placard/core/contract';
import { localCopy } from '../store/localcopy.ts';
import type { Store } from '../store/store.ts';
import { drawn } from './drawing.ts';
import { asRefusal, fitted, openPicture } from './picture.ts';
import { open } from './pixels.ts';

const LONGEST = 1600;

/** Where the preview of an original lies. */
export const previewKey = (sha256: string) => `previews/${sha256.slice(0, 2)}/${sha256}.webp`;

const made = new Map<string, Promise<string>>();

/** The store key of an upright original at a size for screens, made when it is first asked for. Throws unfit. */
export function previewOf(
  store: Store,
  file: { sha256: string; key: string; workKey: string | null; facts: Facts },
): Promise<string> {
  const known = made.get(file.sha256);
  if (known) return known;
  const making = make(store, file).finally(() => made.delete(file.sha256));
  made.set(file.sha256, making);
  return making;
}

async function make(
  store: Store,
  { sha256, key, workKey, facts }: { sha256: string; key: string; workKey: string | null; facts: Facts },
): Promise<string> {
  const preview = previewKey(sha256);
  if (await store.exists(preview)) return preview;
  const copy = await localCopy(store, workKey ?? key);
  try {
    const picture =
      facts.extension === 'svg'
        ? open(await drawn(copy.path, fitted(facts, LONGEST)))
        : openPicture(copy.path)
            .autoOrient()
            .resize(LONGEST, LONGEST, { fit: 'inside', withoutEnlargement: true })
            .toColourspace('srgb');
    await store.put(preview, await picture.webp({ quality: 90, effort: 0 }).toBuffer());
  } catch (error) {
    throw asRefusal(error);
  } finally {
    await copy.release();
  }
  return preview;
}
