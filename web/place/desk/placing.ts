import { NodeSelection, Selection } from '@tiptap/pm/state';
import type { Node, ResolvedPos } from '@tiptap/pm/model';
import type { EditorView } from '@tiptap/pm/view';
import type { Editor, JSONContent } from '@tiptap/react';
import { isPlacement } from '@placard/core/page';

/** The placement that is selected as a whole, with its place in the document. */
export function selectedNode(editor: Editor): { node: Node; pos: number } | null {
  const { selection } = editor.state;
  if (!(selection instanceof NodeSelection) || !isPlacement({ type: selection.node.type.name })) return null;
  return { node: selection.node, pos: selection.from };
}

/** Where one wrote last in each page that was open in this window. */
const writtenLast = new Map<string, number>();

/** What was placed under an id, wherever it stands by now; null where it is gone, or the page is left. */
export function placedNode(editor: Editor, id: string): { node: Node; pos: number } | null {
  if (editor.isDestroyed) return null;
  let found: { node: Node; pos: number } | null = null;
  editor.state.doc.descendants((node, pos) => {
    if (node.attrs['id'] === id) found = { node, pos };
    return found === null;
  });
  return found;
}

/** Remembers where the caret stands in a page, for whoever comes back to it. */
export const rememberCaret = (page: string, editor: Editor): void =>
  void writtenLast.set(page, editor.state.selection.from);

/**
 * Puts the caret where one would write on: where one wrote last, else behind the last words that are the page's own,
 * not of something set in it. Nothing is selected before anybody chose it.
 */
export function beginInWords(editor: Editor, page: string): void {
  const { state, view } = editor;
  const end = state.doc.content.size;
  const last = writtenLast.get(page);
  const caret =
    last === undefined || last > end
      ? Selection.findFrom(state.doc.resolve(endOfOwnWords(state.doc)), -1, true)
      : (Selection.findFrom(state.doc.resolve(last), 1, true) ??
        Selection.findFrom(state.doc.resolve(last), -1, true));
  if (caret) view.dispatch(state.tr.setSelection(caret).setMeta('addToHistory', false));
}

/** The end of the last block that is nothing set together; of the page, where all of it is. */
function endOfOwnWords(doc: Node): number {
  let end: number | null = null;
  doc.forEach((block, pos) => {
    if (block.isTextblock || !['placement', 'together'].includes(String(block.type.spec.group)))
      end = pos + block.nodeSize;
  });
  return end ?? doc.content.size;
}

/** How deep the blocks lie that stand round a place, in the page itself or in a cell: what is placed stands among those. */
export function blockDepth($pos: ResolvedPos): number {
  for (let depth = $pos.depth; depth > 0; depth--) {
    const { name, spec } = $pos.node(depth).type;
    const role = spec['tableRole'];
    if (role === 'cell' || role === 'header_cell' || name === 'alongside') return depth + 1;
    // What is put into a gallery is one more of its things.
    if (name === 'item') return isGallery($pos.node(depth - 1)) ? depth : depth + 1;
    if (name === 'together') return depth + 1;
  }
  return 1;
}

/** True for things of which a setting shows only what they show. */
export const hidesWords = ({ attrs }: Node): boolean => ['rows', 'tiles'].includes(String(attrs['setting']));
/** True for things that what is put among them is one more of. */
const isGallery = (node: Node): boolean => hidesWords(node) || node.attrs['setting'] === 'slides';

/** How far into the first and the last block one is beyond them still, in CSS pixels. */
const EDGE = 6;

/** The boundary between two blocks that is nearest to a point on the screen. */
export function boundaryAt(view: EditorView, x: number, y: number): number {
  const [first, last] = [view.dom.firstElementChild, view.dom.lastElementChild];
  // Whatever the first and the last are: beyond them is before and behind all of it.
  if (first && y < first.getBoundingClientRect().top + EDGE) return 0;
  if (last && y > last.getBoundingClientRect().bottom - EDGE) return view.state.doc.content.size;
  const found = view.posAtCoords({ left: x, top: y });
  if (!found) return view.state.doc.content.size;
  const resolved = view.state.doc.resolve(found.inside >= 0 ? found.inside : found.pos);
  const depth = blockDepth(resolved);
  // Between two blocks of a cell, or at the edge of a table's parts.
  const start = resolved.depth >= depth ? resolved.before(depth) : resolved.pos;
  const block = view.state.doc.nodeAt(start);
  const element = view.nodeDOM(start);
  if (!block || !(element instanceof HTMLElement)) return start;
  const { top, height } = element.getBoundingClientRect();
  return y > top + height / 2 ? start + block.nodeSize : start;
}

/**
 * Puts a block into the page: at a boundary, or where `at` is null at the caret, in place of
 * an empty paragraph or by dividing the one it stands in. Selects it, and has what is typed next.
 */
export function insertAt(editor: Editor, block: JSONContent, at: number | null): void {
  const { instead, where } = placeFor(editor, at);
  if (instead === 0 && editor.state.doc.resolve(where).parent.type.name === 'together') {
    insertItem(editor, block, where);
    return;
  }
  const chain = editor.chain();
  if (instead === null) chain.setTextSelection(where - 1).splitBlock();
  chain.insertContentAt(instead ? { from: where, to: where + instead } : where, block).run();
  const put = editor.state.doc.nodeAt(where);
  // In words that were put there one writes on; what else it is, is chosen.
  if (put?.isTextblock) editor.commands.setTextSelection(where + put.nodeSize - 1);
  else editor.commands.setNodeSelection(where);
  // Not Tiptap's own, which waits for the next frame: what is typed until then would be lost.
  editor.view.focus();
}

/** Puts a block among things set together, as one of them; it is selected. */
function insertItem(editor: Editor, block: JSONContent, where: number): void {
  const $where = editor.state.doc.resolve(where);
  // The words beside a side note stand last.
  const at = $where.nodeBefore?.type.name === 'alongside' ? where - $where.nodeBefore.nodeSize : where;
  const item = editor.schema.nodeFromJSON({ type: 'item', content: [block] });
  const tr = editor.state.tr.insert(at, item);
  editor.view.dispatch(tr.setSelection(NodeSelection.create(tr.doc, at + 1)).scrollIntoView());
  editor.view.focus();
}

/** Where a block goes, and how much of what stands there it replaces; null where a paragraph is divided for it. */
function placeFor(editor: Editor, at: number | null): { where: number; instead: number | null } {
  const { doc, selection } = editor.state;
  if (at !== null) return { where: Math.min(at, doc.content.size), instead: 0 };
  if (selection instanceof NodeSelection) {
    const { node, $to } = selection;
    if (node.type.name === 'together') return { where: selection.to - 1, instead: 0 };
    const inGallery = $to.parent.type.name === 'item' && isGallery($to.node($to.depth - 1));
    return { where: inGallery ? $to.after() : selection.to, instead: 0 };
  }
  const { $from } = selection;
  const depth = blockDepth($from);
  if (depth > $from.depth) return { where: $from.pos, instead: 0 };
  const start = $from.before(depth);
  const top = doc.nodeAt(start);
  const end = start + (top?.nodeSize ?? 0);
  if (top?.type.name !== 'paragraph') return { where: end, instead: 0 };
  if (top.content.size === 0) return { where: start, instead: top.nodeSize };
  if ($from.parentOffset === 0) return { where: start, instead: 0 };
  if ($from.parentOffset === top.content.size) return { where: end, instead: 0 };
  return { where: $from.pos + 1, instead: null };
}

/** Moves the selected placement past its neighbour with Alt and the up or down arrow. */
export function moveSelected(view: EditorView, key: string): boolean {
  const { selection, tr } = view.state;
  const by = { ArrowUp: -1, ArrowDown: 1 }[key];
  if (by === undefined || !(selection instanceof NodeSelection)) return false;
  const { node, from, to, $from } = selection;
  const neighbour = $from.parent.maybeChild($from.index() + by);
  // One of several things moves among those.
  if ($from.parent.type.name === 'item' && (!neighbour || isGallery($from.node($from.depth - 1))))
    return false;
  if (!neighbour) return true;
  const target = by < 0 ? from - neighbour.nodeSize : from + neighbour.nodeSize;
  const moved = tr.delete(from, to).insert(target, node);
  view.dispatch(moved.setSelection(NodeSelection.create(moved.doc, target)).scrollIntoView());
  return true;
}
