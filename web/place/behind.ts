import { Extension, type Editor } from '@tiptap/core';
import { closeHistory } from '@tiptap/pm/history';
import type { Node } from '@tiptap/pm/model';
import { NodeSelection, Plugin, TextSelection, type Selection } from '@tiptap/pm/state';
import type { EditorView } from '@tiptap/pm/view';
import { tell } from '../kit/messages.tsx';
import { placedKindOf } from './kinds/index.ts';
import { hidesWords } from './desk/placing.ts';
import { BlocksSelection } from './desk/blocksselection.ts';

/**
 * Before words whose neighbour is placed, Backspace chooses that, and Delete behind them: nothing goes that was not
 * chosen. What is taken out then is told, and can be brought back.
 */
function reach(editor: Editor, by: -1 | 1): boolean {
  const { state, view } = editor;
  const { selection } = state;
  if (selection instanceof NodeSelection && isTaken(selection.node)) {
    const { node } = selection;
    view.dispatch(closeHistory(state.tr).deleteSelection().scrollIntoView());
    tellTaken(editor, node);
    return true;
  }
  if (!(selection instanceof TextSelection) || !selection.$cursor) return false;
  const { $cursor } = selection;
  const atEdge = by < 0 ? $cursor.parentOffset === 0 : $cursor.parentOffset === $cursor.parent.content.size;
  // Deeper, in a list or a quotation, it is that which changes first.
  if (!atEdge || $cursor.depth === 0) return false;
  const edge = by < 0 ? $cursor.before() : $cursor.after();
  const $edge = state.doc.resolve(edge);
  const beside = by < 0 ? $edge.nodeBefore : $edge.nodeAfter;
  if (!beside || !isTaken(beside)) return false;
  const { tr } = state;
  // An empty line is what goes, and what is beside it is chosen.
  const empty = $cursor.parent.content.size === 0;
  if (empty) tr.delete($cursor.before(), $cursor.after());
  const at = by < 0 ? edge - beside.nodeSize : edge - (empty ? $cursor.parent.nodeSize : 0);
  view.dispatch(tr.setSelection(NodeSelection.create(tr.doc, at)).scrollIntoView());
  return true;
}

/** True for what is no words, and is taken out as a whole. */
const isTaken = ({ type, isAtom, isBlock }: Node): boolean =>
  ['placement', 'together'].includes(String(type.spec.group)) || type.name === 'table' || (isAtom && isBlock);

function tellTaken(editor: Editor, node: Node): void {
  const { doc } = editor.state;
  tell({
    says: `The ${node.type.name === 'together' ? 'set' : (placedKindOf(node.type.name)?.called({ type: node.type.name, attrs: node.attrs }) ?? node.type.name)} was taken out.`,
    undo: () => {
      // Something was written since: undoing all of that is for the writer to say.
      if (editor.isDestroyed || !editor.state.doc.eq(doc))
        return Promise.reject(
          new Error('The page has changed since. Ctrl Z in its words goes back step by step.'),
        );
      editor.chain().undo().focus().run();
      return Promise.resolve();
    },
  });
}

/**
 * Whoever writes while a placement is selected writes behind it: nobody loses a picture by going on with the text.
 * Taking it out is what Delete, Backspace and cutting are for.
 */
export const WriteBehind = Extension.create({
  name: 'writeBehind',
  priority: 1000,
  addKeyboardShortcuts: () => ({
    Enter: ({ editor }) => goBehind(editor.view, true),
    Backspace: ({ editor }) => reach(editor, -1),
    'Mod-Backspace': ({ editor }) => reach(editor, -1),
    'Shift-Backspace': ({ editor }) => reach(editor, -1),
    Delete: ({ editor }) => reach(editor, 1),
    'Mod-Delete': ({ editor }) => reach(editor, 1),
  }),
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

/** Writes words where one writes, as though they were typed. */
export function typeWords(view: EditorView, words: string): void {
  const { from, to } = view.state.selection;
  const written = () => view.state.tr.insertText(words, from, to).scrollIntoView();
  if (!view.someProp('handleTextInput', (handle) => handle(view, from, to, words, written)))
    view.dispatch(written());
}

/** Where words behind what is selected begin; null where words are selected, or nothing. Behind a gallery, where it is one of its things. */
function placeBehind(selection: Selection): number | null {
  if (selection instanceof BlocksSelection) return selection.to;
  if (!(selection instanceof NodeSelection)) return null;
  const { node, $to } = selection;
  if (node.type.name === 'together' || node.type.name === 'table') return selection.to;
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
