import { element, type Element, type Style } from '../markup/index.ts';
import { choiceOf } from './files.ts';
import type { HeldAsset, Source } from './held.ts';
import type { RenderContext } from './rendercontext.ts';
import { BELOW_NARROW, narrowSizesOf, sizesOf, type Shown } from './availablewidth.ts';

/** A picture with its files for a browser to choose from (HTML, `picture`, `srcset`, `sizes`); the one that there is where nothing is to be chosen. */
export function stillMarkup(
  asset: HeldAsset,
  alt: string,
  shown: Shown,
  style: Style,
  { addressOf }: RenderContext,
): Element {
  const choice = choiceOf(asset, shown.width);
  const srcset = (files: readonly Source[]) =>
    files.map((file) => `${addressOf(file)} ${file.width}w`).join(', ');
  const img = (
    src: string,
    width: number,
    height: number,
    sources: { srcset?: string; sizes?: string } = {},
  ) => element('img', { src, ...sources, width, height, alt, loading: 'lazy', decoding: 'async', style });
  if (choice.drawing) return img(addressOf(choice.drawing), asset.width, asset.height);
  const sizes = sizesOf(shown);
  const others = (shown.boxed ? [] : choice.narrow).map(({ mime, files }) =>
    // The pixels of the other part are said too, so that nothing jumps while it loads.
    element('source', {
      media: BELOW_NARROW,
      type: mime,
      srcset: srcset(files),
      sizes: narrowSizesOf(shown),
      width: files.at(-1)?.width,
      height: files.at(-1)?.height,
    }),
  );
  const modern = choice.modern.map(({ mime, files }) =>
    element('source', { type: mime, srcset: srcset(files), sizes }),
  );
  const { fallback, safe } = choice;
  const still = img(
    fallback ? addressOf(fallback) : asset.file ? addressOf(asset.file) : '',
    fallback?.width ?? asset.width,
    fallback?.height ?? asset.height,
    safe.length > 1 ? { srcset: srcset(safe), sizes } : {},
  );
  const sources = [...others, ...modern];
  return sources.length === 0 ? still : element('picture', {}, ...sources, still);
}
