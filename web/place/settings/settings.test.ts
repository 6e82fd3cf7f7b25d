import { Editor, type JSONContent } from '@tiptap/core';
import { closeHistory } from '@tiptap/pm/history';
import { NodeSelection, TextSelection } from '@tiptap/pm/state';
import fc from 'fast-check';
import * as v from 'valibot';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import {
  PageDocumentSchema,
  settingsFor,
  thingsIn,
  TOO_DEEP,
  usesIn,
  type SettingName,
  type Together,
} from '@placard/core/page';
import { anyTogether } from '@placard/core/testing';
import { pageExtensions } from '../pageextensions.ts';
import { insertAt, moveSelected } from '../desk/placing.ts';
import { documentOf } from '../desk/documentof.ts';
import { BlocksSelection } from '../desk/blocksselection.ts';
import {
  addItems,
  alongBy,
  beginTitle,
  changeSetting,
  chosenBlocks,
  moveItem,
  setTogether,
  takeApart,
  takeOutItem,
  togetherRound,
  type FoundTogether,
} from '../desk/together.ts';
import { asInABrowser } from '../testing.ts';

// @vitest-environment jsdom

const messages = vi.hoisted(() => ({ tell: vi.fn() }));
vi.mock('../../kit/messages.tsx', () => messages);

let editor: Editor;
const words = (text: string): JSONContent => ({ type: 'paragraph', content: [{ type: 'text', text }] });
const heading = (text: string): JSONContent => ({
  type: 'heading',
  attrs: { level: 2 },
  content: [{ type: 'text', text }],
});
const shows = (asset: string): JSONContent => ({
  type: 'picture',
  attrs: {
    id: `place-${asset}`,
    asset,
    position: 'full',
    measure: 'column',
    gap: 20,
    ownAlt: 'x',
    ownCaption: null,
  },
});
const item = (...content: JSONContent[]): JSONContent => ({ type: 'item', content });
const set = (setting: SettingName, ...content: JSONContent[]): JSONContent => ({
  type: 'together',
  attrs: { key: 'things-1', setting },
  content,
});
const open = (...content: JSONContent[]) => editor.commands.setContent({ type: 'doc', content });
/** The page in short: what stands in it, in order. */
const short = (node: JSONContent): string =>
  node.type === 'picture'
    ? String(node.attrs?.['asset'])
    : node.type === 'text'
      ? (node.text ?? '')
      : `${{ paragraph: '', heading: 'h:', doc: '', together: `${String(node.attrs?.['setting'])}`, item: '', alongside: '+' }[node.type ?? ''] ?? node.type}${
          ['doc', 'together', 'item', 'alongside'].includes(node.type ?? '')
            ? `[${(node.content ?? []).map(short).join(' ')}]`
            : (node.content ?? []).map(short).join('')
        }`;
const page = () => short(editor.getJSON());
const found = (): FoundTogether => {
  let there: FoundTogether | null = null;
  editor.state.doc.descendants((node, pos) => {
    if (node.type.name === 'together' && !there) there = { node, pos, at: null };
  });
  if (!there) throw new Error('Nothing is set together.');
  return there;
};
/** Chooses blocks of the page itself, by their places in it. */
const choose = (first: number, last: number) => {
  let [from, to] = [0, 0];
  editor.state.doc.forEach((node, pos, at) => {
    if (at === first) from = pos;
    if (at === last) to = pos + node.nodeSize;
  });
  editor.view.dispatch(editor.state.tr.setSelection(BlocksSelection.between(editor.state.doc, from, to)));
};
const select = (pos: number) =>
  editor.view.dispatch(
    closeHistory(editor.state.tr).setSelection(NodeSelection.create(editor.state.doc, pos)),
  );

beforeEach(() => {
  asInABrowser();
  messages.tell.mockClear();
  editor = new Editor({ element: document.createElement('div'), extensions: pageExtensions() });
});
afterEach(() => {
  editor.destroy();
  vi.unstubAllGlobals();
});

describe('blocks that are chosen', () => {
  it('are set together where they stand, and taken apart again', () => {
    open(words('Above.'), shows('asset-a'), words('One.'), shows('asset-b'), heading('Two'), words('Below.'));
    choose(1, 4);
    setTogether(editor, 'cards');
    expect(page()).toBe('[Above. cards[[asset-a One.] [asset-b h:Two]] Below.]');
    expect(editor.state.selection).toBeInstanceOf(NodeSelection);
    takeApart(editor, found());
    expect(page()).toBe('[Above. asset-a One. asset-b h:Two Below.]');
    expect(chosenBlocks(editor)?.blocks).toHaveLength(4);
  });

  it('are words alone, too, over several blocks or all of one, and none for a part of one', () => {
    open(heading('One'), words('First.'), heading('Two'), words('Second.'), words('Below.'));
    const from = (start: number, end: number) =>
      editor.view.dispatch(editor.state.tr.setSelection(TextSelection.create(editor.state.doc, start, end)));
    from(7, 9);
    expect(chosenBlocks(editor)).toBeNull();
    from(6, 12);
    expect(chosenBlocks(editor)).toMatchObject({ words: true, blocks: [{ type: 'paragraph' }] });
    from(2, 22);
    expect(chosenBlocks(editor)).toMatchObject({ words: true, blocks: { length: 4 } });
    setTogether(editor, 'columns');
    expect(page()).toBe('[columns[[h:One First.] [h:Two Second.]] Below.]');
    takeApart(editor, found());
    expect(page()).toBe('[h:One First. h:Two Second. Below.]');
  });

  it('grow and shrink by Shift and the arrows, and are never nothing', () => {
    open(shows('asset-a'), shows('asset-b'), shows('asset-c'), words('Below.'));
    select(1);
    const press = (key: string) => {
      const event = new KeyboardEvent('keydown', { key, shiftKey: true });
      editor.view.someProp('handleKeyDown', (handle) => handle(editor.view, event));
      return chosenBlocks(editor)?.blocks.map(
        ({ attrs }) => (attrs as { asset?: string } | undefined)?.asset,
      );
    };
    expect(press('ArrowDown')).toEqual(['asset-b', 'asset-c']);
    expect(press('ArrowUp')).toEqual(['asset-b']);
    expect(press('ArrowUp')).toEqual(['asset-a', 'asset-b']);
  });

  it('stay chosen where something is written above them', () => {
    open(words('Above.'), shows('asset-a'), shows('asset-b'));
    choose(1, 2);
    editor.view.dispatch(editor.state.tr.insertText('Further ', 1));
    expect(chosenBlocks(editor)?.blocks).toHaveLength(2);
  });
});

describe('things set together', () => {
  it('in whatever setting, are what the contract takes, and lose nothing when it changes', () => {
    const names = ['cards', 'columns', 'rows', 'tiles', 'slides', 'sidenote', 'opener'] as const;
    fc.assert(
      fc.property(
        anyTogether('thing-1'),
        fc.constantFrom(...names),
        fc.constantFrom(...names),
        (block, one, other) => {
          open(words('Above.'), block as JSONContent, words('Below.'), words('Further below.'));
          const before = usesIn(documentOf(editor)).map(({ id }) => id);
          const text = editor.state.doc.textContent;
          for (const setting of [one, other]) {
            changeSetting(editor, found(), setting);
            expect(v.is(PageDocumentSchema, documentOf(editor))).toBe(true);
            expect(found().node.attrs['setting']).toBe(setting);
          }
          expect(usesIn(documentOf(editor)).map(({ id }) => id)).toEqual(before);
          expect(editor.state.doc.textContent).toBe(text);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('a note takes the words behind it along, up to the next heading, and gives them back', () => {
    open(
      set('cards', item(shows('asset-a'))),
      words('One.'),
      words('Two.'),
      heading('Next'),
      words('Three.'),
    );
    changeSetting(editor, found(), 'sidenote');
    expect(page()).toBe('[sidenote[[asset-a] +[One. Two.]] h:Next Three.]');
    alongBy(editor, found(), -1);
    expect(page()).toBe('[sidenote[[asset-a] +[One.]] Two. h:Next Three.]');
    alongBy(editor, found(), -1);
    expect(page()).toBe('[sidenote[[asset-a]] One. Two. h:Next Three.]');
    alongBy(editor, found(), 1);
    alongBy(editor, found(), 1);
    alongBy(editor, found(), 1);
    expect(page()).toBe('[sidenote[[asset-a] +[One. Two.]] h:Next Three.]');
    changeSetting(editor, found(), 'rows');
    expect(page()).toBe('[rows[[asset-a]] One. Two. h:Next Three.]');
  });

  it('are moved among each other, with the caret in them, and one is taken out', () => {
    open(set('cards', item(heading('A')), item(heading('B')), item(heading('C'))), words('Below.'));
    editor.commands.setTextSelection(4);
    moveItem(editor, found(), 0, 2);
    expect(page()).toBe('[cards[[h:B] [h:C] [h:A]] Below.]');
    expect(togetherRound(editor)?.at).toBe(2);
    moveItem(editor, found(), 2, 9);
    expect(page()).toBe('[cards[[h:B] [h:C] [h:A]] Below.]');
    takeOutItem(editor, found(), 1);
    expect(page()).toBe('[cards[[h:B] [h:A]] Below.]');
    takeOutItem(editor, found(), 0);
    takeOutItem(editor, found(), 0);
    expect(page()).toBe('[Below.]');
  });

  it('are as wide to each other as they were, where one of several columns is taken out or moved', () => {
    open(set('columns', item(heading('A')), item(heading('B')), item(heading('C'))), words('Below.'));
    editor.commands.setTextSelection(4);
    const shares = () => found().node.attrs['shares'] as number[];
    editor.view.dispatch(editor.state.tr.setNodeAttribute(found().pos, 'shares', [50, 30, 20]));
    takeOutItem(editor, found(), 1);
    expect(shares()).toEqual([50, 20]);
    moveItem(editor, found(), 0, 1);
    expect([page(), shares()]).toEqual(['[columns[[h:C] [h:A]] Below.]', [20, 50]]);
    editor.commands.undo();
    expect(shares()).toEqual([50, 20]);
  });

  it('have one more put behind them, also before the words of a note; beyond two hundred there is no room', () => {
    open(
      set('sidenote', item(words('One.')), { type: 'alongside', content: [words('Beside.')] }),
      words('Below.'),
    );
    expect(addItems(editor, found(), [shows('asset-a') as never])).toBe(0);
    expect(page()).toBe('[sidenote[[One.] [asset-a] +[Beside.]] Below.]');
    open(set('rows', ...Array.from({ length: 199 }, () => item(shows('asset-a')))), words('Below.'));
    expect(addItems(editor, found(), [shows('asset-b'), shows('asset-c')] as never)).toBe(1);
    expect(thingsIn(found().node.toJSON() as Together).items).toHaveLength(200);
  });

  it('what is put where one of a gallery is selected is one more of it', () => {
    open(set('rows', item(shows('asset-a')), item(shows('asset-b'))), words('Below.'));
    select(2);
    insertAt(editor, shows('asset-c'), null);
    expect(page()).toBe('[rows[[asset-a] [asset-c] [asset-b]] Below.]');
    select(0);
    insertAt(editor, shows('asset-d'), null);
    expect(page()).toBe('[rows[[asset-a] [asset-c] [asset-b] [asset-d]] Below.]');
    // In a column it stands in the column.
    open(set('columns', item(words('One.')), item(words('Two.'))), words('Below.'));
    editor.commands.setTextSelection(7);
    insertAt(editor, shows('asset-c'), null);
    expect(page()).toContain('[One. asset-c]');
  });

  it('with Alt and the arrows one of a gallery moves among them, one in a column within it', () => {
    open(set('columns', item(words('One.'), shows('asset-a')), item(words('Two.'))), words('Below.'));
    let at = 0;
    editor.state.doc.descendants((node, pos) => void (node.type.name === 'picture' && (at = pos)));
    select(at);
    expect(moveSelected(editor.view, 'ArrowUp')).toBe(true);
    expect(page()).toBe('[columns[[asset-a One.] [Two.]] Below.]');
    expect(moveSelected(editor.view, 'ArrowUp')).toBe(false);
  });

  it('one of a gallery whose picture is taken out is gone with it, and back when that is taken back', () => {
    open(set('rows', item(shows('asset-a')), item(shows('asset-b'))), words('Below.'));
    select(2);
    editor.commands.deleteSelection();
    expect(page()).toBe('[rows[[asset-b]] Below.]');
    editor.commands.undo();
    expect(page()).toBe('[rows[[asset-a] [asset-b]] Below.]');
    // What still says something is kept.
    open(set('rows', item(shows('asset-a'), words('Said.')), item(shows('asset-b'))), words('Below.'));
    select(2);
    editor.commands.deleteSelection();
    expect(page()).toBe('[rows[[Said.] [asset-b]] Below.]');
  });

  it('whoever writes on where all of it is selected writes behind it', () => {
    open(set('rows', item(shows('asset-a')), item(shows('asset-b'))));
    const type = (text: string) =>
      editor.view.someProp('handleTextInput', (handle) =>
        handle(
          editor.view,
          editor.state.selection.from,
          editor.state.selection.to,
          text,
          () => editor.state.tr,
        ),
      );
    select(0);
    type('After.');
    expect(page()).toBe('[rows[[asset-a] [asset-b]] After.]');
    select(2);
    type('Before that. ');
    expect(page()).toBe('[rows[[asset-a] [asset-b]] Before that. After.]');
  });

  it('a title is a step below the heading before it, and stands behind what is shown', () => {
    open(heading('Night'), set('cards', item(shows('asset-a'), words('One.'))), words('Below.'));
    beginTitle(editor, found(), 0);
    editor.view.dispatch(editor.state.tr.insertText('Moon'));
    expect(page()).toBe('[h:Night cards[[asset-a h:Moon One.]] Below.]');
    expect(found().node.child(0).child(1).attrs['level']).toBe(3);
  });

  it('lie in one another so deep and no deeper, which is told', () => {
    const inner = set('rows', item(shows('asset-a')), item(shows('asset-b')));
    open(set('columns', item(inner), item(words('One.'))), words('Below.'));
    const before = page();
    expect(before).toBe('[columns[[rows[[asset-a] [asset-b]]] [One.]] Below.]');
    editor.commands.insertContentAt(5, set('cards', item(words('Deeper.'))));
    expect(page()).toBe(before);
    expect(messages.tell).toHaveBeenCalledWith({ says: TOO_DEEP });
  });

  it('every setting that is offered for some things can be had', () => {
    open(set('cards', item(shows('asset-a')), item(shows('asset-b'))), words('Below.'));
    for (const setting of settingsFor(thingsIn(found().node.toJSON() as Together).items)) {
      changeSetting(editor, found(), setting);
      expect(found().node.attrs['setting']).toBe(setting);
    }
  });
});
