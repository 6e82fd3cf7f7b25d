import { Fragment, type Node } from '@tiptap/pm/model';
import type { Editor } from '@tiptap/react';
import type { PageDocument } from '@placard/core/page';

/**
 * Puts another body into the page as one step that can be taken back. What is the same at its beginning and at its end
 * is left alone, and with it the caret there.
 */
export function putDocument(editor: Editor, document: PageDocument): void {
  const { doc, tr, schema } = editor.state;
  const next = schema.nodeFromJSON(document);
  let first = 0;
  while (first < doc.childCount && first < next.childCount && doc.child(first).eq(next.child(first))) first++;
  let last = 0;
  while (
    last < Math.min(doc.childCount, next.childCount) - first &&
    doc.child(doc.childCount - 1 - last).eq(next.child(next.childCount - 1 - last))
  )
    last++;
  if (first === doc.childCount && first === next.childCount) return;
  const from = placeOfChild(doc, first);
  const to = placeOfChild(doc, doc.childCount - last);
  const between: Node[] = [];
  for (let at = first; at < next.childCount - last; at++) between.push(next.child(at));
  editor.view.dispatch(tr.replaceWith(from, to, Fragment.fromArray(between)));
}

/** Where the block of a number begins, from 0; behind the last, where the page ends. */
export function placeOfChild(doc: Node, number: number): number {
  let at = 0;
  for (let child = 0; child < number; child++) at += doc.child(child).nodeSize;
  return at;
}
