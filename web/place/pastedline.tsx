import { Notice } from '../kit/notice.tsx';
import type { Pasted } from './desk/pasting.ts';

/** One line of what was not kept of what was pasted. */
export function PastedLine({ pasted, onDone }: { pasted: Pasted | null; onDone: () => void }) {
  if (!pasted) return null;
  const { dropped, plain } = pasted;
  if (dropped.length === 0 && !plain) return null;
  return (
    <Notice
      severity="note"
      action={
        <button type="button" className="button-plain" onClick={onDone}>
          Dismiss
        </button>
      }
    >
      {plain
        ? 'What you pasted was too tangled to be read: its words are there, without anything else.'
        : `Pasted without ${dropped.map(({ what, why }) => `${what} (${why})`).join(', ')}.`}
    </Notice>
  );
}
