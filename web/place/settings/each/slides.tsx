import type { DeskSetting } from './desksetting.ts';
import { AcrossField, LargeField } from './fields.tsx';

const setting: DeskSetting = {
  name: 'slides',
  called: 'as slides',
  phone: 'On a phone they are moved on by a finger, one by one.',
  seen: 2,
  words: true,
  Fields: ({ things, outer, say }) => (
    <>
      <LargeField things={things} say={say} />
      <AcrossField things={things} say={say} outer={outer} />
    </>
  ),
};
export default setting;
