import { Extension } from '@tiptap/core';
import { NodeSelection, Plugin, TextSelection, type Selection } from '@tiptap/pm/state';
import type { EditorView } from '@tiptap/pm/view';
import { hidesWords } from './placing.ts';
import { BlocksSelection } from './settings/blocksselection.ts';

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

/** Where words behind what is selected begin; null where words are selected, or nothing. Behind a gallery, where it is one of its things. */
function placeBehind(selection: Selection): number | null {
  if (selection instanceof BlocksSelection) return selection.to;
  if (!(selection instanceof NodeSelection)) return null;
  const { node, $to } = selection;
  if (node.type.name === 'together') return selection.to;
  if (node.type.name === 'item') return $to.after();
  if (!node.isAtom || !node.isBlock) return null;
  return $to.parent.type.name === 'item' && hidesWords($to.node(-1)) ? $to.after(-1) : selection.to;
}

/** Puts the caret into the words behind the selected placement, which are begun where there are none. False where none is selected. */
function goBehind(view: EditorView, fresh = false): boolean {
  const { state } = view;
  const after = placeBehind(state.selection);
  if (after === null) return false;
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
