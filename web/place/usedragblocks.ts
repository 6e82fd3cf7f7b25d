import { closeHistory } from '@tiptap/pm/history';
import { NodeSelection } from '@tiptap/pm/state';
import type { Editor } from '@tiptap/react';
import { useEffect, useState } from 'react';
import { gapAt, sheetOf, type Gap } from './desk/gaps.ts';
import { boundaryAt } from './desk/placing.ts';
import { BlocksSelection } from './desk/blocksselection.ts';
import { carried } from './desk/schedule.ts';

/** The blocks of the page that are being dragged; null for words, and for what comes from elsewhere. */
function draggedIn({ view, state }: Editor): NodeSelection | BlocksSelection | null {
  if (!view.dragging) return null;
  // What was not chosen before it was dragged (prosemirror-view).
  const { node } = view.dragging as { node?: NodeSelection };
  const dragged = node ?? state.selection;
  if (dragged instanceof BlocksSelection) return dragged;
  return dragged instanceof NodeSelection && dragged.node.isBlock ? dragged : null;
}

/**
 * What stands in the page is dragged to another place in it, also before its first block: it goes between two blocks,
 * where a line shows it on the way. Gives that line.
 */
export function useDragBlocks(editor: Editor, on: boolean): Gap | null {
  const [marked, mark] = useState<Gap | null>(null);
  useEffect(() => {
    const sheet = on ? sheetOf(editor) : null;
    if (!sheet) return undefined;
    const over = (event: DragEvent) => {
      const block = draggedIn(editor);
      if (!block && !event.dataTransfer?.types.includes('Files')) return;
      event.preventDefault();
      mark(gapAt(editor, boundaryAt(editor.view, event.clientX, event.clientY)));
    };
    const away = (event: DragEvent) => {
      if (!(event.relatedTarget instanceof Node) || !sheet.contains(event.relatedTarget)) mark(null);
    };
    const drop = (event: DragEvent) => {
      mark(null);
      const block = draggedIn(editor);
      if (!block) return;
      event.preventDefault();
      event.stopPropagation();
      moveBlock(editor, block, boundaryAt(editor.view, event.clientX, event.clientY));
    };
    const ended = () => mark(null);
    sheet.addEventListener('dragover', over);
    sheet.addEventListener('dragleave', away);
    sheet.addEventListener('drop', drop, true);
    document.addEventListener('dragend', ended);
    return () => {
      sheet.removeEventListener('dragover', over);
      sheet.removeEventListener('dragleave', away);
      sheet.removeEventListener('drop', drop, true);
      document.removeEventListener('dragend', ended);
    };
  }, [editor, on]);
  return marked;
}

/** Moves blocks to a boundary between two others; they stay chosen. Nothing is done where they cannot stand there. */
export function moveBlock(editor: Editor, dragged: NodeSelection | BlocksSelection, at: number): void {
  const { from, to } = dragged;
  if (at >= from && at <= to) return;
  const content = carried(editor.state, from, to);
  const tr = closeHistory(editor.state.tr).delete(from, to);
  const place = tr.mapping.map(at);
  const $place = tr.doc.resolve(place);
  if (!$place.parent.canReplace($place.index(), $place.index(), content)) return;
  tr.insert(place, content);
  const chosen =
    dragged instanceof NodeSelection
      ? NodeSelection.create(tr.doc, place)
      : BlocksSelection.between(tr.doc, place, place + content.size);
  editor.view.dispatch(tr.setSelection(chosen).scrollIntoView());
  editor.view.focus();
}
