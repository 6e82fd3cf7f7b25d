// @vitest-environment jsdom
import { Editor } from '@tiptap/core';
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { heldBlock } from './newblocks.ts';
import { pageExtensions } from './pageextensions.ts';
import { insertAt } from './desk/placing.ts';
import { useDropFiles } from './usedropfiles.ts';

type Came = { asset: string } | { arrival: string };
const gather = vi.hoisted(() => ({
  /** Says of a file that it has come, by its name. */
  come: new Map<string, (came: Came) => void>(),
  accept: vi.fn(),
}));
vi.mock('../kit/uploads.ts', () => ({
  uploads: {
    addOne: (file: File, came: (came: Came) => void) => {
      gather.come.set(file.name, came);
      return `upload of ${file.name}`;
    },
  },
}));
vi.mock('../kit/acceptwhenread.ts', () => ({ acceptWhenRead: gather.accept }));

let editor: Editor;
beforeEach(() => {
  gather.come.clear();
  editor = new Editor({
    extensions: pageExtensions(),
    content: {
      type: 'doc',
      content: ['One', 'Two', 'Three'].map((text) => ({
        type: 'paragraph',
        content: [{ type: 'text', text }],
      })),
    },
  });
});
afterEach(() => {
  cleanup();
  editor.destroy();
});

/** Between the first line and the second. */
const BETWEEN = 5;
/** A drop of files of these names. */
const drop = (...names: string[]) =>
  Promise.resolve({ files: names.map((name) => new File(['x'], name)), says: null });
const read = () =>
  editor.state.doc.children.map((node) =>
    node.type.name === 'picture' ? `[${String(node.attrs['asset'])}]` : node.textContent,
  );
const place = (asset: string, at: number) => insertAt(editor, heldBlock('picture', asset, 'column'), at);

function open() {
  return renderHook(() => useDropFiles(editor, 'visit', place));
}
const come = (name: string, came: Came) => act(async () => gather.come.get(name)?.(came));

describe('files dropped into a page', () => {
  it('stand where they were dropped', async () => {
    const hook = open();
    await act(async () => void hook.result.current.drop(drop('a.jpg', 'b.jpg'), BETWEEN));
    expect(hook.result.current.dropping.map(({ fileName }) => fileName)).toEqual(['a.jpg', 'b.jpg']);
    await come('a.jpg', { asset: 'asset-a' });
    await come('b.jpg', { asset: 'asset-b' });
    expect(read().toSorted()).toEqual(['One', 'Three', 'Two', '[asset-a]', '[asset-b]']);
    expect(read().slice(1, 3).toSorted()).toEqual(['[asset-a]', '[asset-b]']);
    expect(hook.result.current.dropping).toEqual([]);
  });

  it('are meant to stand together where there are several, and alone where there is one', async () => {
    const among: (string | null)[] = [];
    const hook = renderHook(() => useDropFiles(editor, 'visit', (_asset, _at, key) => void among.push(key)));
    await act(async () => void hook.result.current.drop(drop('a.jpg', 'b.jpg'), BETWEEN));
    await act(async () => void hook.result.current.drop(drop('c.jpg'), BETWEEN));
    for (const name of ['a', 'b', 'c']) await come(`${name}.jpg`, { asset: `asset-${name}` });
    expect(among[0]).toMatch(/./);
    expect(among[1]).toBe(among[0]);
    expect(among[2]).toBeNull();
  });

  it('stand there, however much is written above meanwhile', async () => {
    const hook = open();
    await act(async () => void hook.result.current.drop(drop('a.jpg'), BETWEEN));
    editor.commands.insertContentAt(0, { type: 'paragraph', content: [{ type: 'text', text: 'Zero' }] });
    editor.commands.insertContentAt(2, 'more ');
    await come('a.jpg', { asset: 'asset-a' });
    expect(read()).toEqual(['Zmore ero', 'One', '[asset-a]', 'Two', 'Three']);
  });

  it('are filed under the section of the page first, where they are new', async () => {
    gather.accept.mockResolvedValueOnce('asset-new');
    const hook = open();
    await act(async () => void hook.result.current.drop(drop('a.jpg'), BETWEEN));
    await come('a.jpg', { arrival: 'arrival-1' });
    expect(gather.accept).toHaveBeenLastCalledWith('arrival-1', 'visit');
    expect(read()).toEqual(['One', '[asset-new]', 'Two', 'Three']);
  });

  it('are placed in the order in which they were dropped, whichever comes first', async () => {
    const placed: string[] = [];
    const hook = renderHook(() => useDropFiles(editor, 'visit', (asset) => void placed.push(asset)));
    const names = Array.from({ length: 12 }, (_, at) => `${at}.jpg`);
    await act(async () => void hook.result.current.drop(drop(...names), BETWEEN));
    gather.accept.mockRejectedValueOnce(new Error('This is no picture.'));
    for (const name of [...names].toReversed().filter((name) => name !== '4.jpg'))
      await come(name, { asset: `asset-${name}` });
    expect(placed).toEqual(names.slice(0, 4).map((name) => `asset-${name}`));
    await come('4.jpg', { arrival: 'arrival-4' });
    expect(placed).toEqual(names.filter((name) => name !== '4.jpg').map((name) => `asset-${name}`));
    expect(hook.result.current.dropping.map(({ fileName }) => fileName)).toEqual(['4.jpg']);
  });

  it('say why they could not be placed until that is read, and leave the page alone', async () => {
    gather.accept.mockRejectedValueOnce(new Error('This is no picture.'));
    const hook = open();
    await act(async () => void hook.result.current.drop(drop('a.jpg', 'b.jpg'), BETWEEN));
    await come('a.jpg', { arrival: 'arrival-1' });
    await come('b.jpg', { asset: 'asset-b' });
    expect(hook.result.current.dropping.map(({ says }) => says)).toEqual(['This is no picture.']);
    expect(read()).toEqual(['One', '[asset-b]', 'Two', 'Three']);
    act(() => hook.result.current.dismiss(hook.result.current.dropping[0]?.key ?? ''));
    expect(hook.result.current.dropping).toEqual([]);
  });
});
