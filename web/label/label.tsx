import { Hint } from '../kit/hint.tsx';
import { useQueryClient } from '@tanstack/react-query';
import { ArrowLeft, ArrowRight } from 'lucide-react';
import { useCallback, useEffect, useMemo, useReducer, useRef, useState } from 'react';
import { useLatest } from '../kit/uselatest.ts';
import { flushSync } from 'react-dom';
import { matchPath, useNavigate, useParams } from 'react-router';
import {
  decidePermission,
  judgeAsset,
  listAssets,
  readAsset,
  readEmbedded,
  readSite,
  type Asset,
  type AssetDetail,
  type Judged,
} from '@placard/core/contract';
import { lacks, type Lack } from '@placard/core/credit';
import { call } from '../kit/api.ts';
import { keyOf, useAsk, useMay } from '../kit/asking.ts';
import { AssetStrip } from '../kit/assetstrip.tsx';
import { isAt } from '../kit/leadon.tsx';
import { EmptyScreen } from '../kit/notice.tsx';
import { Player } from '../kit/player.tsx';
import { TabList, TabPanel, Tabs } from '../kit/tabs.tsx';
import { useTitle } from '../kit/usetitle.ts';
import { plural } from '@placard/core/text';
import { PlacardPanel } from '../placard/placard.tsx';
import { useTerms } from '../placard/useterms.ts';
import { useSelection } from '../kit/selection.tsx';
import { ChangesView } from './changesview.tsx';
import { CreditView } from './creditview.tsx';
import { LabelRooms } from './labelrooms.tsx';
import { MayWeView } from './mayweview.tsx';
import { OnFileView } from './onfileview.tsx';

const LACKING: Record<Lack, string> = { alt: 'alt text', creator: 'the creator', licence: 'the licence' };

/** Walk from one unlabelled asset to the next: picture large, wall label at the right. */
export default function Label() {
  const lacking = useAsk(listAssets, { query: { lacking: 'label', limit: '200' } });
  const all = useAsk(listAssets, { query: { limit: '200' } });
  const { asset: selected, select } = useSelection();
  const { asset: routed } = useParams();
  const navigate = useNavigate();
  const { termsOf } = useTerms();
  const unlabelled = useMemo(() => lacking.data?.assets ?? [], [lacking.data]);
  const walked = all.data?.assets ?? [];
  // The address changes at once, and the router follows when it finds time: who walks does not wait for that.
  const [, redraw] = useReducer((drawn: number) => drawn + 1, 0);
  const asked = matchPath('/label/:asset', window.location.pathname)?.params.asset ?? routed;
  // What waits comes first: nothing else is opened before it is known whether anything does.
  const first = lacking.isLoading ? undefined : (unlabelled[0]?.id ?? selected ?? walked[0]?.id);
  const id = asked ?? first ?? null;
  useEffect(() => {
    if (id && id !== selected) select(id);
  }, [id, selected, select]);
  const go = useCallback(
    (chosen: string) => {
      void navigate(`/label/${chosen}`, { replace: true });
      flushSync(redraw);
      select(chosen);
    },
    [navigate, select],
  );
  // What is written on stays before the writer until they say otherwise, whatever leaves the list meanwhile.
  useEffect(() => {
    // Whoever has pressed another stage meanwhile is not called back.
    if (id && !asked && isAt('/label')) void navigate(`/label/${id}`, { replace: true });
  }, [id, asked, navigate]);
  const next = useCallback(
    (by: 1 | -1) => {
      const others = unlabelled.filter((asset) => asset.id !== id);
      const at = unlabelled.findIndex((asset) => asset.id === id);
      const target = at >= 0 ? unlabelled[at + by] : by === 1 ? others[0] : others.at(-1);
      if (target) go(target.id);
    },
    [unlabelled, id, go],
  );
  // Known to the listener as soon as it is shown, so that no press is lost however fast they follow.
  const walk = useLatest(next);
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (!event.altKey || (event.key !== 'ArrowRight' && event.key !== 'ArrowLeft')) return;
      event.preventDefault();
      // Leaving a field keeps what was written in it.
      if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
      walk.current(event.key === 'ArrowRight' ? 1 : -1);
    };
    addEventListener('keydown', listen);
    return () => removeEventListener('keydown', listen);
  }, [walk]);
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
  usePreload(unlabelled, id);
  if (all.isSuccess && walked.length === 0)
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
        {detail.data && <Large asset={detail.data} missing={missing} />}
        <AssetStrip
          label="Labels that are not complete"
          assets={unlabelled.length > 0 ? unlabelled : walked}
          chosen={id}
          onChoose={go}
        />
      </div>
      {detail.data && id && <Beside asset={detail.data} judged={judged.data} />}
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

const VIEWS = [
  ['may-we', 'May we?'],
  ['credit', 'Credit'],
  ['on-file', 'On file'],
  ['changes', 'Changes'],
] as const;

/** What belongs to a label and is not written on it. */
function Beside({ asset, judged }: { asset: AssetDetail; judged: Judged | undefined }) {
  const mayDecide = useMay(decidePermission);
  const site = useAsk(readSite, {}, { staleTime: 60_000 });
  const [view, setView] = useState<(typeof VIEWS)[number][0]>('may-we');
  return (
    <section aria-label="What belongs to this label" className="min-h-0">
      <Tabs chosen={view} onChoose={setView} className="flex h-full min-h-0 flex-col gap-2">
        <TabList label="What to look at" tabs={VIEWS} />
        <TabPanel tab={view} className="min-h-0 overflow-y-auto pr-1">
          {view === 'may-we' && judged && <MayWeView judged={judged} />}
          {view === 'credit' && site.data && <CreditView asset={asset} site={site.data} />}
          {view === 'on-file' && <OnFileView id={asset.id} mayDecide={mayDecide} />}
          {view === 'changes' && <ChangesView id={asset.id} />}
        </TabPanel>
      </Tabs>
    </section>
  );
}

/** Has what comes next on the walk ready before it is asked for: its label, and its picture decoded. */
function usePreload(walk: readonly Asset[], id: string | null): void {
  const client = useQueryClient();
  // Held on to, so that the browser does too.
  const pictures = useRef<HTMLImageElement[]>([]);
  useEffect(() => {
    const at = walk.findIndex((asset) => asset.id === id);
    for (const next of [walk[at + 1], walk[at - 1]])
      if (next)
        void client
          .fetchQuery({
            queryKey: keyOf(readAsset, { id: next.id }),
            queryFn: () => call(readAsset, { params: { id: next.id } }),
            staleTime: 20_000,
          })
          .then((detail) => {
            const image = new Image();
            image.src = largeOf(detail);
            pictures.current = [...pictures.current, image].slice(-4);
            return image.decode();
          })
          // What cannot be had now is asked for again when it is come to.
          .catch(() => undefined);
  }, [walk, id, client]);
}

const largeOf = (asset: AssetDetail): string =>
  (
    asset.renditions
      .filter(({ mime }) => mime === 'image/webp' || mime === 'image/avif')
      .findLast(({ width }) => width <= 1500) ?? asset.renditions[0]
  )?.url ??
  asset.thumbnail ??
  asset.original;

function Large({ asset, missing }: { asset: AssetDetail; missing: Lack[] }) {
  return (
    <figure className="flex min-h-0 grow basis-0 flex-col max-lg:basis-auto border border-rule bg-card p-3 max-lg:h-[50vh] max-sm:h-auto">
      {asset.facts.kind !== 'picture' ? (
        <Player
          asset={asset}
          poster={asset.renditions.length > 0 ? largeOf(asset) : undefined}
          label={asset.placard.alt}
          className="min-h-0 w-full grow object-contain"
        />
      ) : (
        <img src={largeOf(asset)} alt={asset.placard.alt} className="min-h-0 w-full grow object-contain" />
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
