import { useState } from 'react';
import { listJobs } from '@placard/core/contract';
import { useAsk } from '../kit/asking.ts';
import { plural } from '@placard/core/text';

/** In the foot: what is being worked on, and how much waits behind it. */
export function JobsUnderWay() {
  const jobs = useAsk(listJobs, {}, { staleTime: Number.POSITIVE_INFINITY });
  const active = (jobs.data ?? []).filter(({ state }) => state === 'waiting' || state === 'working');
  const current = active.find(({ state }) => state === 'working') ?? active[0];
  // Who comes later never heard of it, and need not hear that it is over.
  const [heard, setHeard] = useState(false);
  if (current && !heard) setHeard(true);
  return (
    <span className="flex min-w-0 items-center gap-2">
      {/* There before anything is said in it: what comes with its words is not read out. How far it is changes all the
          time, and is to be looked at. */}
      <span role="status" className="sr-only">
        {current ? current.says : heard ? 'Nothing is being worked on any more.' : ''}
      </span>
      {current && (
        <span aria-hidden className="truncate text-ink">
          {current.says}
          {current.total > 0 && ` (${howFar(current)})`}
        </span>
      )}
      {active.length > 1 && (
        <span aria-hidden className="shrink-0">
          and {plural(active.length - 1, 'more', 'more')}
        </span>
      )}
    </span>
  );
}

/** More parts than this nobody counts. */
const COUNTED = 100;

function howFar({ done, total }: { done: number; total: number }): string {
  return total > COUNTED ? `${Math.floor((done / total) * 100)} %` : `${done} of ${total}`;
}
