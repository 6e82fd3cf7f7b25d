import { useEditorState, type Editor } from '@tiptap/react';
import { useLayoutEffect } from 'react';
import type { Site } from '@placard/core/contract';
import { kindOf, type Use } from '@placard/core/page';
import { useSteady } from '../../kit/usesteady.ts';
import { useHeld } from '../desk/useheld.ts';
import { blockOf, deskContext, deskOf, stampOf } from '../desk/desk.ts';

/** Tells the desk of the site, and of all that lies in what is set together in the page. */
export function useDesk(editor: Editor, site: Site): void {
  const uses = useEditorState({
    editor,
    selector: ({ editor: now }) => usesTogether(now),
    equalityFn: isSame,
  });
  const held = useHeld(uses).holdings;
  // What is held comes anew with every answer; what counts is which of it there is.
  const holdings = useSteady(held, stampOf(held));
  useLayoutEffect(() => {
    deskOf(editor).set(deskContext(site, holdings));
  }, [editor, site, holdings]);
}

const isSame = (one: Use[], other: Use[] | null): boolean =>
  other !== null &&
  one.length === other.length &&
  one.every(({ asset, version }, at) => asset === other[at]?.asset && version === other[at].version);

function usesTogether(editor: Editor): Use[] {
  const uses: Use[] = [];
  editor.state.doc.forEach((block) => {
    if (block.type.name !== 'together') return;
    block.descendants((node) => {
      if (node.type.spec.group === 'placement' || node.type.name === 'picture')
        uses.push(
          ...kindOf(blockOf(node))
            .uses(blockOf(node))
            .filter(({ as }) => as !== 'file'),
        );
      return !node.isTextblock;
    });
  });
  return uses;
}
