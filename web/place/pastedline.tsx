import { Notice } from '../kit/notice.tsx';
import { plural } from '@placard/core/text';
import type { Pasted } from './pasting.ts';

/** One line of what was not kept of what was pasted. */
export function PastedLine({ pasted, onDone }: { pasted: Pasted | null; onDone: () => void }) {
  if (!pasted) return null;
  const { media, dropped, plain } = pasted;
  if (media.length === 0 && dropped.length === 0 && !plain) return null;
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
        : `Pasted without ${[
            ...(media.length > 0
              ? [`${plural(media.length, 'picture or film', 'pictures and films')} (bring them in by Gather)`]
              : []),
            ...dropped.map(({ what, why }) => `${what} (${why})`),
          ].join(', ')}.`}
    </Notice>
  );
}
