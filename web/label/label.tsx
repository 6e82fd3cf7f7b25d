import { ArrowLeft, ArrowRight } from 'lucide-react';
import { useCallback, useEffect, useMemo } from 'react';
import { useNavigate, useParams } from 'react-router';
import { listAssets, readAsset, type AssetDetail } from '@placard/core/contract';
import { lacks, type Lack } from '@placard/core/credit';
import { useAsk } from '../kit/asking.ts';
import { AssetStrip } from '../kit/assetstrip.tsx';
import { Empty } from '../kit/notice.tsx';
import { Player } from '../kit/player.tsx';
import { plural } from '../kit/words.ts';
import { PlacardPanel } from '../placard/placard.tsx';
import { useSelection } from '../shell/selection.tsx';

const LACKING: Record<Lack, string> = { alt: 'alt text', creator: 'the creator', licence: 'the licence' };

/** Walk from one unlabelled asset to the next: picture large, wall label at the right. */
export default function Label() {
  const lacking = useAsk(listAssets, { query: { lacking: 'label', limit: '200' } });
  const all = useAsk(listAssets, { query: { limit: '200' } });
  const { asset: selected, select } = useSelection();
  const { asset: asked } = useParams();
  const navigate = useNavigate();
  const unlabelled = useMemo(() => lacking.data?.assets ?? [], [lacking.data]);
  const walked = all.data?.assets ?? [];
  const id = asked ?? unlabelled[0]?.id ?? selected ?? walked[0]?.id ?? null;
  useEffect(() => {
    if (id && id !== selected) select(id);
  }, [id, selected, select]);
  const go = useCallback(
    (chosen: string) => {
      select(chosen);
      void navigate(`/label/${chosen}`, { replace: true });
    },
    [navigate, select],
  );
  const next = useCallback(
    (by: 1 | -1) => {
      const others = unlabelled.filter((asset) => asset.id !== id);
      const at = unlabelled.findIndex((asset) => asset.id === id);
      const target = at >= 0 ? unlabelled[at + by] : by === 1 ? others[0] : others.at(-1);
      if (target) go(target.id);
    },
    [unlabelled, id, go],
  );
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (!event.altKey || (event.key !== 'ArrowRight' && event.key !== 'ArrowLeft')) return;
      event.preventDefault();
      // Leaving a field keeps what was written in it.
      if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
      next(event.key === 'ArrowRight' ? 1 : -1);
    };
    addEventListener('keydown', listen);
    return () => removeEventListener('keydown', listen);
  }, [next]);
  const detail = useAsk(
    readAsset,
    { params: { id: id ?? '' } },
    { enabled: id !== null, placeholderData: (before) => before },
  );
  if (all.isSuccess && walked.length === 0)
    return <Empty title="Nothing to label">Accept arrivals first; then their labels are written here.</Empty>;
  const missing = detail.data ? lacks(detail.data.placard) : [];
  return (
    <main className="grid h-full grid-cols-[minmax(0,1fr)_360px] grid-rows-[minmax(0,1fr)] gap-5 px-5 py-4 max-lg:block max-lg:space-y-5 max-lg:overflow-y-auto">
      <div className="flex min-h-0 min-w-0 flex-col gap-3">
        <div className="flex flex-wrap items-baseline gap-x-4">
          <h1>Label</h1>
          <p className="text-soft">
            {unlabelled.length > 0
              ? `${plural(unlabelled.length, 'label is', 'labels are')} not complete`
              : 'Every label is complete.'}
          </p>
          <div className="ml-auto flex gap-2">
            <button
              type="button"
              className="button"
              onClick={() => next(-1)}
              disabled={unlabelled.length === 0}
              title="Alt and left arrow"
            >
              <ArrowLeft aria-hidden className="size-4" /> Back
            </button>
            <button
              type="button"
              className="button button-go"
              onClick={() => next(1)}
              disabled={unlabelled.length === 0}
              title="Alt and right arrow"
            >
              Next unlabelled <ArrowRight aria-hidden className="size-4" />
            </button>
          </div>
        </div>
        {detail.data && <Large asset={detail.data} missing={missing} />}
        <AssetStrip
          label="Labels that are not complete"
          assets={unlabelled.length > 0 ? unlabelled : walked}
          chosen={id}
          onChoose={go}
        />
      </div>
      <aside className="overflow-y-auto pr-1">
        <PlacardPanel id={id} picture={false} />
      </aside>
    </main>
  );
}

function Large({ asset, missing }: { asset: AssetDetail; missing: Lack[] }) {
  const large =
    asset.renditions
      .filter(({ mime }) => mime === 'image/webp' || mime === 'image/avif')
      .findLast(({ width }) => width <= 1500) ?? asset.renditions[0];
  return (
    <figure className="flex min-h-0 grow flex-col border border-rule bg-card p-3 max-lg:h-[50vh] max-sm:h-auto">
      {asset.facts.kind !== 'picture' ? (
        <Player
          asset={asset}
          poster={large?.url}
          label={asset.placard.alt}
          className="min-h-0 w-full grow object-contain"
        />
      ) : (
        <img
          src={large?.url ?? asset.thumbnail ?? asset.original}
          alt={asset.placard.alt}
          className="min-h-0 w-full grow object-contain"
        />
      )}
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
