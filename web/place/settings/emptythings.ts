import type { Node } from '@tiptap/pm/model';
import type { EditorState, Transaction } from '@tiptap/pm/state';
import { hidesWords } from '../desk/placing.ts';

/** Takes things out of a gallery that show nothing any more and say nothing: nobody would see that they are there. */
export function withoutEmptyThings(
  transactions: readonly Transaction[],
  _before: EditorState,
  { doc, tr }: EditorState,
): Transaction | null {
  if (!transactions.some(({ docChanged }) => docChanged)) return null;
  doc.forEach((node, pos) => {
    if (node.type.name !== 'together' || !hidesWords(node)) return;
    const empty: number[] = [];
    node.forEach((item, offset) => {
      if (item.type.name === 'item' && saysNothing(item)) empty.push(pos + 1 + offset);
    });
    const items = node.lastChild?.type.name === 'alongside' ? node.childCount - 1 : node.childCount;
    if (empty.length === 0) return;
    if (empty.length === items) tr.delete(tr.mapping.map(pos), tr.mapping.map(pos + node.nodeSize));
    else
      for (const at of empty.toReversed())
        tr.delete(tr.mapping.map(at), tr.mapping.map(at + (doc.nodeAt(at)?.nodeSize ?? 0)));
  });
  return tr.docChanged ? tr : null;
}

const saysNothing = ({ childCount, firstChild }: Node): boolean =>
  childCount === 1 && firstChild?.type.name === 'paragraph' && firstChild.content.size === 0;
