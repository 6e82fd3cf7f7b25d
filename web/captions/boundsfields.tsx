import { useState } from 'react';
import { setPolicy, type Policy } from '@placard/core/contract';
import { USUAL_BOUNDS, type CaptionBounds } from '@placard/core/captions';
import { useDo } from '../kit/asking.ts';
import { Fold } from '../kit/fold.tsx';
import { Notice } from '../kit/notice.tsx';
import { NumberField } from '../kit/numberfield.tsx';

const FIELDS: readonly {
  of: keyof CaptionBounds;
  label: string;
  least: number;
  most: number;
  step: number;
}[] = [
  { of: 'perSecond', label: 'Letters a second, at most', least: 5, most: 60, step: 1 },
  { of: 'perLine', label: 'Letters in a line, at most', least: 10, most: 100, step: 1 },
  { of: 'lines', label: 'Lines, at most', least: 1, most: 5, step: 1 },
  { of: 'least', label: 'Seconds that one stands, at least', least: 0.1, most: 10, step: 0.1 },
  { of: 'most', label: 'Seconds that one stands, at most', least: 1, most: 60, step: 1 },
  { of: 'gap', label: 'Seconds between two, at least', least: 0, most: 2, step: 0.02 },
];

/** How captions are to be on this site; a keeper decides it, and all of them are judged by it. */
export function BoundsFields({ policy }: { policy: Policy }) {
  const kept = policy.captions ?? USUAL_BOUNDS;
  const [now, setNow] = useState<CaptionBounds>(kept);
  const keep = useDo(setPolicy);
  const changed = JSON.stringify(now) !== JSON.stringify(kept);
  return (
    <Fold says="Change this for the whole site" className="mt-1 text-[13px]">
      <div className="mt-2 grid gap-2 sm:grid-cols-2">
        {FIELDS.map(({ of, ...field }) => (
          <NumberField
            key={of}
            {...field}
            value={now[of]}
            onChange={(value) => setNow({ ...now, [of]: value })}
          />
        ))}
      </div>
      {keep.error && <Notice severity="stop">{keep.error.message}</Notice>}
      <div className="mt-2 flex flex-wrap gap-2">
        <button
          type="button"
          className="button button-go"
          disabled={!changed || keep.isPending}
          onClick={() => keep.mutate({ body: { ...policy, captions: now } })}
        >
          Judge all captions so
        </button>
        <button type="button" className="button" onClick={() => setNow(USUAL_BOUNDS)}>
          As UNE 153010:2012
        </button>
      </div>
    </Fold>
  );
}
