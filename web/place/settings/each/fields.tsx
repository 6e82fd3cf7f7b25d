import { BOUNDS, BOX_RATIOS, gapIn, type Box } from '@placard/core/page';
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
export function BoxField({ things, say, usual }: Asked & { usual: Box }) {
  const box = things.attrs.box ?? usual;
  return (
    <div className="flex items-center gap-2 [&>label]:shrink-0">
      <Select
        label="Pictures in"
        value={`${box.width}:${box.height}`}
        options={BOX_RATIOS.map(([width, height]) => [`${width}:${height}`, `${width} : ${height}`] as const)}
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
          ['fitted', 'fitted in whole'],
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
