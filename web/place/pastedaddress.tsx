import type { Editor } from '@tiptap/react';
import { Notice } from '../kit/notice.tsx';

/** Offers to show what is at an address that was pasted by itself; until then it is a link in the words. */
export function PastedAddress({
  address,
  onEmbed,
  onDone,
}: {
  address: string;
  onEmbed: () => void;
  onDone: () => void;
}) {
  return (
    <Notice
      severity="note"
      action={
        <span className="flex gap-2">
          <button type="button" className="button" onClick={onEmbed}>
            See what it can be
          </button>
          <button type="button" className="button-plain" onClick={onDone}>
            Leave it a link
          </button>
        </span>
      }
    >
      You pasted an address of {new URL(address).host}. What is there may stand in the page itself.
    </Notice>
  );
}

/** Takes a paragraph that is nothing but an address out of the page, since what is there takes its place; answers where it stood, or null. */
export function takeAddressOut(editor: Editor, address: string): number | null {
  let found: { from: number; to: number } | null = null;
  editor.state.doc.descendants((node, pos) => {
    if (node.type.name === 'paragraph' && node.textContent === address)
      found = { from: pos, to: pos + node.nodeSize };
    return found === null;
  });
  if (found === null) return null;
  const { from, to } = found as { from: number; to: number };
  editor.view.dispatch(editor.state.tr.delete(from, to));
  return Math.min(from, editor.state.doc.content.size);
}
