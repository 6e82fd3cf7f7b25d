import { closeHistory } from '@tiptap/pm/history';
import type { Editor } from '@tiptap/react';
import { placedNode } from './placing.ts';
import { nowAt, type Position } from './positions.ts';
import { SAYS_WHEN } from './schedule.ts';

/** What a node says of itself. */
type Attributes = Readonly<Record<string, unknown>>;

function set(editor: Editor, pos: number, attributes: Attributes): void {
  const tr = closeHistory(editor.state.tr);
  for (const [name, value] of Object.entries(attributes)) tr.setNodeAttribute(pos, name, value);
  if ('when' in attributes) tr.setMeta(SAYS_WHEN, true);
  editor.view.dispatch(tr);
}

/**
 * Sets what something placed says of itself, wherever it stands by now, as a step of its own that can be taken back.
 * What is selected stays so, be it this or what its writer has gone on to. Nothing is done where it is gone.
 */
export function setPlaced(editor: Editor, id: string, attributes: Attributes): void {
  const found = placedNode(editor, id);
  if (found) set(editor, found.pos, attributes);
}

/** The same for a block that has no id; the caret stays where it is. */
export function setBlock(editor: Editor, position: Position, attributes: Attributes): void {
  const pos = editor.isDestroyed ? null : nowAt(editor.state, position);
  if (pos !== null && editor.state.doc.nodeAt(pos)) set(editor, pos, attributes);
}
