// @vitest-environment jsdom
import { Editor, type JSONContent } from '@tiptap/core';
import { Selection } from '@tiptap/pm/state';
import fc from 'fast-check';
import { afterEach, describe, expect, it } from 'vitest';
import { heldBlock } from '../newblocks.ts';
import { pageExtensions } from '../pageextensions.ts';
import { intoTheLine, ontoItsOwn } from './inline.ts';
import { keepPlace, takePlace } from './positions.ts';
import { beginInWords, insertAt, moveSelected, rememberCaret, selectedNode } from './placing.ts';

let editor: Editor;
afterEach(() => editor.destroy());

const words = (text: string): JSONContent => ({
  type: 'paragraph',
  ...(text === '' ? {} : { content: [{ type: 'text', text }] }),
});
const list = (...items: string[]): JSONContent => ({
  type: 'bulletList',
  content: items.map((item) => ({ type: 'listItem', content: [words(item)] })),
});
const picture = (): JSONContent => heldBlock('picture', 'asset-0001', 'column');

function open(...content: JSONContent[]): Editor {
  editor = new Editor({ extensions: pageExtensions(), content: { type: 'doc', content } });
  return editor;
}
/** The page in words: what is placed as [ ], a list with bars round it. */
const read = () => {
  const blocks: string[] = [];
  editor.state.doc.forEach((node) => {
    if (node.type.name === 'picture') blocks.push('[ ]');
    else if (node.type.name === 'bulletList')
      blocks.push(`|${node.children.map((item) => item.textContent).join('|')}|`);
    else blocks.push(node.textContent);
  });
  return blocks;
};
/** Puts the caret behind these words. */
function caretBehind(text: string): void {
  let at = 0;
  editor.state.doc.descendants((node, pos) => {
    const found = node.isText ? (node.text ?? '').indexOf(text) : -1;
    if (found >= 0) at = pos + found + text.length;
  });
  editor.commands.setTextSelection(at);
}

describe('something put where the caret is', () => {
  it.each<[string, JSONContent[], string, string[]]>([
    ['in the middle of words divides them', [words('One two')], 'One', ['One', '[ ]', ' two']],
    ['behind the last word stands behind them', [words('One'), words('Two')], 'One', ['One', '[ ]', 'Two']],
    [
      'in a list stands behind the whole list',
      [list('One', 'Two'), words('Three')],
      'One',
      ['|One|Two|', '[ ]', 'Three'],
    ],
  ])('%s', (_name, content, behind, expected) => {
    open(...content);
    caretBehind(behind);
    insertAt(editor, picture(), null);
    expect(read()).toEqual(expected);
    expect(selectedNode(editor)?.node.type.name).toBe('picture');
  });

  it('before the first word stands before them', () => {
    open(words('One'));
    editor.commands.setTextSelection(1);
    insertAt(editor, picture(), null);
    expect(read()).toEqual(['[ ]', 'One']);
  });

  it('takes the place of an empty line', () => {
    open(words('One'), words(''), words('Two'));
    editor.commands.setTextSelection(6);
    insertAt(editor, picture(), null);
    expect(read()).toEqual(['One', '[ ]', 'Two']);
  });

  it('stands behind what is selected', () => {
    open(words('One'), picture(), words('Two'));
    editor.commands.setNodeSelection(5);
    insertAt(editor, picture(), null);
    expect(read()).toEqual(['One', '[ ]', '[ ]', 'Two']);
    expect(editor.state.selection.from).toBe(6);
  });
});

it('wherever it is put, no word is lost, and taking it back leaves the page as it was', () => {
  const block = fc.oneof(
    fc.constantFrom('', 'One', 'Two three').map(words),
    fc.constant(null).map(() => list('Four', 'Five')),
    fc.constant(null).map(picture),
  );
  fc.assert(
    fc.property(
      fc.array(block, { minLength: 1, maxLength: 5 }),
      fc.nat(40),
      fc.boolean(),
      (content, at, chosen) => {
        open(...content);
        const before = editor.getJSON();
        const text = editor.state.doc.textContent;
        if (!chosen) {
          const { doc, tr } = editor.state;
          const near = Selection.near(doc.resolve(Math.min(at, doc.content.size)));
          editor.view.dispatch(tr.setSelection(near).setMeta('addToHistory', false));
        }
        // A chosen place is always one between two blocks.
        const boundaries = [0];
        editor.state.doc.forEach((node, pos) => boundaries.push(pos + node.nodeSize));
        insertAt(editor, picture(), chosen ? (boundaries[at % boundaries.length] ?? 0) : null);
        expect(editor.state.doc.textContent).toBe(text);
        editor.state.doc.check();
        editor.commands.undo();
        expect(editor.getJSON()).toEqual(before);
        editor.destroy();
      },
    ),
    { numRuns: 60 },
  );
  open(words('One'));
});

describe('a place that is kept', () => {
  it('is the same one whatever is written before it', () => {
    open(words('One'), words('Two'), words('Three'));
    keepPlace(editor, 'chosen', 10);
    editor.commands.insertContentAt(4, ' and a half');
    editor.commands.insertContentAt(0, words('Zero'));
    insertAt(editor, picture(), takePlace(editor, 'chosen'));
    expect(read()).toEqual(['Zero', 'One and a half', 'Two', '[ ]', 'Three']);
  });

  it('is taken once, and others stay', () => {
    open(words('One'));
    keepPlace(editor, 'a', 0);
    keepPlace(editor, 'b', 5);
    expect([takePlace(editor, 'a'), takePlace(editor, 'a'), takePlace(editor, 'b')]).toEqual([0, null, 5]);
  });

  it('is none of what is taken back', () => {
    open(words('One'));
    editor.commands.insertContentAt(4, '!');
    keepPlace(editor, 'a', 0);
    editor.commands.undo();
    expect(read()).toEqual(['One']);
  });
});

describe('what is placed', () => {
  it('goes past its neighbours by key, and stays at the ends', () => {
    open(words('One'), picture(), list('Two'));
    editor.commands.setNodeSelection(5);
    const move = (key: string) => {
      expect(moveSelected(editor.view, key)).toBe(true);
      return read();
    };
    expect(move('ArrowUp')).toEqual(['[ ]', 'One', '|Two|']);
    expect(move('ArrowUp')).toEqual(['[ ]', 'One', '|Two|']);
    expect(move('ArrowDown')).toEqual(['One', '[ ]', '|Two|']);
    expect(move('ArrowDown')).toEqual(['One', '|Two|', '[ ]']);
    expect(selectedNode(editor)?.node.type.name).toBe('picture');
    expect(moveSelected(editor.view, 'ArrowLeft')).toBe(false);
  });

  it('is not selected before somebody chose it, where there are words to begin in', () => {
    open(picture(), words('One'), words('Two'), picture());
    beginInWords(editor, 'page-1');
    expect(selectedNode(editor)).toBeNull();
    expect(editor.state.selection.$from.parent.textContent).toBe('Two');
  });

  it('lets whoever comes back write on where they wrote last', () => {
    open(words('One'), words('Two'));
    editor.commands.setTextSelection(3);
    rememberCaret('page-2', editor);
    editor.commands.setTextSelection(8);
    beginInWords(editor, 'page-2');
    expect(editor.state.selection.from).toBe(3);
    open(words('1'));
    // The page is another one by now.
    rememberCaret('page-2', { state: { selection: { from: 40 } } } as Editor);
    beginInWords(editor, 'page-2');
    expect(editor.state.selection.$from.parent.textContent).toBe('1');
  });
});

it('a picture that goes into a line and out of it again stands as it stood', () => {
  const given = picture();
  const stands = {
    position: 'beside-left',
    measure: 'aside',
    width: 333,
    gap: 8,
    bordered: true,
    box: { width: 1, height: 1, how: 'filled' },
  };
  open({ ...given, attrs: { ...given.attrs, ...stands, ownCaption: 'Mine' } }, words('One'));
  editor.commands.setNodeSelection(0);
  intoTheLine(editor);
  expect(read()).toEqual(['One']);
  ontoItsOwn(editor);
  expect(read()).toEqual(['[ ]', 'One']);
  expect(editor.state.doc.firstChild?.attrs).toMatchObject({
    ...stands,
    asset: 'asset-0001',
    ownCaption: 'Mine',
  });
  expect(editor.state.doc.firstChild?.attrs['id']).not.toBe(given.attrs?.['id']);
});
