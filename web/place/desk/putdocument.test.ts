// @vitest-environment jsdom
import { Editor, type JSONContent } from '@tiptap/core';
import fc from 'fast-check';
import { afterEach, describe, expect, it } from 'vitest';
import { upgraded, type PageDocument } from '@placard/core/page';
import { pageExtensions } from '../pageextensions.ts';
import { putDocument } from './putdocument.ts';

let editor: Editor;
afterEach(() => editor.destroy());
const page = (...texts: string[]): JSONContent => ({
  type: 'doc',
  content: texts.map((text) => ({ type: 'paragraph', content: [{ type: 'text', text }] })),
});
const open = (...texts: string[]) => {
  editor = new Editor({ extensions: pageExtensions(), content: page(...texts) });
};
const put = (texts: string[], undone = true) =>
  putDocument(editor, upgraded(page(...texts)) as PageDocument, { undone });
const read = () => editor.getText({ blockSeparator: '|' });

describe('another body for a page', () => {
  it('is put where it is another, whatever it is', () => {
    const texts = fc.array(fc.constantFrom('a', 'b', 'c', 'd'), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(texts, texts, (before, after) => {
        open(...before);
        put(after);
        expect(read()).toBe(after.join('|'));
        editor.commands.undo();
        expect(read()).toBe(before.join('|'));
        editor.destroy();
      }),
      { numRuns: 80 },
    );
  });

  it('is no step of this window’s own where somebody else wrote it: undo takes back what was done here', () => {
    open('One', 'Two', 'Three');
    editor.commands.insertContentAt(1, 'My ');
    put(['My One', 'Somebody else’s', 'Two', 'Three, changed'], false);
    editor.commands.undo();
    expect(read()).toBe('One|Somebody else’s|Two|Three, changed');
    editor.commands.undo();
    expect(read()).toBe('One|Somebody else’s|Two|Three, changed');
  });

  it('leaves the caret where it is', () => {
    open('One', 'Two', 'Three');
    editor.commands.setTextSelection(8);
    put(['New', 'One', 'Two', 'Other']);
    expect(editor.state.selection.$from.parent.textContent).toBe('Two');
  });
});
