import { Extension } from '@tiptap/core';
import { NodeSelection, Plugin, type EditorState, type Selection, type Transaction } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';
import { isPlacement } from '@placard/core/page';
import { blocksRound, BlocksSelection } from '../desk/blocksselection.ts';
import { moveAll, moveItem, togetherRound } from '../desk/together.ts';

/** The selection with one more block at its end or one fewer, or one more before it. */
export function extended(state: EditorState, by: -1 | 1): Transaction | null {
  const { selection, doc, tr } = state;
  if (!(selection instanceof NodeSelection || selection instanceof BlocksSelection)) return null;
  if (selection.$from.parent.inlineContent) return null;
  const [anchor, head] = endsOf(selection);
  const $head = doc.resolve(head);
  const next = by > 0 ? $head.nodeAfter : $head.nodeBefore;
  if (!next) return tr;
  const to = head + by * next.nodeSize;
  if (to === anchor) {
    // It never is nothing: the other way on from where it began.
    const $anchor = doc.resolve(anchor);
    const other = by > 0 ? $anchor.nodeAfter : $anchor.nodeBefore;
    return other ? tr.setSelection(span(doc, head, anchor + by * other.nodeSize)) : tr;
  }
  return tr.setSelection(span(doc, anchor, to));
}

const endsOf = (selection: Selection): [anchor: number, head: number] =>
  selection instanceof BlocksSelection ? [selection.anchor, selection.head] : [selection.from, selection.to];

const span = (doc: EditorState['doc'], anchor: number, head: number): BlocksSelection =>
  BlocksSelection.between(doc, anchor, head);

/** Marks what is set together round the selection, and which of its things that lies in. */
function around({ $from }: Selection, doc: EditorState['doc']): DecorationSet | null {
  for (let depth = $from.depth; depth > 0; depth--)
    if ($from.node(depth).type.name === 'together') {
      const marks = [Decoration.node($from.before(depth), $from.after(depth), { class: 'together-here' })];
      if (depth < $from.depth)
        marks.push(Decoration.node($from.before(depth + 1), $from.after(depth + 1), { class: 'part-here' }));
      return DecorationSet.create(doc, marks);
    }
  return null;
}

/** Several blocks are chosen by pressing with Shift held, or with Shift and the arrows once one is. */
export const Choosing = Extension.create({
  name: 'choosing',
  addKeyboardShortcuts() {
    const extend = (by: -1 | 1) => () => {
      const tr = extended(this.editor.state, by);
      if (!tr) return false;
      this.editor.view.dispatch(tr.scrollIntoView());
      return true;
    };
    const move = (by: -1 | 1) => () => {
      const found = togetherRound(this.editor);
      if (!found) return false;
      if (found.at === null) moveAll(this.editor, found, by);
      else moveItem(this.editor, found, found.at, found.at + by);
      return true;
    };
    return {
      'Shift-ArrowDown': extend(1),
      'Shift-ArrowUp': extend(-1),
      // From one of several things to all of them.
      Escape: () => {
        const found = togetherRound(this.editor);
        if (!found || this.editor.state.selection.from === found.pos) return false;
        const { tr } = this.editor.state;
        this.editor.view.dispatch(tr.setSelection(NodeSelection.create(tr.doc, found.pos)));
        return true;
      },
      'Alt-ArrowDown': move(1),
      'Alt-ArrowUp': move(-1),
    };
  },
  addProseMirrorPlugins: () => [
    new Plugin({
      props: {
        handleClickOn: (view, _pos, node, at, event) => {
          if (!event.shiftKey || !isPlacement({ type: node.type.name })) return false;
          const $at = view.state.doc.resolve(at);
          const round = blocksRound(view.state.selection);
          if (!round || (!round.$from.sameParent($at) && round.$from.node($at.depth) !== $at.parent))
            return false;
          const [from, to] = [Math.min(round.from, at), Math.max(round.to, at + node.nodeSize)];
          view.dispatch(view.state.tr.setSelection(BlocksSelection.between(view.state.doc, from, to)));
          return true;
        },
        decorations: ({ selection, doc }) => {
          if (!(selection instanceof BlocksSelection)) return around(selection, doc);
          const chosen: Decoration[] = [];
          doc.nodesBetween(selection.from, selection.to, (node, pos) => {
            if (pos < selection.from) return true;
            chosen.push(Decoration.node(pos, pos + node.nodeSize, { class: 'chosen-block' }));
            return false;
          });
          return DecorationSet.create(doc, chosen);
        },
      },
    }),
  ],
});
