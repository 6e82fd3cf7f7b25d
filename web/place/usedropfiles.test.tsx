// @vitest-environment jsdom
import { Editor } from '@tiptap/core';
import type { Node } from '@tiptap/pm/model';
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { heldBlock } from './newblocks.ts';
import { pageExtensions } from './pageextensions.ts';
import { changePlace, takeOutPlace, useComing } from './desk/coming.ts';
import { asInABrowser } from './testing.ts';
import { useDropFiles } from './usedropfiles.ts';

type Came = { asset: string } | { arrival: string };
const gather = vi.hoisted(() => ({
  /** Says of a file that it has come, by its name. */
  come: new Map<string, (came: Came) => void>(),
  accept: vi.fn(),
  add: vi.fn(),
}));
vi.mock('../kit/uploads.ts', () => ({
  uploads: {
    addOne: (file: File, came: (came: Came) => void) => {
      gather.come.set(file.name, came);
      return file.name;
    },
    add: gather.add,
    arrivalOf: (key: string) => `arrival-${key}`,
  },
}));
const messages = vi.hoisted(() => ({ tell: vi.fn() }));
vi.mock('../kit/messages.tsx', () => messages);
vi.mock('../kit/acceptwhenread.ts', () => ({ acceptWhenRead: gather.accept }));

let editor: Editor;
beforeEach(() => {
  asInABrowser();
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
  vi.unstubAllGlobals();
});

/** Between the first line and the second. */
const BETWEEN = 5;
/** A drop of files of these names. */
const drop = (...names: string[]) =>
  Promise.resolve({
    files: names.map(
      (name) => new File(['x'], name, { type: name.endsWith('.pdf') ? 'application/pdf' : 'image/jpeg' }),
    ),
    says: null,
  });
const written = (node: Node): string => {
  const { type, attrs } = node;
  if (type.name === 'picture') return `[${String(attrs['asset'])}]`;
  if (type.name === 'arriving') return `(${String(attrs['arrival'] ?? attrs['address'])})`;
  if (type.name === 'together') return `{${node.children.map((item) => written(item.child(0))).join(' ')}}`;
  return node.textContent;
};
const read = () => editor.state.doc.children.map(written);
const picture = (attrs: Record<string, unknown>, asset: string) => ({
  type: 'picture',
  attrs: { ...heldBlock('picture', asset, 'column').attrs, id: attrs['id'] },
});
const placeInto = async (asset: string, place: string) => {
  if (!editor.isDestroyed) changePlace(editor, place, (attrs) => picture(attrs, asset));
};

const open = (into = placeInto) => renderHook(() => useDropFiles(editor, 'visit', into)).result.current;
const come = (name: string, came: Came) => act(async () => gather.come.get(name)?.(came));

describe('files dropped into a page', () => {
  it('have their place at once, where they were dropped, and stand there when they have come', async () => {
    const dropFiles = open();
    await act(async () => dropFiles(drop('a.jpg'), BETWEEN));
    expect(read()).toEqual(['One', '(arrival-a.jpg)', 'Two', 'Three']);
    await come('a.jpg', { asset: 'asset-a' });
    expect(read()).toEqual(['One', '[asset-a]', 'Two', 'Three']);
  });

  it('stand together where several show something, in their order, whichever comes first', async () => {
    const dropFiles = open();
    await act(async () => dropFiles(drop('a.jpg', 'b.jpg', 'c.jpg'), BETWEEN));
    expect(read()[1]).toBe('{(arrival-a.jpg) (arrival-b.jpg) (arrival-c.jpg)}');
    for (const name of ['c', 'a', 'b']) await come(`${name}.jpg`, { asset: `asset-${name}` });
    expect(read()).toEqual(['One', '{[asset-a] [asset-b] [asset-c]}', 'Two', 'Three']);
  });

  it('stand behind them where they are documents', async () => {
    const dropFiles = open();
    await act(async () => dropFiles(drop('a.jpg', 'times.pdf', 'b.jpg'), BETWEEN));
    expect(read().slice(1, 3)).toEqual(['{(arrival-a.jpg) (arrival-b.jpg)}', '(arrival-times.pdf)']);
  });

  it('stand there, however much is written above meanwhile', async () => {
    const dropFiles = open();
    await act(async () => dropFiles(drop('a.jpg'), BETWEEN));
    editor.commands.insertContentAt(0, { type: 'paragraph', content: [{ type: 'text', text: 'Zero' }] });
    editor.commands.insertContentAt(2, 'more ');
    await come('a.jpg', { asset: 'asset-a' });
    expect(read()).toEqual(['Zmore ero', 'One', '[asset-a]', 'Two', 'Three']);
  });

  it('are filed under the section of the page first, where they are new', async () => {
    gather.accept.mockResolvedValueOnce('asset-new');
    const dropFiles = open();
    await act(async () => dropFiles(drop('a.jpg'), BETWEEN));
    await come('a.jpg', { arrival: 'arrival-a.jpg' });
    expect(gather.accept).toHaveBeenLastCalledWith('arrival-a.jpg', 'visit');
    expect(read()).toEqual(['One', '[asset-new]', 'Two', 'Three']);
  });

  it('say at their place why they could not be placed; taken out, nothing is left of the place', async () => {
    gather.accept.mockRejectedValueOnce(new Error('This is no picture.'));
    const dropFiles = open();
    await act(async () => dropFiles(drop('a.jpg', 'b.jpg'), BETWEEN));
    const place = String(editor.state.doc.child(1).child(0).child(0).attrs['id']);
    const coming = renderHook(() => useComing(place));
    expect(coming.result.current).toMatchObject({ fileName: 'a.jpg', come: false, says: null });
    await come('a.jpg', { arrival: 'arrival-a.jpg' });
    expect(coming.result.current?.says).toBe('This is no picture.');
    await come('b.jpg', { asset: 'asset-b' });
    expect(read()[1]).toBe('{(arrival-a.jpg) [asset-b]}');
    takeOutPlace(editor, place);
    expect(read()[1]).toBe('{[asset-b]}');
    editor.commands.undo();
    expect(read()[1]).toBe('{(arrival-a.jpg) [asset-b]}');
    takeOutPlace(editor, place);
    takeOutPlace(editor, String(editor.state.doc.child(1).child(0).child(0).attrs['id']));
    expect(read()).toEqual(['One', 'Two', 'Three']);
  });

  it('that are held already are told of where their page was left before that was known', async () => {
    const dropFiles = open();
    await act(async () => dropFiles(drop('a.jpg', 'b.jpg'), BETWEEN));
    await come('a.jpg', { asset: 'asset-a' });
    editor.destroy();
    await come('b.jpg', { asset: 'asset-b' });
    expect(messages.tell.mock.calls).toEqual([
      [{ says: '“b.jpg” is held, and was not placed: its place is gone.', at: '/label/asset-b' }],
    ]);
  });

  it('arrive as others do where their page was left before they were read', async () => {
    const dropFiles = open();
    let read: (dropped: Awaited<ReturnType<typeof drop>>) => void = () => undefined;
    const reading = new Promise<Awaited<ReturnType<typeof drop>>>((resolve) => (read = resolve));
    const dropping = dropFiles(reading, BETWEEN);
    editor.destroy();
    read(await drop('a.jpg'));
    await dropping;
    expect(gather.add).toHaveBeenCalledWith([expect.objectContaining({ name: 'a.jpg' })]);
  });

  it('leave nothing behind where their place was taken out before they came', async () => {
    const dropFiles = open();
    await act(async () => dropFiles(drop('a.jpg'), BETWEEN));
    editor.commands.undo();
    await come('a.jpg', { asset: 'asset-a' });
    expect(read()).toEqual(['One', 'Two', 'Three']);
  });
});
