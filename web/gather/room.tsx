import { lazy, Suspense, useState } from 'react';
import { readRoom, setRoom } from '@placard/core/contract';
import { useAsk, useMay } from '../kit/asking.ts';
import { Bar } from '../kit/bar.tsx';
import { inBytes } from '@placard/core/text';

const Limit = lazy(() => import('./roomlimit.tsx'));

/** How much room the site uses, to scale where there is a limit; a keeper sets it here. */
export function Room() {
  const room = useAsk(readRoom);
  const maySet = useMay(setRoom);
  const [setting, setSetting] = useState(false);
  if (!room.data) return null;
  const { used, limit } = room.data;
  if (setting)
    return (
      <Suspense fallback={null}>
        <Limit limit={limit} used={used} onDone={() => setSetting(false)} />
      </Suspense>
    );
  return (
    <div className="flex items-center gap-3 text-[13px] text-soft">
      {limit === null ? (
        <span>{inBytes(used)} used, no limit set</span>
      ) : (
        <>
          <span className="w-[140px] border border-edge bg-paper p-px">
            <Bar part={used} whole={limit} tone={used > limit * 0.9 ? 'hatched' : 'spruce'} />
          </span>
          <span className={used > limit * 0.9 ? 'text-ochre' : ''}>
            {inBytes(used)} of {inBytes(limit)} used, {inBytes(Math.max(0, limit - used))} left
          </span>
        </>
      )}
      {maySet && (
        <button type="button" className="button-plain" onClick={() => setSetting(true)}>
          {limit === null ? 'Set a limit' : 'Change the limit'}
        </button>
      )}
    </div>
  );
}
