import type { AssetDetail } from '@placard/core/contract';
import type { Lack } from '@placard/core/credit';
import { LargeView } from '../kit/largeview.tsx';

const LACKING: Record<Lack, string> = { alt: 'alt text', creator: 'the creator', licence: 'the licence' };

/** The address of a picture, large enough to be looked at. */
export const largeOf = (asset: AssetDetail): string =>
  (
    asset.renditions
      .filter(({ mime }) => mime === 'image/webp' || mime === 'image/avif')
      .findLast(({ width }) => width <= 1500) ?? asset.renditions[0]
  )?.url ??
  asset.thumbnail ??
  asset.original;

/** What is labelled, large, and what its label lacks. */
export function Large({ asset, missing }: { asset: AssetDetail; missing: Lack[] }) {
  return (
    <figure className="flex min-h-0 grow basis-0 flex-col max-lg:basis-auto border border-rule bg-card p-3 max-lg:h-[50vh] max-sm:h-auto">
      <LargeView
        asset={asset}
        src={asset.facts.kind === 'picture' || asset.renditions.length > 0 ? largeOf(asset) : undefined}
        label={asset.placard.alt}
        className="min-h-0 w-full grow object-contain"
      />
      <figcaption className="pt-2 text-[13px]">
        {missing.length > 0 ? (
          <span className="text-madder">Missing: {missing.map((lack) => LACKING[lack]).join(', ')}.</span>
        ) : (
          <span className="text-spruce">This label is complete.</span>
        )}
      </figcaption>
    </figure>
  );
}
