import { useEffect, useState } from 'react';
import { ago } from '../kit/days.ts';
import type { SaveState } from './desk/usepage.ts';

/** In the foot: whether what is written is safe. */
export function SaveLine({ state, onSave }: { state: SaveState; onSave: () => void }) {
  const [, tick] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => tick((count) => count + 1), 5000);
    return () => clearInterval(timer);
  }, []);
  switch (state.kind) {
    case 'saved':
      return <span role="status">Saved {ago(state.at)}</span>;
    case 'writing':
      return <span role="status">Saving …</span>;
    case 'conflict':
      return (
        <span role="status" className="font-semibold text-madder">
          Not saved: somebody else saved first
        </span>
      );
    case 'refused':
      return (
        <span role="status" className="text-madder">
          Not saved: {state.says}{' '}
          <button type="button" className="underline" onClick={onSave}>
            Try now
          </button>
        </span>
      );
  }
}
