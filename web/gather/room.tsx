import { readRoom } from '@placard/core/contract';
import { useAsk } from '../kit/asking.ts';
import { Bar } from '../kit/bar.tsx';
import { inBytes } from '../kit/words.ts';

/** How much room the site uses, to scale where there is a limit. */
export function Room() {
  const room = useAsk(readRoom);
  if (!room.data) return null;
  const { used, limit } = room.data;
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
    </div>
  );
}
