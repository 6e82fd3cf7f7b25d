import { useEffect } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import {
  listAssets,
  listJobs,
  listVersions,
  prepareAsset,
  readAsset,
  readSite,
  saveVersion,
  type AssetDetail,
} from '@placard/core/contract';
import { useAsk, useDo, useMay } from '../kit/asking.ts';
import { AssetStrip } from '../kit/assetstrip.tsx';
import { Progress } from '../kit/bar.tsx';
import { EmptyScreen, Loading, Notice } from '../kit/notice.tsx';
import { inCount, plural } from '@placard/core/text';
import { useSelection } from '../kit/selection.tsx';
import { FilmBench, Lighter } from './filmbench.tsx';
import { Renditions } from './renditions.tsx';
import { PictureEditor } from './pictureeditor.tsx';

/** Every picture's renditions: what a page will load, to scale. */
export default function Prep() {
  const waiting = useAsk(listAssets, { query: { lacking: 'prep', limit: '200' } });
  const recent = useAsk(listAssets, { query: { limit: '60' } });
  const site = useAsk(readSite, {}, { staleTime: 60_000 });
  const mayWrite = useMay(saveVersion);
  const [search] = useSearchParams();
  const place =
    search.get('page') && search.get('place')
      ? { page: search.get('page') ?? '', place: search.get('place') ?? '' }
      : null;
  const { asset: selected, select } = useSelection();
  const params = useParams();
  const navigate = useNavigate();
  // Between the two answers one may have been prepared: it stands here once.
  const lacking = waiting.data?.assets ?? [];
  const shown = [
    ...lacking,
    ...(recent.data?.assets ?? []).filter(
      (one) => one.prepared === 'done' && !lacking.some(({ id }) => id === one.id),
    ),
  ];
  // What waits comes first: nothing is opened before it is known whether anything does.
  const first = waiting.isLoading
    ? undefined
    : (shown.find(({ facts }) => facts.kind === 'picture') ?? shown[0]);
  const id = params.asset ?? selected ?? first?.id ?? null;
  useEffect(() => {
    if (id && id !== selected) select(id);
  }, [id, selected, select]);
  const asset = useAsk(
    readAsset,
    { params: { id: id ?? '' } },
    { enabled: id !== null, placeholderData: (before) => before },
  );
  const versions = useAsk(
    listVersions,
    { params: { id: id ?? '' } },
    { enabled: id !== null && asset.data?.id === id },
  );
  if (recent.isSuccess && shown.length === 0) {
    return (
      <EmptyScreen title="Nothing to prepare">
        Accept arrivals, and their renditions are made at the measures of the site.
      </EmptyScreen>
    );
  }
  return (
    <main className="h-full overflow-y-auto px-5 py-4">
      <div className="mx-auto flex max-w-[1400px] min-w-0 flex-col gap-3">
        <div className="flex items-baseline gap-4">
          <h1>Prep</h1>
          <p className="text-soft">
            {waiting.data && waiting.data.total > 0
              ? `${plural(waiting.data.total, 'file')} still being prepared`
              : 'Everything held is prepared.'}
          </p>
          <Link className="button ml-auto" to="/prep/many">
            Prepare many
          </Link>
        </div>
        <AssetStrip
          label="Pictures and films"
          // What is worked on may be older than what is at hand.
          assets={
            asset.data && shown.every((other) => other.id !== asset.data?.id) ? [asset.data, ...shown] : shown
          }
          chosen={id}
          onChoose={(chosen) => {
            select(chosen);
            void navigate(`/prep/${chosen}`, { replace: true });
          }}
        />
        {id !== null && !asset.data && <Loading what="what is prepared" />}
        {asset.data &&
          (versions.data && site.data && asset.data.facts.kind === 'picture' && !asset.data.facts.animated ? (
            <>
              <Progressing asset={asset.data} />
              <PictureEditor
                asset={asset.data}
                site={site.data}
                versions={versions.data}
                mayWrite={mayWrite}
                place={
                  place && {
                    ...place,
                    title:
                      asset.data.usedIn.find(({ pageId }) => pageId === place.page)?.title ?? 'that page',
                  }
                }
              />
            </>
          ) : versions.data && (asset.data.facts.kind === 'film' || asset.data.facts.kind === 'sound') ? (
            <>
              <Progressing asset={asset.data} />
              <FilmBench
                key={asset.data.id}
                asset={asset.data}
                versions={versions.data}
                mayWrite={mayWrite}
              />
            </>
          ) : (
            <Ladder key={asset.data.id} asset={asset.data} mayWrite={mayWrite} />
          ))}
      </div>
    </main>
  );
}

/** How far its renditions are, or why there are none. */
function Progressing({ asset }: { asset: AssetDetail }) {
  const prepare = useDo(prepareAsset);
  const jobs = useAsk(listJobs, {}, { staleTime: Number.POSITIVE_INFINITY });
  const job = jobs.data?.find(
    ({ subject, kind, state }) =>
      subject === asset.id && kind === 'prepare' && (state === 'waiting' || state === 'working'),
  );
  return (
    <>
      {asset.trouble && (
        <Notice
          severity="stop"
          action={
            <button
              type="button"
              className="button"
              onClick={() => prepare.mutate({ params: { id: asset.id } })}
            >
              Try again
            </button>
          }
        >
          {asset.trouble}
        </Notice>
      )}
      {job && (
        <div className="max-w-[520px]">
          <p className="mb-1">
            {job.state === 'waiting'
              ? 'Waiting for its turn'
              : `Making rendition ${job.done + 1} of ${job.total || '…'}`}
          </p>
          <Progress done={job.done} total={job.total || 1} label="Renditions" />
        </div>
      )}
    </>
  );
}

function Ladder({ asset, mayWrite }: { asset: AssetDetail; mayWrite: boolean }) {
  const { renditions, facts } = asset;
  const modern = renditions.filter(({ mime }) => mime === 'image/webp' || mime === 'image/avif');
  return (
    <>
      <Progressing asset={asset} />
      {facts.animated && <Lighter asset={asset} mayWrite={mayWrite} />}
      {modern.length > 0 && (
        <>
          <section
            aria-label="Renditions side by side"
            className="flex items-end gap-2.5 overflow-x-auto border border-rule bg-card p-3"
          >
            {modern.map((rendition) => (
              <figure key={rendition.width} className="shrink-0">
                <img
                  src={rendition.url}
                  alt=""
                  width={toScale(rendition.width, modern)}
                  className="block bg-paper"
                />
                <figcaption className="mt-1 font-mono text-[12px] text-soft">
                  {inCount(rendition.width)}
                </figcaption>
              </figure>
            ))}
          </section>
          <Renditions
            title="What the page will load"
            original={{ ...facts, bytes: asset.bytes }}
            renditions={renditions}
            says={
              facts.animated
                ? 'In a page it is a silent film that can be stopped (WCAG 2.2.2); where something is pressed on it, it stands still.'
                : 'Nothing is enlarged: the widest is as wide as the original or as the site can use.'
            }
          />
        </>
      )}
    </>
  );
}

/** Widths to scale among each other, all together as wide as the strip. */
function toScale(width: number, all: readonly { width: number }[]): number {
  const sum = all.reduce((total, rendition) => total + rendition.width, 0);
  return Math.max(12, Math.min(420, Math.round((740 * width) / sum)));
}
