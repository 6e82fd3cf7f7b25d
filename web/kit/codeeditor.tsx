import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { html } from '@codemirror/lang-html';
import { HighlightStyle, syntaxHighlighting } from '@codemirror/language';
import { lintGutter, setDiagnostics } from '@codemirror/lint';
import { EditorState } from '@codemirror/state';
import { EditorView, keymap, lineNumbers, placeholder as placeholding } from '@codemirror/view';
import { tags } from '@lezer/highlight';
import { getNonce } from 'get-nonce';
import { useEffect, useRef } from 'react';
import { useLatest } from './uselatest.ts';

export interface CodeProps {
  /** What it is called. */
  label: string;
  /** What it begins with, where it is written; where it is only read, what it shows. */
  code: string;
  /** Called while it is written; without it, it is only read. */
  onChange?: (code: string) => void;
  /** Parts of it that something is said of, from and to which letter. */
  marks?: readonly { from: number; to: number; says: string }[];
  placeholder?: string;
  autoFocus?: boolean;
  className?: string;
}

const LOOK = EditorView.theme({
  '&': { height: '100%', fontSize: '12.5px', color: 'var(--ink)', backgroundColor: 'var(--card)' },
  '&.cm-focused': { outline: '2px solid var(--madder)', outlineOffset: '-2px' },
  '.cm-scroller': { fontFamily: 'var(--font-mono)', lineHeight: '1.55', overflow: 'auto' },
  '.cm-content': { caretColor: 'var(--ink)', padding: '8px 0' },
  '.cm-gutters': { color: 'var(--soft)', backgroundColor: 'var(--card)', border: 'none' },
  '.cm-placeholder': { color: 'var(--soft)' },
  '.cm-lintRange-warning': { backgroundImage: 'none', borderBottom: '2px solid var(--ochre)' },
  '.cm-lint-marker-warning': { content: 'none', borderLeft: '4px solid var(--ochre)', height: '1em' },
  '.cm-tooltip': { color: 'var(--ink)', backgroundColor: 'var(--card)', border: '1px solid var(--edge)' },
  '&.cm-focused .cm-selectionBackground, .cm-selectionBackground, ::selection': {
    backgroundColor: 'var(--rule)',
  },
});

const INKS = HighlightStyle.define([
  { tag: tags.tagName, color: 'var(--madder)' },
  { tag: tags.angleBracket, color: 'var(--soft)' },
  { tag: tags.attributeName, color: 'var(--ochre)' },
  { tag: [tags.attributeValue, tags.string], color: 'var(--spruce)' },
  { tag: [tags.comment, tags.meta], color: 'var(--soft)', fontStyle: 'italic' },
]);

/** Code to read or to write, with its lines numbered and its parts told apart. Tab leads on, as everywhere. */
export default function CodeEditor({
  label,
  code,
  onChange,
  marks,
  placeholder = '',
  autoFocus = false,
  className = '',
}: CodeProps) {
  const room = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const latest = useLatest(onChange);
  const begun = useLatest({ code, placeholder, autoFocus });
  const written = onChange !== undefined;
  const marked = marks !== undefined;
  useEffect(() => {
    if (!room.current) return undefined;
    const editor = new EditorView({
      parent: room.current,
      state: EditorState.create({
        doc: begun.current.code,
        extensions: [
          EditorView.cspNonce.of(getNonce() ?? ''),
          lineNumbers(),
          EditorView.lineWrapping,
          html({ autoCloseTags: false }),
          syntaxHighlighting(INKS),
          LOOK,
          history(),
          ...(marked ? [lintGutter()] : []),
          keymap.of([...defaultKeymap, ...historyKeymap]),
          placeholding(begun.current.placeholder),
          EditorState.readOnly.of(!written),
          EditorView.contentAttributes.of({
            'aria-label': label,
            spellcheck: 'false',
            tabindex: '0',
            ...(!written && { 'aria-readonly': 'true' }),
          }),
          // Typed over a selection, the browser would write the look of what was there into the code, as styles.
          EditorView.domEventHandlers({
            beforeinput: (event, view) => {
              if (event.inputType !== 'insertText' || event.isComposing || event.data === null) return false;
              if (view.state.readOnly) return false;
              const { main } = view.state.selection;
              const dom = getSelection();
              // The editor hears of what was selected a moment later than the window.
              const ends =
                main.empty && dom?.anchorNode && dom.focusNode && view.contentDOM.contains(dom.anchorNode)
                  ? [
                      view.posAtDOM(dom.anchorNode, dom.anchorOffset),
                      view.posAtDOM(dom.focusNode, dom.focusOffset),
                    ]
                  : [main.from, main.to];
              const [from, to] = [Math.min(...ends), Math.max(...ends)];
              if (from === to) return false;
              event.preventDefault();
              view.dispatch({
                changes: { from, to, insert: event.data },
                selection: { anchor: from + event.data.length },
                userEvent: 'input.type',
                scrollIntoView: true,
              });
              return true;
            },
          }),
          EditorView.updateListener.of((update) => {
            if (update.docChanged) latest.current?.(update.state.doc.toString());
          }),
        ],
      }),
    });
    view.current = editor;
    if (begun.current.autoFocus) editor.focus();
    return () => editor.destroy();
  }, [begun, label, latest, marked, written]);
  useEffect(() => {
    const editor = view.current;
    // What is being written is told from here, and may be further on than what comes back.
    if (!editor || written || editor.state.doc.toString() === code) return;
    editor.dispatch({ changes: { from: 0, to: editor.state.doc.length, insert: code } });
  }, [code, written]);
  useEffect(() => {
    const editor = view.current;
    if (!editor || !marks) return;
    const end = editor.state.doc.length;
    const told = marks
      .filter(({ from }) => from < end)
      .map(({ from, to, says }) => ({
        from,
        to: Math.min(to, end),
        severity: 'warning' as const,
        message: says,
      }));
    editor.dispatch(setDiagnostics(editor.state, told));
  }, [marks]);
  return <div ref={room} className={className} />;
}
