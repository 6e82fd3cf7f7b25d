import { AskFirst } from '../kit/askfirst.tsx';
import { NumberField } from '../kit/numberfield.tsx';
import { Checkbox } from '../kit/checkbox.tsx';
import { Select } from '../kit/select.tsx';
import type { Arrival, Site } from '@placard/core/contract';
import { plural } from '@placard/core/text';
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
      <Checkbox
        className="self-center"
        label="Choose all arrivals"
        checked={everything ? false : 'indeterminate'}
        onChange={() => onChoose(everything)}
      >
        <span className="inline-block w-[92px]">
          {everything ? `For all ${count}` : `For ${count} chosen`}
        </span>
      </Checkbox>
      <span>
        <Select
          className="w-[150px]"
          label="File them under"
          value={all.section ?? ''}
          onChange={(section) => onDecide({ section })}
          options={sections.map(({ id, title }) => [id, title] as const)}
        />
      </span>
      <span>
        <Select
          className="w-[170px]"
          label="Who may see them"
          value={all.visibility ?? 'public'}
          onChange={(visibility) => onDecide({ visibility })}
          options={[
            ['public', 'public'],
            ['internal', 'internal, for us only'],
          ]}
        />
      </span>
      <span className="flex flex-col">
        <NumberField
          label="Largest width, px"
          least={1}
          most={20_000}
          className="w-[110px]"
          placeholder="as the site’s"
          value={all.widest ?? null}
          onChange={(widest) => onDecide({ widest: Math.round(widest) })}
          onEmpty={() => onDecide({ widest: null })}
        />
      </span>
      <span className="ml-auto flex items-center gap-2">
        <AskFirst
          title={`Discard ${plural(count, 'file')}?`}
          says="They go out of the arrivals, with what was written for them. Who needs them again has to send them again."
          go={`Discard ${count === 1 ? 'it' : count}`}
          leave="Keep them"
          onGo={onDiscard}
        >
          <button type="button" className="button-plain">
            Discard {everything ? 'all' : plural(count, 'file')}
          </button>
        </AskFirst>
        <button type="button" className="button button-go" disabled={busy} onClick={onAccept}>
          {count === 1 ? 'Accept it' : everything ? `Accept all ${count}` : `Accept ${count}`}
        </button>
      </span>
    </div>
  );
}
