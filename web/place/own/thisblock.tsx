import { useEditorState, type Editor } from '@tiptap/react';
import { isAnchor, scheduleOf, type Schedule } from '@placard/core/page';
import { NodeSelection, type EditorState } from '@tiptap/pm/state';
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

/** What holds blocks that are shown, or not, each by itself. */
const HOLDS_BLOCKS = new Set(['doc', 'item', 'alongside']);

interface Level {
  pos: number;
  /** Which of them it is, in each of what holds it. */
  path: string;
  whose: string;
  when: Schedule | null;
  anchor: string | null;
  heading: boolean;
}

/** The blocks that the caret is in, or that is selected, and that can be shown by themselves: outermost first. */
function levelsAt({ selection }: EditorState): Level[] {
  const { $from } = selection;
  const above = Array.from({ length: $from.depth }, (_, at) => ({
    node: $from.node(at + 1),
    pos: $from.before(at + 1),
    holder: $from.node(at),
    path: Array.from({ length: at + 1 }, (_, depth) => $from.index(depth)).join(' '),
  }));
  const chosen =
    selection instanceof NodeSelection
      ? [{ node: selection.node, pos: selection.from, holder: $from.parent, path: `${selection.from}` }]
      : [];
  return [...above, ...chosen].flatMap(({ node, pos, holder, path }) =>
    HOLDS_BLOCKS.has(holder.type.name) && 'when' in node.attrs
      ? {
          pos,
          path,
          whose: WHOSE[node.type.name] ?? 'This block',
          when: scheduleOf({ type: node.type.name, attrs: node.attrs }),
          anchor: 'anchor' in node.attrs ? String(node.attrs['anchor'] ?? '') : null,
          heading: node.type.name === 'heading',
        }
      : [],
  );
}

/** When the blocks are shown that the caret is in, or that is selected; and what links call them. */
export function ThisBlock({ editor, today }: { editor: Editor; today: string }) {
  const levels = useEditorState({ editor, selector: ({ editor: { state } }) => levelsAt(state) });
  return levels.map((level) => <OneBlock key={level.path} editor={editor} today={today} now={level} />);
}

function OneBlock({ editor, today, now }: { editor: Editor; today: string; now: Level }) {
  const [wrong, setWrong] = useState(false);
  const here = usePosition(editor, now.pos);
  const { whose, when, anchor } = now;
  return (
    <Fold
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
