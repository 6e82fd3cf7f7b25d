import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import { cancelBatch, listBatches, retryBatch, type Batch } from '@placard/core/contract';
import { refusalOf, useAsk, useDo } from '../kit/asking.ts';
import { Progress } from '../kit/bar.tsx';
import { Notice } from '../kit/notice.tsx';
import { inBytes, inTime, plural } from '@placard/core/text';
import { ago } from '../kit/days.ts';

const SavedPlot = lazy(() => import('./savedplot.tsx'));

/** True when there is something to compare. */
const saving = ({ done, before }: Batch) => done > 0 && before > 0;

/** The batches of the last days: how far each is, what it saved, what failed and why. */
export function Batches({ mayWrite }: { mayWrite: boolean }) {
  const batches = useAsk(listBatches);
  const refused = refusalOf(batches);
  if (refused) return <Notice severity="stop">{refused.message}</Notice>;
  const measured = (batches.data ?? []).filter(saving);
  return (
    <section aria-label="Batches" className="space-y-3">
      {measured.length > 0 && (
        <Suspense fallback={null}>
          <SavedPlot batches={measured} />
        </Suspense>
      )}
      {batches.data?.map((batch) => (
        <One key={batch.id} batch={batch} mayWrite={mayWrite} />
      ))}
    </section>
  );
}

function One({ batch, mayWrite }: { batch: Batch; mayWrite: boolean }) {
  const cancel = useDo(cancelBatch);
  const retry = useDo(retryBatch);
  const ended = batch.done + batch.failed + batch.left;
  const rate = (batch.done + batch.failed) / Math.max(1, batch.seconds);
  const still = batch.total - ended;
  return (
    <article aria-label={`Batch by ${batch.sheetName}`} className="border border-rule bg-card px-4 py-3">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2>
          {plural(batch.total, 'picture')} by “{batch.sheetName}”
        </h2>
        <p className="caption mr-auto">
          {batch.by}, {ago(batch.startedAt)}
        </p>
        {mayWrite && batch.state === 'working' && (
          <button
            type="button"
            className="button"
            onClick={() => cancel.mutate({ params: { id: batch.id }, body: {} })}
          >
            Stop
          </button>
        )}
        {mayWrite && batch.state !== 'working' && batch.failed + batch.left > 0 && (
          <button
            type="button"
            className="button"
            onClick={() => retry.mutate({ params: { id: batch.id }, body: {} })}
          >
            Do the {plural(batch.failed + batch.left, 'other')}
          </button>
        )}
      </div>
      {batch.state === 'working' ? (
        <>
          <p className="my-1.5" role="status">
            {ended} of {batch.total}
            {batch.now && `, now “${batch.now}”`}
            {rate > 0 && still > 0 && ended > 1 && (
              <span className="text-soft">
                {' '}
                · {rate.toFixed(1)} a second, about {inTime(still / rate)} left
              </span>
            )}
          </p>
          <Progress done={ended} total={batch.total} label={`Batch by ${batch.sheetName}`} />
        </>
      ) : (
        <p className="my-1.5" role="status">
          {batch.state === 'cancelled' ? 'Stopped: ' : ''}
          {batch.done} prepared
          {batch.failed > 0 && `, ${batch.failed} failed`}
          {batch.left > 0 && `, ${batch.left} left as they were`}
        </p>
      )}
      {saving(batch) && (
        <p className="text-[13px] text-soft">
          {inBytes(batch.before)} before, {inBytes(batch.after)} after
        </p>
      )}
      {batch.failures.length > 0 && (
        <ul className="mt-2 text-[13px]">
          {batch.failures.map(({ asset, title, says }) => (
            <li key={asset} className="border-b border-rule py-1 last:border-0">
              <Link className="underline" to={`/prep/${asset}`}>
                {title}
              </Link>
              <span className="text-madder">: {says}</span>
            </li>
          ))}
        </ul>
      )}
      {(cancel.error ?? retry.error) && (
        <Notice severity="stop">{(cancel.error ?? retry.error)?.message}</Notice>
      )}
    </article>
  );
}
