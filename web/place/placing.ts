import { NodeSelection, Selection } from '@tiptap/pm/state';
import type { Node } from '@tiptap/pm/model';
import type { EditorView } from '@tiptap/pm/view';
import type { Editor, JSONContent } from '@tiptap/react';
import { isPlacement } from '@placard/core/page';

/** The placement that is selected as a whole, with its place in the document. */
export function selectedNode(editor: Editor): { node: Node; pos: number } | null {
  const { selection } = editor.state;
  if (!(selection instanceof NodeSelection) || !isPlacement({ type: selection.node.type.name })) return null;
  return { node: selection.node, pos: selection.from };
}

/** Puts the caret into the first words, so that nothing is selected before anybody chose it. */
export function beginInWords(editor: Editor): void {
  const { state, view } = editor;
  const caret = Selection.findFrom(state.doc.resolve(0), 1, true);
  if (caret) view.dispatch(state.tr.setSelection(caret).setMeta('addToHistory', false));
}

/** The boundary between two blocks that is nearest to a point on the screen. */
export function boundaryAt(view: EditorView, x: number, y: number): number {
  const found = view.posAtCoords({ left: x, top: y });
  if (!found) return view.state.doc.content.size;
  const resolved = view.state.doc.resolve(found.inside >= 0 ? found.inside : found.pos);
  const start = resolved.depth > 0 ? resolved.before(1) : resolved.pos;
  const block = view.state.doc.nodeAt(start);
  const element = view.nodeDOM(start);
  if (!block || !(element instanceof HTMLElement)) return start;
  const { top, height } = element.getBoundingClientRect();
  return y > top + height / 2 ? start + block.nodeSize : start;
}

/**
 * Puts a block into the page: at a boundary, or where `at` is null at the caret, in place of
 * an empty paragraph or by dividing the one it stands in. Selects it.
 */
export function insertAt(editor: Editor, block: JSONContent, at: number | null): void {
  const { doc, selection } = editor.state;
  const chosen = at === null ? null : Math.min(at, doc.content.size);
  if (chosen !== null) {
    editor.chain().insertContentAt(chosen, block).setNodeSelection(chosen).focus().run();
    return;
  }
  const { $from } = selection;
  if (selection instanceof NodeSelection) {
    const after = selection.to;
    editor.chain().insertContentAt(after, block).setNodeSelection(after).focus().run();
    return;
  }
  const start = $from.before(1);
  const top = doc.nodeAt(start);
  const inParagraph = top?.type.name === 'paragraph';
  if (inParagraph && top.content.size === 0) {
    editor
      .chain()
      .insertContentAt({ from: start, to: start + top.nodeSize }, block)
      .setNodeSelection(start)
      .focus()
      .run();
    return;
  }
  if (inParagraph && $from.parentOffset > 0 && $from.parentOffset < top.content.size) {
    const divided = $from.pos + 1;
    editor
      .chain()
      .setTextSelection($from.pos)
      .splitBlock()
      .insertContentAt(divided, block)
      .setNodeSelection(divided)
      .focus()
      .run();
    return;
  }
  const edge = inParagraph && $from.parentOffset === 0 ? start : start + (top?.nodeSize ?? 0);
  editor.chain().insertContentAt(edge, block).setNodeSelection(edge).focus().run();
}

/** Moves the selected placement past its neighbour with Alt and the up or down arrow. */
export function moveSelected(view: EditorView, key: string): boolean {
  const { selection, doc, tr } = view.state;
  const by = { ArrowUp: -1, ArrowDown: 1 }[key];
  if (by === undefined || !(selection instanceof NodeSelection)) return false;
  const { node, from, to } = selection;
  const index = doc.resolve(from).index(0);
  const neighbour = doc.maybeChild(index + by);
  if (!neighbour) return true;
  const target = by < 0 ? from - neighbour.nodeSize : from + neighbour.nodeSize;
  const moved = tr.delete(from, to).insert(target, node);
  view.dispatch(moved.setSelection(NodeSelection.create(moved.doc, target)).scrollIntoView());
  return true;
}
