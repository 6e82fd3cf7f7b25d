import type { Arrival, Site, Visibility } from '@placard/core/contract';
import { plural } from '../kit/words.ts';
import type { Decision } from './decision.ts';

interface ForAllProps {
  /** The arrivals that are meant: the chosen ones, or every one that is ready. */
  meant: Arrival[];
  everything: boolean;
  sections: Site['sections'];
  all: Decision;
  busy: boolean;
  onDecide: (decision: Decision) => void;
  onChoose: (every: boolean) => void;
  onAccept: () => void;
  onDiscard: () => void;
}

/** Decides for all arrivals that are ready, or for the chosen ones, at once. */
export function ForAll({
  meant,
  everything,
  sections,
  all,
  busy,
  onDecide,
  onChoose,
  onAccept,
  onDiscard,
}: ForAllProps) {
  const count = meant.length;
  return (
    <div className="mb-1 flex flex-wrap items-end gap-3 border-y border-edge py-2.5">
      <label className="flex items-center gap-2 self-center">
        <input
          type="checkbox"
          className="size-4 accent-madder"
          aria-label="Choose all arrivals"
          checked={!everything}
          ref={(box) => {
            if (box) box.indeterminate = !everything;
          }}
          onChange={(event) => onChoose(event.target.checked)}
        />
        <span className="w-[92px]">{everything ? `For all ${count}` : `For ${count} chosen`}</span>
      </label>
      <label>
        <span className="caption block">File them under</span>
        <select
          className="input w-[150px]"
          value={all.section}
          onChange={(event) => onDecide({ section: event.target.value })}
        >
          {sections.map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
      </label>
      <label>
        <span className="caption block">Who may see them</span>
        <select
          className="input w-[170px]"
          value={all.visibility ?? 'public'}
          onChange={(event) => onDecide({ visibility: event.target.value as Visibility })}
        >
          <option value="public">public</option>
          <option value="internal">internal, for us only</option>
        </select>
      </label>
      <label>
        <span className="caption block">Largest width, px</span>
        <input
          className="input w-[110px]"
          inputMode="numeric"
          placeholder="as the site’s"
          value={all.widest ?? ''}
          onChange={(event) => {
            const width = Number.parseInt(event.target.value, 10);
            onDecide({ widest: Number.isFinite(width) && width > 0 ? Math.min(width, 20_000) : null });
          }}
        />
      </label>
      <span className="ml-auto flex items-center gap-2">
        <button type="button" className="button-plain" onClick={onDiscard}>
          Discard {everything ? 'all' : plural(count, 'file')}
        </button>
        <button type="button" className="button button-go" disabled={busy} onClick={onAccept}>
          {count === 1 ? 'Accept it' : everything ? `Accept all ${count}` : `Accept ${count}`}
        </button>
      </span>
    </div>
  );
}
