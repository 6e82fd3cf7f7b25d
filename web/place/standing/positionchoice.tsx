import { RadioGroup } from 'radix-ui';
import { DESK, PHONE, type Measure } from '@placard/core/geometry';
import { POSITIONS, type Position, type StandingSaid } from '@placard/core/page';
import { Hint } from '../../kit/hint.tsx';
import { TrueSetting } from './truesetting.tsx';

const NAMES: Record<Position, string> = {
  'beside-left': 'beside, at the left',
  'beside-right': 'beside, at the right',
  centred: 'alone, centred',
  'alone-left': 'alone, at the left',
  full: 'full measure',
  bleed: 'bleed',
};

/** How wide each setting is drawn, in CSS pixels; and the one on a phone. */
const [DRAWN, ON_PHONE] = [98, 62];

/** How something stands to the words: the very words set each way, and the chosen way as it falls on a phone. */
export function PositionChoice({
  said,
  standingAt,
  src,
  shape,
  words,
  measures,
  column,
  onChange,
}: {
  said: StandingSaid;
  /** How it would stand at another position. */
  standingAt: (position: Position) => StandingSaid;
  src: string | null;
  shape: number;
  words: string;
  measures: readonly Measure[];
  column: number;
  onChange: (position: Position) => void;
}) {
  const shown = { src, shape, words, measures, column };
  return (
    <>
      <RadioGroup.Root
        aria-label="Position"
        className="grid grid-cols-3 gap-2"
        value={said.position}
        onValueChange={(position) => onChange(position as Position)}
      >
        {POSITIONS.map((position) => (
          <Hint key={position} says={NAMES[position]}>
            <RadioGroup.Item
              value={position}
              aria-label={NAMES[position]}
              className="h-[62px] overflow-hidden border border-rule bg-white text-left aria-checked:outline-2 aria-checked:outline-madder"
            >
              <TrueSetting {...shown} said={standingAt(position)} screen={DESK} width={DRAWN} />
            </RadioGroup.Item>
          </Hint>
        ))}
      </RadioGroup.Root>
      <figure className="mt-2 flex items-end gap-2">
        <span className="block h-[92px] w-[62px] shrink-0 overflow-hidden border border-rule">
          <TrueSetting {...shown} said={said} screen={PHONE} width={ON_PHONE} />
        </span>
        <figcaption className="text-[12.5px] text-soft">
          On a phone
          {said.position.startsWith('beside') && ', where there is no room beside it: as wide as the words'}
        </figcaption>
      </figure>
    </>
  );
}
