import { useEditorState, type Editor } from '@tiptap/react';
import { useEffect, useRef, useState } from 'react';
import type { Site } from '@placard/core/contract';
import { placements, type BoxBlock, type PageDocument } from '@placard/core/page';
import { placedNode, selectedNode } from '../place/desk/placing.ts';
import { blockOf } from '../place/desk/desk.ts';
import { useMeasured } from './usemeasured.tsx';

/** How long one is waited for, in milliseconds: nobody waits with it. */
const LONGEST = 60_000;

/** The boxes of a page, as they stand. */
function boxesIn(editor: Editor): BoxBlock[] {
  const boxes: BoxBlock[] = [];
  editor.state.doc.descendants((node) => {
    if (node.type.name === 'box') boxes.push(blockOf(node) as BoxBlock);
    return !node.isTextblock;
  });
  return boxes;
}

const isUnmeasured = ({ attrs: { boxed } }: BoxBlock): boolean => boxed.heights.length === 0 && !boxed.height;

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
  // One that has heights goes on being heeded until it changes them no more.
  const [begun, begin] = useState('');
  const next = useEditorState({
    editor,
    selector: () => {
      const selected = selectedNode(editor)?.node.attrs['id'];
      const waiting = boxesIn(editor).filter(({ attrs: { id } }) => id !== selected && !done.includes(id));
      return waiting.find(({ attrs: { id } }) => id === begun) ?? waiting.find(isUnmeasured) ?? null;
    },
    equalityFn: (a, b) => a?.attrs.id === b?.attrs.id && a?.attrs.boxed === b?.attrs.boxed,
  });
  const at = next?.attrs.id ?? '';
  useEffect(() => begin(at), [at]);
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
  // As it was found first, so that its heights may be told more than once.
  const [first] = useState(box);
  const measured = useRef(first.attrs.boxed);
  const { hidden, error } = useMeasured(
    first,
    site,
    ({ heights }) => {
      const found = placedNode(editor, first.attrs.id);
      const { boxed } = first.attrs;
      // Only as it was measured; and nobody has done anything that could be taken back.
      if (heights.length > 0 && found?.node.attrs['boxed'] === measured.current) {
        measured.current = { ...boxed, heights };
        editor.view.dispatch(
          editor.state.tr
            .setNodeAttribute(found.pos, 'boxed', measured.current)
            .setMeta('addToHistory', false),
        );
      }
    },
    { longest: LONGEST, onOver: onDone },
  );
  useEffect(() => {
    if (error) onDone();
  }, [error, onDone]);
  return <>{hidden}</>;
}
