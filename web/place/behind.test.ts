// @vitest-environment jsdom
import { Editor, type JSONContent } from '@tiptap/core';
import { NodeSelection } from '@tiptap/pm/state';
import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import { asInABrowser } from './testing.ts';

const messages = vi.hoisted(() => ({
  tell: vi.fn<(told: { says: string; undo?: () => Promise<void> }) => void>(),
}));
vi.mock('../kit/messages.tsx', () => messages);

const { heldBlock } = await import('./newblocks.ts');
const { typeWords } = await import('./behind.ts');
const { pageExtensions } = await import('./pageextensions.ts');

let editor: Editor;
beforeAll(() => {
  asInABrowser();
});
afterEach(() => {
  editor.destroy();
  messages.tell.mockClear();
});

const words = (text: string): JSONContent => ({
  type: 'paragraph',
  ...(text === '' ? {} : { content: [{ type: 'text', text }] }),
});
const picture = heldBlock('picture', 'asset-0001', 'column') as JSONContent;
const table: JSONContent = {
  type: 'table',
  content: [{ type: 'tableRow', content: [{ type: 'tableCell', content: [words('cell')] }] }],
};
const set: JSONContent = {
  type: 'together',
  attrs: { key: 'set-00001', setting: 'cards' },
  content: [{ type: 'item', content: [words('card')] }],
};

function open(caret: number, ...content: JSONContent[]): void {
  editor = new Editor({
    element: document.createElement('div'),
    extensions: pageExtensions(),
    content: { type: 'doc', content },
  });
  editor.commands.setTextSelection(caret);
}
/** Presses a key in the words. */
function press(key: string): void {
  const { view } = editor;
  view.someProp('handleKeyDown', (handle) => handle(view, new KeyboardEvent('keydown', { key })));
}
const kinds = () => (editor.getJSON().content ?? []).map(({ type }) => type);
const chosen = () => {
  const { selection } = editor.state;
  return selection instanceof NodeSelection ? selection.node.type.name : null;
};

describe('Backspace and Delete beside what is no words', () => {
  it.each([
    ['picture', picture],
    ['table', table],
    ['together', set],
    ['rule', { type: 'rule' }],
  ] as const)('choose a %s first, and take it out then', (_name, block) => {
    const size = (() => {
      open(1, words('a'), block, words('b'));
      return editor.state.doc.child(1).nodeSize;
    })();
    const type = editor.state.doc.child(1).type.name;
    editor.commands.setTextSelection(3 + size + 1);
    press('Backspace');
    expect([chosen(), kinds()]).toEqual([type, ['paragraph', type, 'paragraph']]);
    press('Backspace');
    expect(kinds()).toEqual(['paragraph', 'paragraph']);
    editor.commands.undo();
    editor.commands.setTextSelection(2);
    press('Delete');
    expect([chosen(), kinds()]).toEqual([type, ['paragraph', type, 'paragraph']]);
  });

  it('take an empty line away, and choose what is beside it', () => {
    open(3, words('a'), picture, words(''), words('b'));
    editor.commands.setTextSelection(5);
    press('Backspace');
    expect([chosen(), kinds()]).toEqual(['picture', ['paragraph', 'picture', 'paragraph']]);
  });

  it('join words as ever where words are beside them', () => {
    open(4, words('a'), words('b'));
    press('Backspace');
    expect(editor.getText()).toBe('ab');
  });

  it('tell what was taken out, and bring it back while nothing was written since', async () => {
    open(1, words('a'), picture, words('b'));
    editor.commands.setNodeSelection(3);
    press('Delete');
    expect(messages.tell.mock.calls[0]?.[0].says).toBe('The picture was taken out.');
    await messages.tell.mock.calls[0]?.[0].undo?.();
    expect(kinds()).toEqual(['paragraph', 'picture', 'paragraph']);
    editor.commands.setNodeSelection(3);
    press('Delete');
    editor.commands.insertContentAt(1, 'More. ');
    await expect(messages.tell.mock.calls[1]?.[0].undo?.()).rejects.toThrow(/has changed since/);
    expect(editor.getText()).toContain('More. a');
  });
});

describe('words that are put where one writes', () => {
  it.each([
    ['picture', picture],
    ['table', table],
    ['rule', { type: 'rule' }],
  ] as const)('stand behind a %s that is chosen, and it stays', (_name, block) => {
    open(1, words('a'), block, words('b'));
    const [first, chosenKind, last] = kinds();
    editor.commands.setNodeSelection(3);
    typeWords(editor.view, '½');
    expect(kinds()).toEqual([first, chosenKind, last]);
    expect(editor.state.doc.lastChild?.textContent).toBe('½b');
  });

  it('take the place of words that are chosen', () => {
    open(1, words('abc'));
    editor.commands.setTextSelection({ from: 2, to: 3 });
    typeWords(editor.view, '–');
    expect(editor.getText()).toBe('a–c');
  });
});
