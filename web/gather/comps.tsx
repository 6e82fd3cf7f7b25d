import { ExternalLink } from 'lucide-react';
import { Link } from 'react-router';
import { listComps, swapComp, undoSwap, type Comp } from '@placard/core/contract';
import { useAsk, useDo } from '../kit/asking.ts';
import { Notice } from '../kit/notice.tsx';

/** The comps that wait for their originals, each with its pages and what to do next. */
export function Comps() {
  const comps = useAsk(listComps);
  if (!comps.data || comps.data.length === 0) return null;
  const waiting = comps.data.filter(({ swapped }) => !swapped).length;
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
        {comps.data.map((comp) => (
          <li key={comp.asset} className="border-b border-rule py-2">
            <OneComp comp={comp} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function OneComp({ comp }: { comp: Comp }) {
  const swap = useDo(swapComp);
  const back = useDo(undoSwap);
  const bring = (sure: boolean) => swap.mutate({ params: { id: comp.asset }, body: { sure } });
  const unlike = swap.error?.status === 409;
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
              aria-label={`Take the swap of ${comp.title} back`}
              onClick={() => back.mutate({ params: { id: comp.asset } })}
            >
              Take it back
            </button>
          </>
        ) : (
          <>
            {comp.buyAt && (
              <a className="button" href={comp.buyAt} target="_blank" rel="noreferrer">
                Buy it there <ExternalLink aria-hidden className="size-4" />
              </a>
            )}
            <button
              type="button"
              className="button button-go"
              disabled={swap.isPending}
              onClick={() => bring(false)}
            >
              {swap.isPending ? 'Fetching the original …' : 'Swap in the original'}
            </button>
          </>
        )}
      </div>
      {(swap.error ?? back.error) && (
        <Notice
          severity={unlike ? 'warn' : 'stop'}
          action={
            unlike && (
              <button type="button" className="button" onClick={() => bring(true)}>
                It is right: swap all the same
              </button>
            )
          }
        >
          {(swap.error ?? back.error)?.message}
        </Notice>
      )}
    </>
  );
}
