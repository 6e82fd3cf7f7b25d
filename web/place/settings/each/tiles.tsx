import { gapIn, mostPerRow, tilesIn } from '@placard/core/page';
import type { DeskSetting } from './desksetting.ts';
import { AcrossField, BoxField, GapField, LargeField, PerRow } from './fields.tsx';

const setting: DeskSetting = {
  name: 'tiles',
  called: 'a gallery in tiles',
  phone: 'On a phone two stand in a row.',
  seen: 12,
  words: false,
  Fields: ({ things, room, outer, say }) => (
    <>
      <PerRow
        value={tilesIn(things, room.width)[0]}
        most={Math.min(mostPerRow(room.width, gapIn(things.attrs, 8)), Math.max(things.items.length, 2))}
        items={things.items.length}
        what="tiles"
        onChange={(perRow) => say({ perRow })}
      />
      <BoxField things={things} say={say} usual={{ width: 1, height: 1, how: 'filled' }} />
      <GapField things={things} say={say} usual={8} />
      <LargeField things={things} say={say} />
      <AcrossField things={things} say={say} outer={outer} />
    </>
  ),
};
export default setting;
