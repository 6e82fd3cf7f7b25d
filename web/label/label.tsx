import { ArrowLeft, ArrowRight } from 'lucide-react';
import { judgeAsset, readAsset, readEmbedded } from '@placard/core/contract';
import { lacks } from '@placard/core/credit';
import { plural } from '@placard/core/text';
import { useAsk } from '../kit/asking.ts';
import { AssetStrip } from '../kit/assetstrip.tsx';
import { Hint } from '../kit/hint.tsx';
import { EmptyScreen, Loading } from '../kit/notice.tsx';
import { useTitle } from '../kit/usetitle.ts';
import { PlacardPanel } from '../placard/placard.tsx';
import { useTerms } from '../placard/useterms.ts';
import { BesideLabel } from './besidelabel.tsx';
import { LabelRooms } from './labelrooms.tsx';
import { Large } from './large.tsx';
import { useLabelWalk } from './uselabelwalk.ts';

/** Walk from one unlabelled asset to the next: picture large, wall label at the right. */
export default function Label() {
  const { id, unlabelled, all, go, next } = useLabelWalk();
  const { termsOf } = useTerms();
  const detail = useAsk(
    readAsset,
    { params: { id: id ?? '' } },
    { enabled: id !== null, placeholderData: (before) => before },
  );
  const judged = useAsk(judgeAsset, { params: { id: id ?? '' } }, { enabled: id !== null });
  const file = useAsk(
    readEmbedded,
    { params: { id: id ?? '' } },
    { enabled: id !== null, staleTime: Number.POSITIVE_INFINITY },
  );
  useTitle(detail.data?.placard.title || detail.data?.fileName, 'Label');
  if (all?.length === 0)
    return (
      <EmptyScreen title="Nothing to label">
        Accept arrivals first; then their labels are written here.
      </EmptyScreen>
    );
  const missing = detail.data
    ? lacks(detail.data.placard, termsOf(detail.data.placard.licence), detail.data.facts.kind)
    : [];
  return (
    <main className="grid h-full grid-cols-[minmax(0,1fr)_330px_360px] grid-rows-[minmax(0,1fr)] gap-5 px-5 py-4 max-lg:block max-lg:space-y-5 max-lg:overflow-y-auto">
      <div className="flex min-h-0 min-w-0 flex-col gap-3">
        <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <h1>Label</h1>
          <p className="text-soft">
            {unlabelled.length > 0
              ? `${plural(unlabelled.length, 'label is', 'labels are')} not complete`
              : 'Every label is complete.'}
          </p>
          <div className="ml-auto flex gap-2">
            <Hint says="Alt and left arrow">
              <button
                type="button"
                className="button"
                onClick={() => next(-1)}
                disabled={unlabelled.length === 0}
              >
                <ArrowLeft aria-hidden className="size-4" /> Back
              </button>
            </Hint>
            <Hint says="Alt and right arrow">
              <button
                type="button"
                className="button button-go"
                onClick={() => next(1)}
                disabled={unlabelled.length === 0}
              >
                Next unlabelled <ArrowRight aria-hidden className="size-4" />
              </button>
            </Hint>
          </div>
        </div>
        <LabelRooms />
        {!detail.data && id && <Loading what="the label" />}
        {detail.data && <Large asset={detail.data} missing={missing} />}
        <AssetStrip
          label="Labels that are not complete"
          assets={unlabelled.length > 0 ? unlabelled : (all ?? [])}
          chosen={id}
          onChoose={go}
        />
      </div>
      {detail.data && id && <BesideLabel asset={detail.data} judged={judged.data} />}
      <aside className="min-h-0 overflow-y-auto pr-1">
        <PlacardPanel
          id={id}
          picture={false}
          besides={
            judged.data && file.data && detail.data?.id === id
              ? { file: file.data, places: judged.data.places, twins: judged.data.twins }
              : undefined
          }
        />
      </aside>
    </main>
  );
}
