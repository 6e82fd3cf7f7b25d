import type { Editor } from '@tiptap/react';
import { selectedNode } from './placing.ts';

export type SelectedPlacement = NonNullable<ReturnType<typeof selectedPlacement>>;

/** The placement that is selected as a whole, or null. */
export function selectedPlacement(editor: Editor) {
  const placed = selectedNode(editor);
  if (!placed) return null;
  const { node, pos } = placed;
  return {
    pos,
    type: node.type.name,
    asset: (node.attrs['asset'] as string | undefined) ?? null,
    id: String(node.attrs['id']),
    position: String(node.attrs['position']),
    measure: String(node.attrs['measure']),
    gap: Number(node.attrs['gap']),
    version: (node.attrs['version'] as string | null | undefined) ?? null,
    ownAlt: (node.attrs['ownAlt'] as string | null | undefined) ?? null,
    ownCaption: (node.attrs['ownCaption'] as string | null | undefined) ?? null,
    credit: String(node.attrs['credit'] ?? 'below'),
    beside: nextWords(editor, pos),
  };
}

/** The words that stand next to a placement, for showing it set in them. */
function nextWords(editor: Editor, pos: number): string {
  let words = '';
  editor.state.doc.forEach((block, offset) => {
    if (offset > pos && words.length < 700) words += `${block.textContent} `;
  });
  return words.trim().slice(0, 700);
}
