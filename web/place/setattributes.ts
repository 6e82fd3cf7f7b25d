import { closeHistory } from '@tiptap/pm/history';
import { NodeSelection } from '@tiptap/pm/state';
import type { Editor } from '@tiptap/react';

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

/** Sets one thing that a block says of itself, as a step of its own; the caret stays where it is. */
export const setAlone = (editor: Editor, pos: number, name: string, value: unknown): void =>
  editor.view.dispatch(closeHistory(editor.state.tr).setNodeAttribute(pos, name, value));
