import { RadioGroup } from 'radix-ui';
import { BOUNDS, ASPECT_RATIOS, gapIn, leftOver, type AspectRatio } from '@placard/core/page';
import { Checkbox } from '../../../kit/checkbox.tsx';
import { NumberField } from '../../../kit/numberfield.tsx';
import { Select } from '../../../kit/select.tsx';
import type { SettingFieldsProps } from './desksetting.ts';

type Asked = Pick<SettingFieldsProps, 'things' | 'say'>;

/** The space between things. */
export function GapField({ things, say, usual }: Asked & { usual: number }) {
  return (
    <span className="flex items-center gap-2">
      <NumberField
        label="Gap between them"
        unit="px"
        className="w-20"
        least={BOUNDS.gap.least}
        most={BOUNDS.gap.most}
        value={gapIn(things.attrs, usual)}
        onChange={(gap) => say({ gap: Math.round(gap) })}
      />
    </span>
  );
}

/** The box that pictures stand in. */
export function BoxField({ things, say, usual }: Asked & { usual: AspectRatio }) {
  const box = things.attrs.box ?? usual;
  return (
    <div className="flex items-center gap-2 [&>label]:shrink-0">
      <Select
        label="Pictures in"
        value={`${box.width}:${box.height}`}
        options={ASPECT_RATIOS.map(
          ([width, height]) => [`${width}:${height}`, `${width} : ${height}`] as const,
        )}
        onChange={(chosen) => {
          const [width = 1, height = 1] = chosen.split(':').map(Number);
          say({ box: { ...box, width, height } });
        }}
      />
      <Select
        label="How they stand in it"
        hideLabel
        value={box.how}
        options={[
          ['filled', 'filled'],
          ['fitted', 'fit, all of it seen'],
        ]}
        onChange={(how) => say({ box: { ...box, how } })}
      />
    </div>
  );
}

/** Whether a press opens a picture of a gallery large. */
export const LargeField = ({ things, say }: Asked) => (
  <Checkbox checked={things.attrs.large !== false} onChange={(on) => say({ large: on ? null : false })}>
    A press opens a picture large
  </Checkbox>
);

/** Whether all of it leaves the column, where it may. */
export const AcrossField = ({ things, say, outer }: Asked & Pick<SettingFieldsProps, 'outer'>) =>
  outer.bleed === null ? null : (
    <Checkbox
      checked={Boolean(things.attrs.across)}
      onChange={(on) => say({ across: on || null, measured: null })}
    >
      As wide as the screen, up to {outer.bleed} px
    </Checkbox>
  );

/** How many stand in a row, chosen on a ruler; and whether any are left over. */
export function PerRow({
  value,
  most,
  items,
  what,
  onChange,
}: {
  value: number;
  most: number;
  items: number;
  /** What stands in the rows. */
  what: string;
  onChange: (perRow: number) => void;
}) {
  const over = leftOver(items, value);
  const even = over === 0 ? null : evenOnes(items, most, value);
  const counts = Array.from({ length: most }, (_, at) => at + 1);
  return (
    <div className="mt-3">
      <p className={`caption ${over === 0 ? '' : 'text-ochre'}`}>
        {inWords(value)} in a row, {over === 0 ? 'none left over' : `${over === 1 ? 'one' : over} left over`}
      </p>
      <RadioGroup.Root
        aria-label={`How many ${what} in a row`}
        className="relative mt-1 h-9 border-b border-ink"
        value={String(value)}
        onValueChange={(chosen) => onChange(Number(chosen))}
      >
        {counts.map((count) => (
          <RadioGroup.Item
            key={count}
            value={String(count)}
            aria-label={`${count} in a row`}
            style={{ left: `${((count - 1) * 100) / most}%` }}
            className="absolute bottom-0 h-6 min-w-6 border-l border-ink pb-2 pl-1 text-left font-mono text-[11px] hover:text-madder data-[state=checked]:h-8 data-[state=checked]:border-l-2 data-[state=checked]:border-madder data-[state=checked]:font-bold data-[state=checked]:text-madder"
          >
            {count}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
      {even !== null && (
        <button
          type="button"
          className="button-plain mt-1 -ml-1.5 text-[13px]"
          onClick={() => onChange(even)}
        >
          {inWords(even)} in a row, so that none is left over
        </button>
      )}
    </div>
  );
}

const WORDS = ['None', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight'];
const inWords = (count: number): string => WORDS[count] ?? String(count);

/** The number in a row nearest to one at which none is left over; null where only one by one leaves none. */
function evenOnes(items: number, most: number, near: number): number | null {
  const even = Array.from({ length: most }, (_, at) => at + 1).filter(
    (count) => count > 1 && count <= items && leftOver(items, count) === 0,
  );
  return even.toSorted((one, other) => Math.abs(one - near) - Math.abs(other - near))[0] ?? null;
}
