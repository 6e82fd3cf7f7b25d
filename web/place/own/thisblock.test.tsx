// @vitest-environment jsdom
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import type { Editor } from '@tiptap/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { PageDocument } from '@placard/core/page';
import { asInABrowser, editorOf } from '../testing.ts';
import { ThisBlock } from './thisblock.tsx';

const words = (text: string) => ({ type: 'paragraph' as const, content: [{ type: 'text' as const, text }] });
const TWO_COLUMNS: PageDocument = {
  type: 'doc',
  content: [
    words('Before them.'),
    {
      type: 'together',
      attrs: { key: 'set-columns-1', setting: 'columns' },
      content: [
        { type: 'item', content: [words('At the left.')] },
        { type: 'item', content: [words('At the right.')] },
      ],
    },
  ],
};

let editor: Editor;
beforeEach(() => {
  asInABrowser();
  editor = editorOf('page-columns-1', TWO_COLUMNS);
});
afterEach(() => {
  cleanup();
  editor.destroy();
  vi.unstubAllGlobals();
});

interface Written {
  attrs?: Record<string, unknown>;
  content?: Written[];
}
const written = (): Written[] => (editor.state.doc.toJSON() as Written).content ?? [];

/** Puts the caret into words. */
function into(text: string): void {
  editor.state.doc.descendants((node, pos) => {
    if (node.isText && node.text === text) editor.commands.setTextSelection(pos + 2);
  });
}

it('a block in a column is shown by itself, or with all that is set together', () => {
  into('At the right.');
  render(<ThisBlock editor={editor} today="2026-12-02" />);
  const folds = screen.getAllByRole('button', { expanded: false });
  expect(folds.map(({ textContent }) => textContent)).toEqual([
    expect.stringContaining('All that is set together here: always, everybody'),
    expect.stringContaining('This block: always, everybody'),
  ]);
  fireEvent.click(folds[1]!);
  fireEvent.click(screen.getByRole('checkbox', { name: 'Hidden: nobody sees it' }));
  const set = written()[1];
  expect(set?.attrs?.['when'] ?? null).toBeNull();
  expect(set?.content?.map(({ content }) => content?.[0]?.attrs?.['when'] ?? null)).toEqual([
    null,
    { hidden: true },
  ]);
});

it('what links call it is a thing of the words, and follows the caret', () => {
  into('At the left.');
  render(<ThisBlock editor={editor} today="2026-12-02" />);
  fireEvent.click(screen.getByRole('button', { name: /^This block/ }));
  const anchor = screen.getByRole('textbox', { name: 'Anchor' });
  fireEvent.change(anchor, { target: { value: 'left' } });
  fireEvent.blur(anchor);
  expect(written()[1]?.content?.[0]?.content?.[0]?.attrs?.['anchor']).toBe('left');
  act(() => into('Before them.'));
  expect(screen.getAllByRole('button', { expanded: false })).toHaveLength(1);
  expect(within(document.body).queryByText(/called “left”/)).toBeNull();
});
