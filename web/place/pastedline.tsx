import { Notice } from '../kit/notice.tsx';
import type { Pasted } from './desk/pasting.ts';

/** One line of what was not kept of what was pasted. */
export function PastedLine({
  pasted,
  onMarkdown,
  onDone,
}: {
  pasted: Pasted | null;
  /** Reads what was pasted as Markdown. */
  onMarkdown: (text: string) => void;
  onDone: () => void;
}) {
  if (!pasted) return null;
  const { dropped, plain, markdown } = pasted;
  if (markdown !== undefined)
    return (
      <Notice
        severity="note"
        action={
          <>
            <button
              type="button"
              className="button shrink-0"
              onClick={() => {
                onMarkdown(markdown);
                onDone();
              }}
            >
              Paste as Markdown
            </button>
            <button type="button" className="button-plain" onClick={onDone}>
              Dismiss
            </button>
          </>
        }
      >
        What you pasted reads like Markdown. It stands here letter by letter.
      </Notice>
    );
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
