import { Link2, Link2Off } from 'lucide-react';
import { gapsOf, sidesOf, WIDEST_GAP, type Side, type StandingSaid } from '@placard/core/page';
import { Hint } from '../../kit/hint.tsx';
import { NumberField } from '../../kit/numberfield.tsx';

const NAMES: Record<Side, string> = { top: 'above', right: 'right', bottom: 'below', left: 'left' };

/** The clear space round it: the same at all sides that have any, or another at each. */
export function GapControls({
  said,
  onChange,
}: {
  said: StandingSaid;
  onChange: (gap: Pick<StandingSaid, 'gap' | 'gaps'>) => void;
}) {
  const gaps = gapsOf(said);
  const apart = Boolean(said.gaps);
  return (
    <div role="group" aria-label="Gaps" className="mt-2 flex flex-wrap items-center gap-2 text-[13px]">
      {apart ? (
        <>
          <span className="caption w-full">Gap, in px</span>
          {sidesOf(said.position).map((side) => (
            <span key={side} className="flex items-center gap-1">
              <span aria-hidden className="text-soft">
                {NAMES[side]}
              </span>
              <NumberField
                label={`Gap ${NAMES[side]}`}
                hideLabel
                least={0}
                most={WIDEST_GAP}
                className="w-14"
                value={gaps[side]}
                onChange={(gap) =>
                  onChange({ gap: said.gap, gaps: { ...said.gaps, [side]: Math.round(gap) } })
                }
              />
            </span>
          ))}
        </>
      ) : (
        <NumberField
          label="Gap to the text"
          least={0}
          most={WIDEST_GAP}
          unit="px"
          className="w-20"
          value={said.gap}
          onChange={(gap) => onChange({ gap: Math.round(gap), gaps: null })}
        />
      )}
      <Hint says={apart ? 'The same gap at every side' : 'Another gap at each side'}>
        <button
          type="button"
          aria-pressed={apart}
          aria-label="Another gap at each side"
          className="p-1 hover:text-madder"
          onClick={() => onChange({ gap: said.gap, gaps: apart ? null : known(gaps) })}
        >
          {apart ? <Link2Off aria-hidden className="size-4" /> : <Link2 aria-hidden className="size-4" />}
        </button>
      </Hint>
    </div>
  );
}

/** The gaps as they stand, said one by one. */
const known = (gaps: ReturnType<typeof gapsOf>): NonNullable<StandingSaid['gaps']> =>
  Object.fromEntries(Object.entries(gaps).filter(([, gap]) => gap !== null));
