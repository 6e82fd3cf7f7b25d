import { useEditor, type Editor, type JSONContent } from '@tiptap/react';
import { TextSelection } from '@tiptap/pm/state';
import type { EditorView } from '@tiptap/pm/view';
import { useEffect } from 'react';
import type { Viewer, PageDocument } from '@placard/core/page';
import { isOneAddress, readsLikeEmbed, wordsIn } from '@placard/core/text';
import { filesOf, type Dropped } from '../kit/filesof.ts';
import { useLatest } from '../kit/uselatest.ts';
import { documentOf } from './desk/documentof.ts';
import { pageExtensions } from './pageextensions.ts';
import type { Pasted } from './desk/pasting.ts';
import { beginInWords, boundaryAt, moveSelected, rememberCaret } from './desk/placing.ts';
import { recallHistory, rememberHistory } from './desk/undohistory.ts';

const NONCE = document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content;

/** What a page's words do that the editor only tells of. */
export interface Happening {
  onWritten: (document: () => PageDocument) => void;
  onCode: (code: string) => void;
  /** An address was pasted where nothing else stands. */
  onAddress: (address: string) => void;
  onPasted: (pasted: Pasted) => void;
  /** Asks for the gap after what the caret stands in. */
  onGap: (at: number) => void;
  /** Asks for where a link is to lead. */
  onLink: () => void;
  /** Who looks at the page on which day. */
  viewer: () => Viewer;
  /** Takes files to a place; to the caret where that is null. */
  onDropFiles: (dropped: Promise<Dropped>, at: number | null) => void;
}

/** The editor of a page's words, begun with a document. */
export function usePageEditor(
  page: string,
  begun: PageDocument,
  mayWrite: boolean,
  happening: () => Happening,
): Editor {
  const latest = useLatest(happening);
  const editor = useEditor({
    editable: mayWrite,
    injectNonce: NONCE ?? '',
    injectCSS: false,
    // Signs in what is pasted are signs: they mark words only where somebody types them. An address leads somewhere.
    enablePasteRules: ['link'],
    immediatelyRender: true,
    content: begun as JSONContent,
    extensions: pageExtensions(
      (pasted) => latest.current().onPasted(pasted),
      () => latest.current().viewer(),
    ),
    editorProps: {
      // The controls of the words stand over the desk's upper edge.
      scrollMargin: { top: 120, right: 5, bottom: 5, left: 5 },
      scrollThreshold: { top: 110, right: 0, bottom: 0, left: 0 },
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
      handlePaste: (view, event) => {
        const pasted = event.clipboardData;
        if (pasted && pasted.files.length > 0 && !hasWords(pasted)) {
          // A picture of its own goes where the caret is.
          event.stopPropagation();
          latest.current().onDropFiles(filesOf(pasted), null);
          return true;
        }
        const text = event.clipboardData?.getData('text/plain') ?? '';
        const { $from, empty } = view.state.selection;
        if (
          isOneAddress(text) &&
          empty &&
          $from.parent.type.name === 'paragraph' &&
          $from.parent.content.size === 0
        )
          latest.current().onAddress(text.trim());
        if (!readsLikeEmbed(text)) return false;
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
        if ((event.ctrlKey || event.metaKey) && !event.shiftKey && event.key.toLowerCase() === 'k') {
          event.preventDefault();
          event.stopPropagation();
          takeSelection(view);
          latest.current().onLink();
          return true;
        }
        return event.altKey && moveSelected(view, event.key);
      },
    },
    onCreate: ({ editor }) => {
      recallHistory(page, editor);
      beginInWords(editor, page);
    },
    onSelectionUpdate: ({ editor }) => rememberCaret(page, editor),
    onUpdate: ({ editor }) => latest.current().onWritten(() => documentOf(editor)),
  });
  useEffect(() => () => rememberHistory(page, editor), [page, editor]);
  return editor;
}

/** Takes over what is selected in the window: the editor hears of the last key a moment later. */
function takeSelection(view: EditorView): void {
  const dom = getSelection();
  const { anchorNode, focusNode } = dom ?? {};
  if (!dom || !anchorNode || !focusNode || !view.dom.contains(anchorNode) || !view.dom.contains(focusNode))
    return;
  if (!(view.state.selection instanceof TextSelection)) return;
  const { doc, tr } = view.state;
  const [anchor, head] = [
    view.posAtDOM(anchorNode, dom.anchorOffset),
    view.posAtDOM(focusNode, dom.focusOffset),
  ];
  view.dispatch(tr.setSelection(TextSelection.between(doc.resolve(anchor), doc.resolve(head))));
}

/** True where words were copied, and a file of them perhaps beside. */
const hasWords = (pasted: DataTransfer): boolean =>
  pasted.getData('text/plain').trim() !== '' || wordsIn(pasted.getData('text/html')) !== '';
