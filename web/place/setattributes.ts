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

/**
 * The same for what is known by its id, wherever it stands by now: what was asked for earlier may come when its writer
 * has gone on to something else, which stays selected then. Nothing is done where it is gone.
 */
export function setPlaced(editor: Editor, id: string, attributes: Readonly<Record<string, unknown>>): void {
  const { doc, selection, tr } = editor.state;
  let found: number | null = null;
  doc.descendants((node, pos) => {
    if (node.attrs['id'] === id) found = pos;
    return found === null && !node.isTextblock;
  });
  if (found === null) return;
  if (selection instanceof NodeSelection && selection.from === found) {
    setAttributes(editor, found, attributes);
    return;
  }
  closeHistory(tr);
  for (const [name, value] of Object.entries(attributes)) tr.setNodeAttribute(found, name, value);
  editor.view.dispatch(tr);
}

/** Sets one thing that a block says of itself, as a step of its own; the caret stays where it is. */
export const setAlone = (editor: Editor, pos: number, name: string, value: unknown): void =>
  editor.view.dispatch(closeHistory(editor.state.tr).setNodeAttribute(pos, name, value));
