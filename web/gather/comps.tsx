import { ExternalLink } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { discardArrival, listComps, listJobs, swapComp, undoSwap, type Comp } from '@placard/core/contract';
import { useAsk, useDo } from '../kit/asking.ts';
import { Progress } from '../kit/bar.tsx';
import { Notice } from '../kit/notice.tsx';
import { Thumbnail } from '../kit/thumbnail.tsx';

/** The comps that wait for their originals, each with its pages and what to do next. */
export function Comps() {
  const [limit, setLimit] = useState(AT_FIRST);
  const asked = useAsk(
    listComps,
    { query: { limit: String(limit) } as never },
    { placeholderData: (before) => before },
  );
  if (!asked.data || asked.data.comps.length === 0) return null;
  const { comps, waiting } = asked.data;
  const more = waiting - comps.filter(({ swapped }) => !swapped).length;
  return (
    <section aria-label="Comps" className="mb-4">
      <h2 className="mb-1">
        {waiting === 0
          ? 'No comp waits for its original'
          : waiting === 1
            ? 'One comp waits for its original'
            : `${waiting} comps wait for their originals`}
      </h2>
      <ul className="border-t border-rule">
        {comps.map((comp) => (
          <li key={comp.asset} className="border-b border-rule py-2">
            <OneComp comp={comp} />
          </li>
        ))}
      </ul>
      {more > 0 && limit < MOST && (
        <button
          type="button"
          className="button-plain"
          disabled={asked.isFetching}
          onClick={() => setLimit(Math.min(MOST, limit * 2))}
        >
          Show more: {more} {more === 1 ? 'waits' : 'wait'}
        </button>
      )}
    </section>
  );
}

/** How many are asked for at first, and at most. */
const [AT_FIRST, MOST] = [50, 500];

function OneComp({ comp }: { comp: Comp }) {
  const swap = useDo(swapComp);
  const back = useDo(undoSwap);
  const discard = useDo(discardArrival);
  const { coming } = comp;
  const doubted = coming?.state === 'ready' && coming.says !== null;
  const bring = () => swap.mutate({ params: { id: comp.asset }, body: {} });
  const failed = swap.error ?? back.error ?? discard.error;
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <img src={comp.thumbnail ?? ''} alt="" className="h-[52px] w-[78px] bg-paper object-contain" />
        <div className="min-w-0 grow">
          <p className="font-serif">{comp.title}</p>
          <p className="caption">
            {comp.source} <span className="font-mono">{comp.pictureId}</span>
            {comp.pages.length === 0 ? ', in no page' : ', in '}
            {comp.pages.map((page, at) => (
              <span key={page.id}>
                {at > 0 && ', '}
                <Link className="underline" to={`/place/${page.id}`}>
                  {page.title}
                </Link>
              </span>
            ))}
          </p>
        </div>
        {comp.swapped ? (
          <>
            <span className="text-spruce">The original stands in its place</span>
            <button
              type="button"
              className="button-plain"
              aria-label={`Undo the swap of ${comp.title}`}
              onClick={() => back.mutate({ params: { id: comp.asset } })}
            >
              Undo the swap
            </button>
          </>
        ) : coming && coming.state !== 'refused' && !doubted ? (
          <OnItsWay
            coming={coming}
            title={comp.title}
            onCancel={() => discard.mutate({ params: { id: coming.arrival } })}
          />
        ) : (
          <>
            {comp.buyAt && (
              <a className="button" href={comp.buyAt} target="_blank" rel="noreferrer">
                Buy it there <ExternalLink aria-hidden className="size-4" />
              </a>
            )}
            {!doubted && (
              <button type="button" className="button button-go" disabled={swap.isPending} onClick={bring}>
                Swap in the original
              </button>
            )}
          </>
        )}
      </div>
      {coming && doubted && (
        <Notice
          severity="warn"
          action={
            <>
              <button
                type="button"
                className="button"
                onClick={() =>
                  swap.mutate({ params: { id: comp.asset }, body: { arrival: coming.arrival, sure: true } })
                }
              >
                It is right: swap all the same
              </button>
              <button
                type="button"
                className="button-plain"
                onClick={() => discard.mutate({ params: { id: coming.arrival } })}
              >
                Discard it
              </button>
            </>
          }
        >
          {coming.says}
          <div className="mt-1.5 flex gap-4">
            {[
              { says: 'The comp', src: comp.thumbnail },
              { says: 'What was bought', src: coming.thumbnail },
            ].map(({ says, src }) => (
              <figure key={says}>
                <Thumbnail src={src} facts={null} className="h-[104px] w-[156px]" />
                <figcaption className="caption">{says}</figcaption>
              </figure>
            ))}
          </div>
        </Notice>
      )}
      {coming?.state === 'refused' && <Notice severity="stop">{coming.says}</Notice>}
      {failed && <Notice severity="stop">{failed.message}</Notice>}
    </>
  );
}

/** A comp's original being fetched and read; it takes its place by itself. */
function OnItsWay({
  coming,
  title,
  onCancel,
}: {
  coming: NonNullable<Comp['coming']>;
  title: string;
  onCancel: () => void;
}) {
  const jobs = useAsk(listJobs);
  const job = jobs.data?.find(({ subject }) => subject === coming.arrival);
  const fetching = coming.state === 'fetching';
  return (
    <>
      <div className="w-[220px]">
        <p className="caption">{fetching ? 'The original is being fetched' : 'The original is being read'}</p>
        <Progress done={job?.done ?? 0} total={job?.total ?? 0} label={`Fetching the original of ${title}`} />
      </div>
      {fetching && (
        <button
          type="button"
          className="button-plain"
          aria-label={`Cancel fetching the original of ${title}`}
          onClick={onCancel}
        >
          Cancel
        </button>
      )}
    </>
  );
}
