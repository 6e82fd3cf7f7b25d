import type { Editor } from '@tiptap/react';
import type { AnyBlock, AspectRatio, StandingSaid } from '@placard/core/page';
import { blockOf } from './desk.ts';
import { placedNode, selectedNode } from './placing.ts';

export type SelectedPlacement = NonNullable<ReturnType<typeof selectedPlacement>>;

/** The placement that is selected as a whole, or null. */
export function selectedPlacement(editor: Editor) {
  const placed = selectedNode(editor);
  if (!placed) return null;
  const { node, pos } = placed;
  return {
    pos,
    type: node.type.name,
    /** The asset that it shows; the still before a frame is one. */
    asset: ((node.attrs['asset'] ?? node.attrs['still']) as string | null | undefined) ?? null,
    id: String(node.attrs['id']),
    /** The standing copy that stands there. */
    copy: (node.attrs['copy'] as string | undefined) ?? null,
    said: {
      position: node.attrs['position'],
      measure: node.attrs['measure'],
      width: node.attrs['width'] ?? null,
      gap: node.attrs['gap'],
      gaps: node.attrs['gaps'] ?? null,
      bordered: node.attrs['bordered'] ?? null,
      rounded: node.attrs['rounded'] ?? null,
    } as StandingSaid,
    box: (node.attrs['box'] as AspectRatio | null | undefined) ?? null,
    linksTo: (node.attrs['linksTo'] as string | null | undefined) ?? null,
    newWindow: Boolean(node.attrs['newWindow']),
    large: Boolean(node.attrs['large']),
    version: (node.attrs['version'] as string | null | undefined) ?? null,
    ownAlt: (node.attrs['ownAlt'] as string | null | undefined) ?? null,
    ownCaption: (node.attrs['ownCaption'] as string | null | undefined) ?? null,
    /** How what is said in a film is written out. */
    transcript: (node.attrs['transcript'] as 'below' | 'folded' | null | undefined) ?? null,
    credit: String(node.attrs['credit'] ?? 'below'),
    beside: nextWords(editor, pos),
  };
}

/** A placement as a block, by its id; null where it is gone. */
export function selectedBlock<Block extends AnyBlock>(editor: Editor, id: string): Block | null {
  const node = placedNode(editor, id)?.node;
  return node ? (blockOf(node) as Block) : null;
}

/** The words that stand next to a placement, for showing it set in them. */
function nextWords(editor: Editor, pos: number): string {
  let words = '';
  editor.state.doc.forEach((block, offset) => {
    if (offset > pos && words.length < 700) words += `${block.textContent} `;
  });
  return words.trim().slice(0, 700);
}
