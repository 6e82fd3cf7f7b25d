// @vitest-environment jsdom
import type { Editor } from '@tiptap/react';
import { afterEach, describe, expect, it } from 'vitest';
import { EMPTY_DOCUMENT } from '@placard/core/page';
import { pasteAsMarkdown } from './desk/pasting.ts';
import { editorOf } from './testing.ts';

let open: Editor | null = null;
// One that is left open looks at its screen a moment later, when that is gone.
afterEach(() => open?.destroy());

/** An editor with nothing in it yet. */
const emptyEditor = () => (open = editorOf('page-paste-1', EMPTY_DOCUMENT));

describe('Words that are pasted', () => {
  it.each([
    '10*0.1 = 1*1',
    '__init__ and **kwargs** and *args*',
    'a*b*c, 2_000_000, ~~no~~ and `code`',
    '# not a heading',
    '- not a list',
    '1. not a list either',
    '> quoted --- [a]',
    'H~2~O, m^2^, ==marked==',
  ])('stay as they are: %s', (text) => {
    const editor = emptyEditor();
    editor.view.pasteText(text, new Event('paste') as ClipboardEvent);
    expect(editor.getText()).toBe(text);
    const marks = new Set<string>();
    editor.state.doc.descendants((node) => node.marks.forEach(({ type }) => marks.add(type.name)));
    expect([...marks]).toEqual([]);
    expect(editor.state.doc.firstChild?.type.name).toBe('paragraph');
  });

  it('lead somewhere where they are an address, and say the same', () => {
    const editor = emptyEditor();
    editor.view.pasteText('See https://a.example/x for more', new Event('paste') as ClipboardEvent);
    expect(editor.getText()).toBe('See https://a.example/x for more');
    expect(editor.getHTML()).toContain('href="https://a.example/x"');
  });
});

describe('Words that are pasted and read as Markdown', () => {
  const MARKDOWN =
    '## Nights\n\nBring **warm** clothes, see [the dome](https://a.example/dome).\n\n- gloves\n- a hat';

  it('take the place of what was pasted, wherever that stands by now, and nothing else', async () => {
    const editor = emptyEditor();
    editor.commands.setContent('<p>Before.</p><p></p><p>Behind.</p>');
    editor.commands.setTextSelection(10);
    editor.view.pasteText(MARKDOWN, new Event('paste') as ClipboardEvent);
    expect(editor.getText()).toContain('**warm**');
    // Somebody writes on above it.
    editor.view.dispatch(editor.state.tr.insertText('Long ', 1));
    expect(await pasteAsMarkdown(editor.view, MARKDOWN)).toBe(true);
    const html = editor.getHTML();
    expect(html).toContain(
      '<p>Long Before.</p><h2>Nights</h2><p>Bring <strong>warm</strong> clothes, see <a',
    );
    expect(html).toMatch(/<li><p>gloves<\/p><\/li><li><p>a hat<\/p><\/li>.*<p>Behind\.<\/p>/);
    // One step back, and it stands as it was pasted.
    editor.commands.undo();
    expect(editor.getText()).toContain('**warm**');
  });

  it('leave what was written on behind them', async () => {
    const editor = emptyEditor();
    editor.view.pasteText('# Nights', new Event('paste') as ClipboardEvent);
    editor.view.dispatch(editor.state.tr.insertText(' and days'));
    expect(await pasteAsMarkdown(editor.view, '# Nights')).toBe(true);
    expect(editor.getText()).toMatch(/^Nights\s+and days$/);
  });

  it.each<[string, (editor: Editor) => unknown]>([
    ['cut away', (editor) => editor.commands.deleteRange({ from: 1, to: 9 })],
    ['undone', (editor) => editor.commands.undo()],
    ['changed', (editor) => editor.view.dispatch(editor.state.tr.insertText('White ', 3))],
    [
      'followed by another paste',
      (editor) => editor.view.pasteText('x', new Event('paste') as ClipboardEvent),
    ],
    ['gone with the whole page', (editor) => editor.commands.setContent('<p>Another version.</p>')],
  ])('are left alone once what was pasted is %s', async (_how, happens) => {
    const editor = emptyEditor();
    editor.view.pasteText('# Nights', new Event('paste') as ClipboardEvent);
    happens(editor);
    const before = editor.getHTML();
    expect(await pasteAsMarkdown(editor.view, '# Nights')).toBe(false);
    expect(editor.getHTML()).toBe(before);
  });

  it('bring nothing that would run', async () => {
    const editor = emptyEditor();
    const hostile =
      '# a\n\n<script>alert(1)</script>\n\n<img src=x onerror=alert(1)>\n\n[x](javascript:alert(1))';
    editor.view.pasteText(hostile, new Event('paste') as ClipboardEvent);
    await pasteAsMarkdown(editor.view, hostile);
    expect(editor.getHTML()).not.toMatch(/javascript:|onerror|<script|<img/);
    expect(editor.getText()).toMatch(/^a\s+x$/);
  });
});

describe('Letters above the line and below it', () => {
  it('are one or the other, and neither again', () => {
    const editor = emptyEditor();
    editor.commands.setContent({
      type: 'doc',
      content: [{ type: 'paragraph', content: [{ type: 'text', text: '2' }] }],
    });
    editor.commands.selectAll();
    const toggled = (name: string) => {
      editor.commands.toggleMark(name);
      return editor.getHTML();
    };
    expect(toggled('superscript')).toBe('<p><sup>2</sup></p>');
    expect(toggled('subscript')).toBe('<p><sub>2</sub></p>');
    expect(toggled('subscript')).toBe('<p>2</p>');
  });
});
