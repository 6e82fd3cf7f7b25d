import { element, type Element, type Style } from '../markup/index.ts';
import { loadedOf, playedOn, typeOf } from './files.ts';
import type { HeldAsset } from './held.ts';
import type { RenderContext } from './kinds/kind.ts';
import type { Shown } from './availablewidth.ts';

/**
 * A moving picture as a silent film that begins by itself, over and over, and can be stopped (WCAG 2.2.2). Who has asked
 * for less motion sees it standing still, and may let it play: that screen is given a moment of it alone, after which it
 * waits (Media Fragments URI 1.0). Null where it has no such film.
 */
export function loopMarkup(
  asset: HeldAsset,
  alt: string,
  shown: Shown,
  style: Style,
  { addressOf }: RenderContext,
): Element | null {
  const files = asset.moves ? playedOn(asset, shown).map(({ file }) => file) : [];
  if (files.length === 0) return null;
  const poster = loadedOf(stillsOf(asset), shown.width);
  return element(
    'video',
    {
      autoplay: true,
      loop: true,
      muted: true,
      playsinline: true,
      controls: true,
      poster: poster ? addressOf(poster) : null,
      width: files[0]?.width,
      height: files[0]?.height,
      'aria-label': alt || null,
      style,
    },
    ...files.map((file) => element('source', { src: addressOf(file), type: typeOf(file), media: MOTION })),
    ...files.map((file) => element('source', { src: `${addressOf(file)}#t=0,0.1`, type: typeOf(file) })),
  );
}

const MOTION = '(prefers-reduced-motion: no-preference)';

const stillsOf = ({ sources }: HeldAsset) =>
  sources.filter(({ mime }) => mime === 'image/jpeg' || mime === 'image/png');

/** A moving picture as its first frame, where something is pressed on it or written over it; what stands still is left. */
export function standingStill(asset: HeldAsset): HeldAsset {
  const stills = asset.moves ? stillsOf(asset) : [];
  return stills.length > 0 ? { ...asset, sources: stills } : asset;
}
