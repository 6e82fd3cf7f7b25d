// @vitest-environment jsdom
import { Editor, type JSONContent } from '@tiptap/core';
import { afterEach, describe, expect, it } from 'vitest';
import { pageExtensions } from '../pageextensions.ts';
import { recallHistory, rememberHistory } from './undohistory.ts';

const editors: Editor[] = [];
afterEach(() => {
  for (const editor of editors.splice(0)) editor.destroy();
});
const open = (content: JSONContent): Editor => {
  const editor = new Editor({ extensions: pageExtensions(), content });
  editors.push(editor);
  return editor;
};
const page = (...texts: string[]): JSONContent => ({
  type: 'doc',
  content: texts.map((text) => ({ type: 'paragraph', content: [{ type: 'text', text }] })),
});

describe('what was done in a page', () => {
  it('is undone and done again by an editor that is opened later', () => {
    const first = open(page('One', 'Two'));
    first.commands.insertContentAt(1, 'Zero ');
    first.commands.setTextSelection(12);
    first.commands.setNode('heading', { level: 2 });
    first.commands.insertContentAt(0, { type: 'rule' });
    first.commands.undo();
    const stood = first.getJSON();
    rememberHistory('page-1', first);
    first.destroy();
    const second = open(stood);
    recallHistory('page-1', second);
    second.commands.redo();
    expect(second.getJSON().content?.[0]?.type).toBe('rule');
    for (let step = 0; step < 5; step++) second.commands.undo();
    expect(second.getText({ blockSeparator: '|' })).toBe('One|Two');
  });

  it('is forgotten where the page is another one now, and known once', () => {
    const first = open(page('One'));
    first.commands.insertContentAt(1, 'Zero ');
    const stood = first.getJSON();
    rememberHistory('page-2', first);
    const changed = open(page('Somebody else’s'));
    recallHistory('page-2', changed);
    expect(changed.can().undo()).toBe(false);
    const again = open(stood);
    recallHistory('page-2', again);
    expect(again.can().undo()).toBe(false);
  });
});
