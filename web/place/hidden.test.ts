// @vitest-environment jsdom
import { Editor, type JSONContent } from '@tiptap/core';
import { NodeSelection, TextSelection } from '@tiptap/pm/state';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, inject, it, vi } from 'vitest';
import {
  blockText,
  loosened,
  seenBy,
  SETTINGS,
  upgraded,
  withCopies,
  type KeptCopy,
  type Schedule,
} from '@placard/core/page';
import { nameCopied } from './desk/copied.ts';
import { indentBy } from './desk/indent.ts';
import { intoTheLine, ontoItsOwn } from './desk/inline.ts';
import { heldBlock } from './newblocks.ts';
import { pageExtensions } from './pageextensions.ts';
import { moveSelected } from './desk/placing.ts';
import { moveBlock } from './usedragblocks.ts';
import { BlocksSelection } from './desk/blocksselection.ts';
import {
  alongBy,
  changeSetting,
  moveAll,
  moveItem,
  setTogether,
  takeApart,
  togetherRound,
} from './desk/together.ts';
import { blockOf } from './desk/desk.ts';
import { asInABrowser } from './testing.ts';

/** What no visitor may see. */
const SECRET = 'secret';

let editor: Editor;
beforeEach(() => {
  asInABrowser();
  editor = new Editor({ element: document.createElement('div'), extensions: pageExtensions() });
});
afterEach(() => {
  editor.destroy();
  vi.unstubAllGlobals();
});

const words = (text: string, when: Schedule | null = null): JSONContent => ({
  type: 'paragraph',
  attrs: { when },
  content: [{ type: 'text', text }],
});
const picture = (asset: string, when: Schedule | null = null): JSONContent => {
  const block = heldBlock('picture', asset, 'column') as JSONContent;
  return { ...block, attrs: { ...block.attrs, when } };
};
const list = (...items: JSONContent[]): JSONContent => ({
  type: 'bulletList',
  content: items.map((item) => ({ type: 'listItem', content: [item] })),
});
const set = (
  key: string,
  setting: string,
  when: Schedule | null,
  ...items: JSONContent[][]
): JSONContent => ({
  type: 'together',
  attrs: { key, setting, when },
  content: items.map((content) => ({ type: 'item', content })),
});

const WHENS: readonly Schedule[] = [
  { hidden: true },
  { ours: true },
  { until: '2026-11-01' },
  { from: '2026-12-24' },
];
const aWhen = fc.constantFrom(...WHENS);

/** Pages with something in them that is not for visitors, wherever it may stand. */
const aPage = aWhen.chain((when) =>
  fc.constantFrom<JSONContent[]>(
    [words('Open one'), words(SECRET, when), words('Open two')],
    [words(SECRET, when), words('Open'), picture('asset-open1')],
    [words('Open'), { ...list(words(SECRET), words(SECRET)), attrs: { when } }, words('Open')],
    [words('Open'), { type: 'quotation', attrs: { when }, content: [words(SECRET)] }, words('Open')],
    [words('Open'), picture('asset-secret', when), words('Open two')],
    [words('Open'), set('set-00001', 'sidenote', when, [words(SECRET)]), words('Open'), words('Open two')],
    [
      words('Open'),
      set(
        'set-00002',
        'cards',
        null,
        [picture('asset-secret', when), words(SECRET, when)],
        [words('Open card')],
      ),
      words('Open two'),
    ],
    [
      words('Open'),
      {
        type: 'table',
        content: [
          {
            type: 'tableRow',
            content: [
              { type: 'tableCell', content: [words(SECRET, when)] },
              { type: 'tableCell', content: [words('Open cell')] },
            ],
          },
        ],
      },
      words('Open two'),
    ],
    [
      words('Open'),
      { type: 'standingCopy', attrs: { id: 'place-copy1', copy: 'copy-hidden', when } },
      words('Open'),
    ],
  ),
);

/** What is kept to be used in pages, all of it or a part of it hidden. */
const COPIES = new Map<string, KeptCopy>([
  ['copy-hidden', { document: upgraded({ type: 'doc', content: [words(SECRET)] }), shown: null }],
]);

/** What the clipboard has of what was cut last. */
let clipboard: string | null = null;

function cut(): void {
  const { view, state } = editor;
  if (state.selection.empty) return;
  const { dom } = view.serializeForClipboard(state.selection.content());
  clipboard = nameCopied(dom.innerHTML);
  view.dispatch(state.tr.deleteSelection());
}

/** Presses a key in the words. */
function press(key: string): void {
  const { view } = editor;
  view.someProp('handleKeyDown', (handle) => handle(view, new KeyboardEvent('keydown', { key })));
}

/** Pastes it as a window does that has it from the clipboard. */
function paste(html: string | null): void {
  if (html !== null) editor.view.pasteHTML(html, new Event('paste') as ClipboardEvent);
}

/** Everything that is done to blocks, by name. */
const EDITS: Record<string, (nth: number) => void> = {
  cut,
  paste: () => paste(clipboard),
  'Backspace at the start': () => {
    const { $from } = editor.state.selection;
    if ($from.parent.isTextblock) {
      editor.commands.setTextSelection($from.start());
      press('Backspace');
    }
  },
  'Delete at the end': () => {
    const { $from } = editor.state.selection;
    if ($from.parent.isTextblock) {
      editor.commands.setTextSelection($from.end());
      press('Delete');
    }
  },
  Enter: () => press('Enter'),
  list: () => editor.commands.toggleBulletList(),
  numbers: () => editor.commands.toggleOrderedList(),
  quotation: () => editor.commands.toggleWrap('quotation'),
  'out of the quotation': () => editor.commands.lift('quotation'),
  heading: () => editor.commands.setNode('heading', { level: 2 }),
  paragraph: () => editor.commands.setNode('paragraph'),
  deeper: () => indentBy(editor, 1),
  'less deep': () => indentBy(editor, -1),
  'set together': (nth) => setTogether(editor, SETTINGS[nth % SETTINGS.length] ?? 'cards'),
  'another setting': (nth) => {
    const found = togetherRound(editor);
    if (found) changeSetting(editor, found, SETTINGS[nth % SETTINGS.length] ?? 'columns');
  },
  'take apart': () => {
    const found = togetherRound(editor);
    if (found) takeApart(editor, found);
  },
  'one more beside': () => {
    const found = togetherRound(editor);
    if (found) alongBy(editor, found, 1);
  },
  'one fewer beside': () => {
    const found = togetherRound(editor);
    if (found) alongBy(editor, found, -1);
  },
  'another order': () => {
    const found = togetherRound(editor);
    if (found) moveItem(editor, found, 0, 1);
  },
  'all of it down': () => {
    const found = togetherRound(editor);
    if (found) moveAll(editor, found, 1);
  },
  'move down': () => moveSelected(editor.view, 'ArrowDown'),
  'move up': () => moveSelected(editor.view, 'ArrowUp'),
  'dragged to an end': (nth) => {
    const { selection, doc } = editor.state;
    const whole =
      selection instanceof NodeSelection ? selection.node.isBlock : selection instanceof BlocksSelection;
    if (whole) moveBlock(editor, selection as NodeSelection, nth % 2 ? 0 : doc.content.size);
  },
  'into the line': () => intoTheLine(editor),
  'on its own': () => ontoItsOwn(editor),
  undo: () => editor.commands.undo(),
  redo: () => editor.commands.redo(),
  'loosen standing copy': () => {
    const { selection, schema, tr } = editor.state;
    if (!(selection instanceof NodeSelection) || selection.node.type.name !== 'standingCopy') return;
    const kept = COPIES.get('copy-hidden');
    let made = 0;
    if (kept)
      editor.view.dispatch(
        tr.replaceWith(
          selection.from,
          selection.to,
          loosened(
            kept,
            blockOf(selection.node).attrs?.['when' as never] ?? null,
            () => `loose-${made++}`,
          ).map((block) => schema.nodeFromJSON(block)),
        ),
      );
  },
};

/** Chooses something: words, a block, several blocks. */
function choose(at: number, how: number): void {
  const { doc, tr } = editor.state;
  const places: number[] = [];
  doc.descendants((node, pos) => {
    if (node.isBlock) places.push(pos);
  });
  const pos = places[at % places.length] ?? 0;
  const node = doc.nodeAt(pos);
  if (!node) return;
  if (how % 4 === 0 && node.type.spec.selectable !== false)
    return editor.view.dispatch(tr.setSelection(NodeSelection.create(doc, pos)));
  if (how % 4 === 1) {
    const $pos = doc.resolve(pos);
    const next = $pos.parent.maybeChild($pos.index() + 1);
    if (next && !$pos.parent.inlineContent && $pos.depth === 0)
      return editor.view.dispatch(
        tr.setSelection(BlocksSelection.between(doc, pos, pos + node.nodeSize + next.nodeSize)),
      );
  }
  const inside = TextSelection.near(doc.resolve(Math.min(pos + 1, doc.content.size)));
  const end =
    how % 4 === 2 ? inside.$from.end() : inside.from + Math.min(3, inside.$from.parent.content.size);
  editor.view.dispatch(
    tr.setSelection(
      inside.$from.parent.isTextblock && how % 4 > 1
        ? TextSelection.create(doc, inside.$from.start(), Math.min(end, inside.$from.end()))
        : inside,
    ),
  );
}

/** What visitors get of the page, in words and files. */
function visitorsGet(): string {
  const page = upgraded({ type: 'doc', content: editor.getJSON().content });
  const seen = seenBy(withCopies(page, COPIES), { day: '2026-11-26', ours: false });
  return `${seen.content.map(blockText).join('\n')}\n${JSON.stringify(seen)}`;
}

describe('what is hidden', () => {
  it('stays hidden from visitors, whatever is done to it and in whatever order', () => {
    const edit = fc.tuple(fc.nat(30), fc.nat(11), fc.constantFrom(...Object.keys(EDITS)), fc.nat(20));
    fc.assert(
      fc.property(aPage, fc.array(edit, { minLength: 1, maxLength: 12 }), (page, edits) => {
        clipboard = null;
        editor.commands.setContent({ type: 'doc', content: page }, { emitUpdate: false });
        expect(visitorsGet()).not.toContain(SECRET);
        const done: string[] = [];
        for (const [at, how, name, nth] of edits) {
          // What is cut is pasted elsewhere.
          choose(at, how);
          EDITS[name]?.(nth);
          done.push(name);
          if (visitorsGet().includes(SECRET))
            throw new Error(`Shown after: ${done.join(', ')}\n${JSON.stringify(editor.getJSON())}`);
        }
      }),
      { numRuns: inject('long') ? 4000 : 400 },
    );
  });

  it.each<[string, JSONContent[], () => void]>([
    [
      'joined to what is shown',
      [words('Open'), words(SECRET, { hidden: true })],
      () => {
        editor.commands.setTextSelection(7);
        press('Backspace');
      },
    ],
    [
      'cut and pasted among words',
      [words('Open'), words(SECRET, { hidden: true })],
      () => {
        editor.commands.setTextSelection({ from: 8, to: 12 });
        cut();
        editor.commands.setTextSelection(3);
        paste(clipboard);
      },
    ],
    [
      'made a list',
      [words(SECRET, { hidden: true })],
      () => {
        editor.commands.setTextSelection(2);
        editor.commands.toggleBulletList();
      },
    ],
  ])('is hidden still where it is %s', (_how, page, act) => {
    editor.commands.setContent({ type: 'doc', content: page });
    act();
    expect(editor.getText()).toContain('cre');
    expect(visitorsGet()).not.toContain('cre');
  });

  it('is shown where its writer says so, and hidden again by undo', () => {
    editor.commands.setContent({ type: 'doc', content: [words('Open'), words(SECRET, { hidden: true })] });
    const { tr } = editor.state;
    editor.view.dispatch(tr.setNodeAttribute(6, 'when', null).setMeta('when blocks are shown is said', true));
    expect(visitorsGet()).toContain(SECRET);
    editor.commands.undo();
    expect(visitorsGet()).not.toContain(SECRET);
    editor.commands.redo();
    expect(visitorsGet()).toContain(SECRET);
  });

  it('comes from the clipboard only as pages have it', () => {
    editor.commands.setContent({ type: 'doc', content: [words('Open')] });
    for (const html of [
      '<p data-placard-when="{&quot;hidden&quot;:&quot;yes&quot;}" data-pm-slice="0 0 []">One</p>',
      '<p data-placard-when="nonsense" data-pm-slice="0 0 []">Two</p>',
    ])
      paste(nameCopied(html));
    expect(editor.getText()).toContain('Two');
    expect(JSON.stringify(editor.getJSON())).not.toMatch(/yes|nonsense/);
  });
});
