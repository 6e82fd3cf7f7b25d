import { BOUNDS } from '@placard/core/page';
import { NumberField } from '../../../kit/numberfield.tsx';
import type { DeskSetting } from './desksetting.ts';
import { AcrossField, GapField, LargeField } from './fields.tsx';

const setting: DeskSetting = {
  name: 'rows',
  called: 'a gallery in rows',
  phone: 'On a phone the rows are set anew, and every one is full.',
  seen: 9,
  words: false,
  Fields: ({ things, outer, say }) => (
    <>
      <span className="flex items-center gap-2">
        <NumberField
          label="Rows about as high as"
          unit="px"
          className="w-20"
          least={BOUNDS.height.least}
          most={BOUNDS.height.most}
          step={10}
          value={things.attrs.height ?? 200}
          onChange={(height) => say({ height: Math.round(height) })}
        />
      </span>
      <GapField things={things} say={say} usual={8} />
      <LargeField things={things} say={say} />
      <AcrossField things={things} say={say} outer={outer} />
    </>
  ),
};
export default setting;
