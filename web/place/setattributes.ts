import { closeHistory } from '@tiptap/pm/history';
import { NodeSelection } from '@tiptap/pm/state';
import type { Editor } from '@tiptap/react';
import { placedNode, selectedNode } from './placing.ts';

/** Sets what something placed says of itself, as a step of its own that can be taken back; it stays selected. */
export function setAttributes(
  editor: Editor,
  pos: number,
  attributes: Readonly<Record<string, unknown>>,
): void {
  const tr = closeHistory(editor.state.tr);
  for (const [name, value] of Object.entries(attributes)) tr.setNodeAttribute(pos, name, value);
  editor.view.dispatch(tr.setSelection(NodeSelection.create(tr.doc, pos)));
}

/**
 * The same for what is known by its id, wherever it stands by now: what was asked for earlier may come when its writer
 * has gone on to something else, which stays selected then. Nothing is done where it is gone.
 */
export function setPlaced(editor: Editor, id: string, attributes: Readonly<Record<string, unknown>>): void {
  const pos = placedNode(editor, id)?.pos;
  if (pos === undefined) return;
  if (selectedNode(editor)?.pos === pos) return setAttributes(editor, pos, attributes);
  const tr = closeHistory(editor.state.tr);
  for (const [name, value] of Object.entries(attributes)) tr.setNodeAttribute(pos, name, value);
  editor.view.dispatch(tr);
}

/** Sets one thing that a block says of itself, as a step of its own; the caret stays where it is. */
export const setAlone = (editor: Editor, pos: number, name: string, value: unknown): void =>
  editor.view.dispatch(closeHistory(editor.state.tr).setNodeAttribute(pos, name, value));
