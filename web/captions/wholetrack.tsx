import { useState } from 'react';
import { useNavigate } from 'react-router';
import { shifted } from '@placard/core/captions';
import { removeTrack } from '@placard/core/contract';
import { languageName } from '@placard/core/text';
import { AskFirst } from '../kit/askfirst.tsx';
import { useDo } from '../kit/asking.ts';
import { NumberField } from '../kit/numberfield.tsx';
import type { CuesState } from './usecues.ts';
import type { WhichTrack } from './usesavedcues.ts';

/** What is done to all captions at once. */
export function WholeTrack({ state, which }: { state: CuesState; which: WhichTrack }) {
  const { cues, at, write } = state;
  const [by, setBy] = useState(0);
  return (
    <div className="flex flex-wrap items-end gap-2 text-[13px]">
      <NumberField
        label="Shift by seconds"
        hideLabel
        className="w-20"
        step={0.1}
        unit="s"
        value={by}
        onChange={setBy}
      />
      <button
        type="button"
        className="button"
        disabled={by === 0}
        onClick={() => write(shifted(cues, by), at)}
      >
        Shift all by {by} s
      </button>
      <button
        type="button"
        className="button"
        disabled={by === 0 || at < 0}
        onClick={() => write(shifted(cues, by, at), at)}
      >
        From the chosen one on
      </button>
      <button
        type="button"
        className="button-plain"
        disabled={state.before.length === 0}
        onClick={state.takeBack}
      >
        Undo
      </button>
      {which.track && <TakeOff which={which} />}
    </div>
  );
}

function TakeOff({ which }: { which: WhichTrack }) {
  const remove = useDo(removeTrack);
  const navigate = useNavigate();
  return (
    <AskFirst
      title={`Remove these ${which.kind} in ${languageName(which.language) ?? which.language}?`}
      says="Pages that show the film show it without them."
      go="Remove them"
      leave="Cancel"
      onGo={() =>
        remove.mutate(
          { params: { id: which.track ?? '' } },
          { onSuccess: () => void navigate(`/label/${which.asset}/captions`) },
        )
      }
    >
      <button type="button" className="button-plain ml-auto">
        Remove them …
      </button>
    </AskFirst>
  );
}
