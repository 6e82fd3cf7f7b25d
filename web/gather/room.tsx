import { useState } from 'react';
import { readRoom, setRoom } from '@placard/core/contract';
import { useAsk, useDo, useMay } from '../kit/asking.ts';
import { Bar } from '../kit/bar.tsx';
import { inBytes } from '../kit/words.ts';

const GIGABYTE = 1e9;

/** How much room the site uses, to scale where there is a limit; a keeper sets it here. */
export function Room() {
  const room = useAsk(readRoom);
  const maySet = useMay(setRoom);
  const [setting, setSetting] = useState(false);
  if (!room.data) return null;
  const { used, limit } = room.data;
  if (setting) return <Limit limit={limit} used={used} onDone={() => setSetting(false)} />;
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

function Limit({ limit, used, onDone }: { limit: number | null; used: number; onDone: () => void }) {
  const set = useDo(setRoom);
  const [gigabytes, setGigabytes] = useState(
    String(limit === null ? Math.max(1, Math.ceil((2 * used) / GIGABYTE)) : limit / GIGABYTE),
  );
  const wished = Number(gigabytes);
  const save = (next: number | null) => set.mutate({ body: { limit: next } }, { onSuccess: onDone });
  return (
    <form
      className="flex flex-wrap items-center gap-2 text-[13px]"
      onSubmit={(event) => {
        event.preventDefault();
        if (wished >= 0) save(Math.round(wished * GIGABYTE));
      }}
    >
      <label className="flex items-center gap-1.5">
        At most
        <input
          autoFocus
          type="number"
          min="0"
          step="any"
          className="input w-[84px]"
          value={gigabytes}
          onChange={(event) => setGigabytes(event.target.value)}
          onKeyDown={(event) => event.key === 'Escape' && onDone()}
        />
        GB
      </label>
      <button type="submit" className="button" disabled={!(wished >= 0) || gigabytes === ''}>
        Set it
      </button>
      {limit !== null && (
        <button type="button" className="button-plain" onClick={() => save(null)}>
          No limit
        </button>
      )}
      <button type="button" className="button-plain" onClick={onDone}>
        Leave it
      </button>
      {wished * GIGABYTE < used && gigabytes !== '' && (
        <span className="text-ochre">{inBytes(used)} are used already: nothing more would be taken in.</span>
      )}
      {set.error && <span className="text-madder">{set.error.message}</span>}
    </form>
  );
}
