import { mostPerRow, gapIn, perRowIn, turnsRound } from '@placard/core/page';
import type { DeskSetting } from './desksetting.ts';
import { AcrossField, BoxField, GapField, PerRow } from './fields.tsx';

const setting: DeskSetting = {
  name: 'cards',
  called: 'as cards',
  phone: 'On a phone they stand one under the other, each as wide as the screen.',
  seen: 8,
  words: true,
  turns: (things, room) => turnsRound(things, perRowIn(things, room.width)),
  Fields: ({ things, room, outer, say }) => (
    <>
      <PerRow
        value={perRowIn(things, room.width)}
        most={Math.min(mostPerRow(room.width, gapIn(things.attrs)), Math.max(things.items.length, 2))}
        items={things.items.length}
        what="cards"
        onChange={(perRow) => say({ perRow })}
      />
      <BoxField things={things} say={say} usual={{ width: 3, height: 2, how: 'filled' }} />
      <GapField things={things} say={say} usual={20} />
      <AcrossField things={things} say={say} outer={outer} />
    </>
  ),
};
export default setting;
