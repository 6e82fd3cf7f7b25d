import { Extension } from '@tiptap/core';
import { Fragment, Slice } from '@tiptap/pm/model';
import { closeHistory } from '@tiptap/pm/history';
import { Plugin, PluginKey, TextSelection, type Transaction } from '@tiptap/pm/state';
import type { EditorView } from '@tiptap/pm/view';
import type { ReadHtml } from '@placard/core/reading';
import { looksMarkdown, wordsIn } from '@placard/core/text';
import { copied, nameCopied } from './copied.ts';
import { newPlacementId } from '../../kit/newplacementid.ts';

/** What became of what was pasted. `plain` where it was too tangled to be read as more than words. */
export type Pasted = Pick<ReadHtml, 'media' | 'dropped'> & {
  plain: boolean;
  /** The words, where they read like Markdown and stand there as they are written. */
  markdown?: string | undefined;
};

let loading: Promise<typeof import('@placard/core/reading')> | undefined;
const reading = () => (loading ??= import('@placard/core/reading'));

/** Reads what is pasted from elsewhere as pages have it; what was copied out of a page goes its own way. */
export const Pasting = Extension.create<{ onPasted: ((pasted: Pasted) => void) | undefined }>({
  name: 'pasting',
  addOptions: () => ({ onPasted: undefined }),
  addProseMirrorPlugins() {
    const { onPasted } = this.options;
    return [
      new Plugin<Range | null>({
        key: pastedLast,
        // Where it stands by now, whatever was written since.
        state: {
          init: () => null,
          apply: (tr, range) => {
            if (tr.getMeta('paste')) return changedBy(tr);
            if (!range || !tr.docChanged) return range;
            return { from: tr.mapping.map(range.from, 1), to: tr.mapping.map(range.to, -1) };
          },
        },
      }),
      new Plugin({
        view: ({ dom }) => {
          // There before anything is pasted, so that it stands before what is typed next.
          void reading().catch(() => (loading = undefined));
          // The editor listens there before us: what it copied is on the clipboard already.
          for (const kind of COPYING) dom.addEventListener(kind, named);
          return { destroy: () => COPYING.forEach((kind) => dom.removeEventListener(kind, named)) };
        },
        props: {
          // The editor's own reading of HTML is a browser's, and believes whatever looks like ours.
          transformPastedHTML: (html) => copied(html) ?? '',
          handlePaste: (view, event) => {
            const html = event.clipboardData?.getData('text/html') ?? '';
            const text = event.clipboardData?.getData('text/plain') ?? '';
            if (!isForeign(html)) {
              // Told whatever it is: what was said of what was pasted before is of that.
              const markdown = html === '' && looksMarkdown(text) ? text : undefined;
              onPasted?.({ media: [], dropped: [], plain: false, markdown });
              return false;
            }
            // A picture alone is taken as one. Where there are words, programs send a picture of them along.
            if ((event.clipboardData?.files.length ?? 0) > 0) {
              if (wordsIn(html) === '' && text.trim() === '') return false;
              event.stopPropagation();
            }
            void paste(view, html, text).then(onPasted);
            return true;
          },
          handleDrop: (view, event) => {
            const html = event.dataTransfer?.getData('text/html') ?? '';
            const over = view.posAtCoords({ left: event.clientX, top: event.clientY });
            if (!isForeign(html) || !over) return false;
            event.preventDefault();
            view.dispatch(view.state.tr.setSelection(TextSelection.near(view.state.doc.resolve(over.pos))));
            void paste(view, html, event.dataTransfer?.getData('text/plain') ?? '').then(onPasted);
            return true;
          },
        },
      }),
    ];
  },
});

interface Range {
  from: number;
  to: number;
}

const pastedLast = new PluginKey<Range | null>('pastedLast');

/** The part of a document that a transaction wrote; null for none. */
function changedBy(tr: Transaction): Range | null {
  let [from, to] = [Number.POSITIVE_INFINITY, 0];
  tr.mapping.maps.forEach((map, at) =>
    map.forEach((_before, _until, start, end) => {
      const rest = tr.mapping.slice(at + 1);
      from = Math.min(from, rest.map(start, -1));
      to = Math.max(to, rest.map(end, 1));
    }),
  );
  return from < to ? { from, to } : null;
}

/**
 * Puts in the place of what was pasted last what it means as Markdown (CommonMark), read like any other foreign HTML.
 * False, and nothing is changed, where that does not stand there any more as it was pasted.
 */
export async function pasteAsMarkdown(view: EditorView, text: string): Promise<boolean> {
  const [{ marked }, { readHtml }] = await Promise.all([import('marked'), reading()]);
  const html = await marked.parse(text, { gfm: true, async: true });
  const { blocks } = readHtml(html, { newId: newPlacementId });
  const range = pastedLast.getState(view.state);
  const { state } = view;
  if (!range || range.from >= range.to || blocks.length === 0) return false;
  const letters = (words: string) => words.replace(/\s+/g, '');
  if (letters(state.doc.textBetween(range.from, range.to)) !== letters(text)) return false;
  const fragment = Fragment.fromArray(blocks.map((block) => state.schema.nodeFromJSON(block)));
  const tr = closeHistory(state.tr);
  view.dispatch(tr.replaceRange(range.from, range.to, Slice.maxOpen(fragment, true)).scrollIntoView());
  view.focus();
  return true;
}

const COPYING = ['copy', 'cut', 'dragstart'] as const;

/** Names what was copied out of a page, so that it is known when it is pasted. */
function named(event: Event): void {
  const { clipboardData, dataTransfer } = event as Partial<ClipboardEvent & DragEvent>;
  const data = clipboardData ?? dataTransfer;
  const html = data?.getData('text/html') ?? '';
  if (html.includes('data-pm-slice')) data?.setData('text/html', nameCopied(html));
}

/** True for what was not copied out of a page here. */
const isForeign = (html: string): boolean => html !== '' && copied(html) === null;

/** Blocks at whose end one writes on. */
const WRITTEN_ON = new Set(['paragraph', 'heading', 'bulletList', 'orderedList', 'quotation']);

async function paste(view: EditorView, html: string, text: string): Promise<Pasted> {
  try {
    const { readHtml } = await reading();
    const { blocks, media, dropped } = readHtml(html, { newId: newPlacementId });
    // What says nothing takes the place of nothing.
    if (blocks.length === 0) return { media, dropped, plain: false };
    const { state } = view;
    // One writes on behind what was pasted, not within a table's last cell.
    const end = WRITTEN_ON.has(blocks.at(-1)?.type ?? '') ? [] : [{ type: 'paragraph' }];
    const fragment = Fragment.fromArray([...blocks, ...end].map((block) => state.schema.nodeFromJSON(block)));
    view.dispatch(
      state.tr
        .replaceSelection(Slice.maxOpen(fragment, true))
        .scrollIntoView()
        .setMeta('paste', true)
        .setMeta('uiEvent', 'paste'),
    );
    return { media, dropped, plain: false };
  } catch {
    loading = undefined;
    view.pasteText(text || wordsIn(html));
    return { media: [], dropped: [], plain: true };
  }
}
