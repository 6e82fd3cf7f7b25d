import { useEditorState, type Editor } from '@tiptap/react';
import { useEffect, useState } from 'react';
import type { Site } from '@placard/core/contract';
import { placements, type BoxBlock, type PageDocument } from '@placard/core/page';
import { placedNode, selectedNode } from '../place/desk/placing.ts';
import { blockOf } from '../place/desk/desk.ts';
import { useMeasured } from './usemeasured.tsx';

/** How long one is waited for, in milliseconds: nobody waits with it. */
const LONGEST = 60_000;

/** The boxes of a page that nobody has measured, as they stand. */
function unmeasuredIn(editor: Editor): BoxBlock[] {
  const boxes: BoxBlock[] = [];
  editor.state.doc.descendants((node) => {
    if (node.type.name === 'box') {
      const block = blockOf(node) as BoxBlock;
      if (block.attrs.boxed.heights.length === 0 && !block.attrs.boxed.height) boxes.push(block);
    }
    return !node.isTextblock;
  });
  return boxes;
}

/**
 * Measures what was put in the page while its writer goes on with something else, one box after another. What is
 * selected is measured by its own panel, and what stood there when the page was opened waits until it is.
 */
export function UnmeasuredBoxes({
  editor,
  site,
  opened,
}: {
  editor: Editor;
  site: Site;
  /** The page as it was opened. */
  opened: PageDocument;
}) {
  const [done, setDone] = useState(() => placements(opened).map(({ attrs }) => attrs.id));
  const next = useEditorState({
    editor,
    selector: () => {
      const selected = selectedNode(editor)?.node.attrs['id'];
      return unmeasuredIn(editor).find(({ attrs: { id } }) => id !== selected && !done.includes(id)) ?? null;
    },
    equalityFn: (a, b) => a?.attrs.id === b?.attrs.id && a?.attrs.boxed === b?.attrs.boxed,
  });
  if (!next) return null;
  return (
    <Measuring
      key={next.attrs.id}
      box={next}
      editor={editor}
      site={site}
      onDone={() => setDone((before) => [...before, next.attrs.id])}
    />
  );
}

function Measuring({
  box,
  editor,
  site,
  onDone,
}: {
  box: BoxBlock;
  editor: Editor;
  site: Site;
  onDone: () => void;
}) {
  const { hidden, error } = useMeasured(
    box,
    site,
    ({ heights }) => {
      const found = placedNode(editor, box.attrs.id);
      const { boxed } = box.attrs;
      // Only as it was measured; and nobody has done anything that could be taken back.
      if (heights.length > 0 && found?.node.attrs['boxed'] === boxed)
        editor.view.dispatch(
          editor.state.tr
            .setNodeAttribute(found.pos, 'boxed', { ...boxed, heights })
            .setMeta('addToHistory', false),
        );
      onDone();
    },
    LONGEST,
  );
  useEffect(() => {
    if (error) onDone();
  }, [error, onDone]);
  return <>{hidden}</>;
}
