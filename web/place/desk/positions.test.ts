// @vitest-environment jsdom
import { Editor, type JSONContent } from '@tiptap/core';
import fc from 'fast-check';
import { afterEach, describe, expect, it } from 'vitest';
import { pageExtensions } from '../pageextensions.ts';
import { keepPlace, nowAt, placeOf, positionIn, takePlace } from './positions.ts';

let editor: Editor;
afterEach(() => editor.destroy());
const words = (text: string): JSONContent => ({ type: 'paragraph', content: [{ type: 'text', text }] });
const open = (...texts: string[]) => {
  editor = new Editor({ extensions: pageExtensions(), content: { type: 'doc', content: texts.map(words) } });
};

describe('a position', () => {
  it('is where it was taken, however the page changed since', () => {
    open('One', 'Two', 'Three');
    const third = positionIn(editor.state, 10);
    editor.commands.insertContentAt(0, [words('Before'), words('And more')]);
    editor.commands.insertContentAt(editor.state.doc.content.size, words('Behind'));
    const at = nowAt(editor.state, third);
    expect(editor.state.doc.nodeAt(at ?? 0)?.textContent).toBe('Three');
  });

  it('is nowhere once what stood there is gone, and there again for who asks later of what came back', () => {
    open('One', 'Two');
    const second = positionIn(editor.state, 5);
    editor.commands.deleteRange({ from: 5, to: 10 });
    expect(nowAt(editor.state, second)).toBeNull();
    expect(nowAt(editor.state, positionIn(editor.state, 0))).toBe(0);
  });

  it('is never a number that the page does not have', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(40), fc.nat(40), fc.boolean()), { maxLength: 20 }),
        fc.nat(15),
        (changes, taken) => {
          open('One', 'Two', 'Three');
          const position = positionIn(editor.state, Math.min(taken, editor.state.doc.content.size));
          for (const [from, to, puts] of changes) {
            const end = editor.state.doc.content.size;
            const [first, last] = [from % (end + 1), to % (end + 1)].toSorted((one, other) => one - other);
            if (puts) editor.commands.insertContentAt(first ?? 0, words('x'));
            else editor.commands.deleteRange({ from: first ?? 0, to: last ?? 0 });
            if (from % 5 === 0) editor.commands.undo();
            const now = nowAt(editor.state, position);
            expect(now === null || (now >= 0 && now <= editor.state.doc.content.size)).toBe(true);
          }
          editor.destroy();
        },
      ),
      { numRuns: 60 },
    );
  });

  it('is kept under a name until it is taken', () => {
    open('One', 'Two');
    keepPlace(editor, 'here', 5);
    editor.commands.insertContentAt(0, words('Before'));
    expect(placeOf(editor, 'here')).toBe(13);
    expect(takePlace(editor, 'here')).toBe(13);
    expect(placeOf(editor, 'here')).toBeNull();
  });
});
