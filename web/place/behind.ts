import { Extension } from '@tiptap/core';
import { NodeSelection, Plugin, TextSelection } from '@tiptap/pm/state';
import type { EditorView } from '@tiptap/pm/view';

/**
 * Whoever writes while a placement is selected writes behind it: nobody loses a picture by going on with the text.
 * Taking it out is what Delete, Backspace and cutting are for.
 */
export const WriteBehind = Extension.create({
  name: 'writeBehind',
  priority: 1000,
  addKeyboardShortcuts: () => ({ Enter: ({ editor }) => goBehind(editor.view, true) }),
  addProseMirrorPlugins: () => [
    new Plugin({
      props: {
        handleTextInput: (view, _from, _to, text) => {
          if (!goBehind(view)) return false;
          view.dispatch(view.state.tr.insertText(text).scrollIntoView());
          return true;
        },
        handlePaste: (view) => {
          goBehind(view);
          return false;
        },
        handleDOMEvents: {
          compositionstart: (view) => {
            goBehind(view);
            return false;
          },
        },
      },
    }),
  ],
});

/** Puts the caret into the words behind the selected placement, which are begun where there are none. False where none is selected. */
function goBehind(view: EditorView, fresh = false): boolean {
  const { state } = view;
  const { selection } = state;
  if (!(selection instanceof NodeSelection) || !selection.node.isAtom || !selection.node.isBlock)
    return false;
  const after = selection.to;
  const next = state.doc.resolve(after).nodeAfter;
  const { tr } = state;
  if (fresh || !next?.isTextblock) {
    const paragraph = state.schema.nodes['paragraph']?.create();
    if (!paragraph) return false;
    tr.insert(after, paragraph);
  }
  view.dispatch(tr.setSelection(TextSelection.create(tr.doc, after + 1)).scrollIntoView());
  return true;
}
