import { useEditor, type Editor } from '@tiptap/react';
import { FORMAT, type PageDocument } from '@placard/core/page';
import { filesOf, type Dropped } from '../gather/filesof.ts';
import { useLatest } from '../kit/uselatest.ts';
import { pageExtensions } from './pageextensions.ts';
import type { Pasted } from './pasting.ts';
import { beginInWords, boundaryAt, moveSelected } from './placing.ts';

const NONCE = document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content;

/** What a page's words do that the editor only tells of. */
interface Happening {
  onWritten: (document: () => PageDocument) => void;
  onCode: (code: string) => void;
  onPasted: (pasted: Pasted) => void;
  /** Asks for the gap after what the caret stands in. */
  onGap: (at: number) => void;
  onDropFiles: (dropped: Promise<Dropped>, at: number) => void;
}

/** The editor of a page's words, begun with a document. */
export function usePageEditor(begun: PageDocument, mayWrite: boolean, happening: () => Happening): Editor {
  const latest = useLatest(happening);
  return useEditor({
    editable: mayWrite,
    injectNonce: NONCE ?? '',
    injectCSS: false,
    immediatelyRender: true,
    content: begun,
    extensions: pageExtensions((pasted) => latest.current().onPasted(pasted)),
    editorProps: {
      attributes: { 'aria-label': 'Words of the page', role: 'textbox', 'aria-multiline': 'true' },
      handleDrop: (view, event) => {
        if (!event.dataTransfer?.types.includes('Files')) return false;
        event.preventDefault();
        event.stopPropagation();
        latest
          .current()
          .onDropFiles(filesOf(event.dataTransfer), boundaryAt(view, event.clientX, event.clientY));
        return true;
      },
      handlePaste: (_view, event) => {
        const text = event.clipboardData?.getData('text/plain') ?? '';
        if (!/<iframe[\s>]|&lt;iframe\s/i.test(text)) return false;
        latest.current().onCode(text);
        return true;
      },
      // A press on what is placed selects it; who wants to follow a link does so in Proof.
      handleDOMEvents: {
        click: (_view, event) => {
          if (event.target instanceof Element && event.target.closest('.placement a')) event.preventDefault();
          return false;
        },
      },
      handleKeyDown: (view, event) => {
        if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
          const { $to, to } = view.state.selection;
          latest.current().onGap($to.depth > 0 ? $to.after(1) : to);
          return true;
        }
        return event.altKey && moveSelected(view, event.key);
      },
    },
    onCreate: ({ editor }) => beginInWords(editor),
    onUpdate: ({ editor }) => latest.current().onWritten(() => documentOf(editor)),
  });
}

/** What stands in the editor, as a page's body. */
export const documentOf = (editor: Editor): PageDocument => ({
  type: 'doc',
  format: FORMAT,
  content: editor.getJSON().content as unknown as PageDocument['content'],
});
