// @vitest-environment jsdom
import { Editor, type JSONContent } from '@tiptap/core';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Pasted } from './pasting.ts';
import { forgetCopied } from './copied.ts';
import { heldBlock } from '../newblocks.ts';
import { pageExtensions } from '../pageextensions.ts';
import { asInABrowser } from '../testing.ts';

/** What reads foreign HTML is fetched first. */
const PATIENT = { timeout: 30_000 };

let editor: Editor;
const onPasted = vi.fn<(pasted: Pasted) => void>();
/** Two windows have nothing of each other but what the browser keeps. */
const open = () =>
  (editor = new Editor({ element: document.createElement('div'), extensions: pageExtensions(onPasted) }));
beforeEach(() => {
  asInABrowser();
  open();
});
afterEach(() => {
  editor.destroy();
  forgetCopied();
  onPasted.mockClear();
  vi.unstubAllGlobals();
});

const words = (text: string): JSONContent => ({ type: 'paragraph', content: [{ type: 'text', text }] });

/** A clipboard as browsers hand it to whoever copies and pastes. */
class Clipboard {
  readonly files: File[] = [];
  readonly types: string[] = [];
  #held = new Map<string, string>();
  clearData = () => this.#held.clear();
  setData = (type: string, text: string) => void this.#held.set(type, text);
  getData = (type: string) => this.#held.get(type) ?? '';
  happen(kind: 'copy' | 'paste'): void {
    const event = Object.assign(new Event(kind, { bubbles: true, cancelable: true }), {
      clipboardData: this,
    });
    editor.view.dom.dispatchEvent(event);
  }
}

const FRAME = {
  src: 'https://lanternreel.example/player/1',
  title: 'A film',
  sandbox: ['allow-scripts', 'allow-top-navigation'],
};
const forged = (marks: string) =>
  `<p ${marks}>Before</p><figure data-placard-embed='${JSON.stringify({ frame: FRAME, id: 'place-1' })}'></figure><p data-placard-when='{"ours":true}'>After</p>`;

it('what is copied out of a page is pasted as it was, also into another page in another window', () => {
  const clipboard = new Clipboard();
  editor.commands.setContent({
    type: 'doc',
    content: [words('One'), heldBlock('picture', 'asset-0001', 'column') as JSONContent],
  });
  editor.commands.selectAll();
  clipboard.happen('copy');
  editor.destroy();
  open();
  clipboard.happen('paste');
  expect(editor.getText()).toContain('One');
  expect(JSON.stringify(editor.getJSON())).toContain('asset-0001');
});

it('what looks like ours and is not is read as whatever comes from elsewhere', async () => {
  for (const marks of [
    'data-pm-slice="0 0 []"',
    'data-pm-slice="0 0 []" data-placard-copied="00000000-0000-4000-8000-000000000000"',
  ]) {
    editor.commands.clearContent();
    const clipboard = new Clipboard();
    clipboard.setData('text/html', forged(marks));
    clipboard.happen('paste');
    await vi.waitFor(() => expect(editor.getText()).toContain('After'), PATIENT);
    expect(editor.getText()).toContain('Before');
    expect(JSON.stringify(editor.getJSON())).not.toMatch(/lanternreel|ours/);
  }
});

it('who has the name of a copy pastes what was copied, and nothing else under it', () => {
  const clipboard = new Clipboard();
  editor.commands.setContent({ type: 'doc', content: [words('Really copied')] });
  editor.commands.selectAll();
  clipboard.happen('copy');
  const name = /data-placard-copied="[^"]+"/.exec(clipboard.getData('text/html'))?.[0] ?? '';
  expect(name).not.toBe('');
  editor.commands.clearContent();
  const other = new Clipboard();
  other.setData('text/html', forged(`data-pm-slice="0 0 []" ${name}`));
  other.happen('paste');
  expect(editor.getText().trim()).toBe('Really copied');
});

it('is not pasted as ours any more once whoever copied it has signed out', async () => {
  const clipboard = new Clipboard();
  editor.commands.setContent({
    type: 'doc',
    content: [{ ...words('Among us'), attrs: { when: { ours: true } } }],
  });
  editor.commands.selectAll();
  clipboard.happen('copy');
  forgetCopied();
  editor.commands.clearContent();
  clipboard.happen('paste');
  await vi.waitFor(() => expect(editor.getText()).toContain('Among us'), PATIENT);
  expect(JSON.stringify(editor.getJSON())).not.toContain('ours');
});

it('what reads like Markdown is told with its words, and is told of no more once anything else was pasted', () => {
  const pasted = (text: string) => {
    const clipboard = new Clipboard();
    clipboard.setData('text/plain', text);
    clipboard.happen('paste');
    return onPasted.mock.lastCall?.[0].markdown;
  };
  expect(pasted('# Nights\n\n- gloves\n- a hat')).toBe('# Nights\n\n- gloves\n- a hat');
  expect(pasted('Just words.')).toBeUndefined();
  expect(onPasted).toHaveBeenCalledTimes(2);
});
