import { Select } from '../../../kit/select.tsx';
import { alongBy } from '../../desk/together.ts';
import type { DeskSetting } from './desksetting.ts';
import { GapField } from './fields.tsx';

const setting: DeskSetting = {
  name: 'sidenote',
  called: 'a note at the side',
  phone: 'On a phone the note stands below the words.',
  seen: 4,
  words: true,
  Fields: ({ editor, found, things, say }) => (
    <>
      <GapField things={things} say={say} usual={28} />
      <Select
        label="It stands"
        value={things.attrs.side ?? 'end'}
        options={[
          ['end', 'at the right of the words'],
          ['start', 'at the left of the words'],
        ]}
        onChange={(side) => say({ side })}
      />
      <p className="flex flex-wrap items-center gap-x-2">
        {things.alongside
          ? `Beside ${things.alongside.content.length === 1 ? 'one block' : `${things.alongside.content.length} blocks`} of words.`
          : 'Beside no words yet.'}
        <button type="button" className="button-plain" onClick={() => alongBy(editor, found, 1)}>
          One more
        </button>
        {things.alongside && (
          <button type="button" className="button-plain" onClick={() => alongBy(editor, found, -1)}>
            One fewer
          </button>
        )}
      </p>
    </>
  ),
};
export default setting;
