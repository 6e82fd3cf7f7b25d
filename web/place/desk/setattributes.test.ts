// @vitest-environment jsdom
import { Editor, type JSONContent } from '@tiptap/core';
import { NodeSelection } from '@tiptap/pm/state';
import { afterEach, describe, expect, it } from 'vitest';
import { heldBlock } from '../newblocks.ts';
import { pageExtensions } from '../pageextensions.ts';
import { setPlaced } from './setattributes.ts';

let editor: Editor;
afterEach(() => editor.destroy());

const words = (text: string): JSONContent => ({ type: 'paragraph', content: [{ type: 'text', text }] });
const picture = (id: string): JSONContent => {
  const block = heldBlock('picture', 'asset-0001', 'column') as JSONContent;
  return { ...block, attrs: { ...block.attrs, id } };
};
function open(...content: JSONContent[]): void {
  editor = new Editor({ extensions: pageExtensions(), content: { type: 'doc', content } });
}
/** The gaps of what is placed, in the page's order. */
const gaps = () => {
  const found: unknown[] = [];
  editor.state.doc.descendants((node) => {
    if (node.type.name === 'picture') found.push(node.attrs['gap']);
  });
  return found;
};
const selected = () => {
  const { selection } = editor.state;
  return selection instanceof NodeSelection ? (selection.node.attrs['id'] as string) : null;
};

describe('what comes late for something placed', () => {
  it('goes to it wherever it stands by now, and leaves the caret with who writes', () => {
    open(words('Above'), picture('place-0001'), words('Between'), picture('place-0002'));
    editor.commands.insertContentAt(0, [words('New at the top'), words('And more')]);
    editor.commands.setTextSelection(3);
    setPlaced(editor, 'place-0002', { gap: 77 });
    expect(gaps()).toEqual([20, 77]);
    expect(selected()).toBe(null);
    expect(editor.state.selection.from).toBe(3);
  });

  it('leaves another one selected that was selected meanwhile, and itself if it still is', () => {
    open(picture('place-0001'), picture('place-0002'));
    editor.commands.setNodeSelection(0);
    setPlaced(editor, 'place-0002', { gap: 77 });
    expect([gaps(), selected()]).toEqual([[20, 77], 'place-0001']);
    setPlaced(editor, 'place-0001', { gap: 5 });
    expect([gaps(), selected()]).toEqual([[5, 77], 'place-0001']);
  });

  it('is a step of its own that is taken back alone', () => {
    open(words('Above'), picture('place-0001'));
    editor.commands.insertContentAt(3, 'xyz');
    setPlaced(editor, 'place-0001', { gap: 77 });
    editor.commands.undo();
    expect(gaps()).toEqual([20]);
    expect(editor.state.doc.textContent).toContain('xyz');
  });

  it('does nothing where it is gone', () => {
    open(words('Above'), picture('place-0001'));
    const before = editor.state.doc;
    setPlaced(editor, 'place-0009', { gap: 77 });
    expect(editor.state.doc).toBe(before);
  });
});
