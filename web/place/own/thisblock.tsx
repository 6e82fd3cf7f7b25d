import { useEditorState, type Editor } from '@tiptap/react';
import { isAnchor, scheduleOf, type Schedule } from '@placard/core/page';
import { useState } from 'react';
import { Fold } from '../../kit/fold.tsx';
import { Field } from '../../placard/field.tsx';
import { usePosition } from '../desk/positions.ts';
import { setBlock } from '../desk/setattributes.ts';
import { WhenFields, whenOfPage } from './whenfields.tsx';

/** What is spoken of where the caret stands in a part of it: it is shown, or not, as a whole. */
const WHOSE: Readonly<Record<string, string>> = {
  together: 'All that is set together here',
  table: 'This table',
  bulletList: 'This list',
  orderedList: 'This list',
  quotation: 'This quotation',
};

/** When the block is shown that the caret is in, or that is selected; and what links call it. */
export function ThisBlock({ editor, today }: { editor: Editor; today: string }) {
  const now = useEditorState({
    editor,
    selector: ({ editor: { state } }) => {
      const { $from, from } = state.selection;
      const pos = $from.depth > 0 ? $from.before(1) : from;
      const node = state.doc.nodeAt(pos);
      return (
        node && {
          pos,
          nth: $from.index(0),
          whose: WHOSE[node.type.name] ?? 'This block',
          when: scheduleOf({ type: node.type.name, attrs: node.attrs }),
          anchor: 'anchor' in node.attrs ? String(node.attrs['anchor'] ?? '') : null,
          heading: node.type.name === 'heading',
        }
      );
    },
  });
  const [wrong, setWrong] = useState(false);
  const here = usePosition(editor, now?.pos ?? 0);
  if (!now) return null;
  const { nth, whose, when, anchor } = now;
  return (
    <Fold
      key={nth}
      says={`${whose}: ${whenOfPage(when, today)}${anchor ? `, called “${anchor}”` : ''}`}
      className="text-[13px]"
      open={when !== null}
    >
      <WhenFields
        when={when}
        today={today}
        onChange={(next: Schedule | null) => setBlock(editor, here, { when: next })}
      />
      {anchor !== null && (
        <Field
          name="Anchor"
          value={anchor}
          placeholder={now.heading ? 'as its words say' : 'nothing: no link leads here'}
          onChange={(text) => {
            const name = text.trim().replace(/\s+/g, '-');
            const fits = name === '' || isAnchor(name);
            setWrong(!fits);
            if (fits) setBlock(editor, here, { anchor: name || null });
          }}
        />
      )}
      {wrong && <p className="text-madder">A name for links has no quotes, brackets or #.</p>}
    </Fold>
  );
}
