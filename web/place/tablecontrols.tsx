import { useEditorState, type Editor } from '@tiptap/react';
import {
  addColumnAfter,
  addColumnBefore,
  addRowAfter,
  addRowBefore,
  CellSelection,
  deleteColumn,
  deleteRow,
  deleteTable,
  findTable,
  isInTable,
  mergeCells,
  selectedRect,
  setCellAttr,
  splitCell,
  TableMap,
  toggleHeader,
} from '@tiptap/pm/tables';
import { Table2 } from 'lucide-react';
import type { Command } from '@tiptap/pm/state';
import { usePosition } from './desk/positions.ts';
import { setBlock } from './desk/setattributes.ts';
import { Field } from '../placard/field.tsx';
import { Menu } from '../kit/menu.tsx';
import { NumberField } from '../kit/numberfield.tsx';
import { Select } from '../kit/select.tsx';

type Doing = readonly [key: string, says: string, command: Command];

const ROWS: readonly Doing[] = [
  ['row-before', 'A row above', addRowBefore],
  ['row-after', 'A row below', addRowAfter],
  ['row-gone', 'Remove this row', deleteRow],
];
const COLUMNS: readonly Doing[] = [
  ['column-before', 'A column before', addColumnBefore],
  ['column-after', 'A column after', addColumnAfter],
  ['column-gone', 'Remove this column', deleteColumn],
];
const CELLS: readonly Doing[] = [
  ['merge', 'Make one cell of those chosen', mergeCells],
  ['split', 'Split this cell', splitCell],
];
const HEADS: readonly Doing[] = [
  ['head-row', 'Header row: on or off', toggleHeader('row')],
  ['head-column', 'Header column: on or off', toggleHeader('column')],
];
const ALIGNED = [
  ['', 'as the words run'],
  ['left', 'at the left'],
  ['center', 'in the middle'],
  ['right', 'at the right'],
] as const;

/** A table of three rows and columns, with heads in the first row. */
export function putTable(editor: Editor): void {
  const cell = (type: string) => ({ type, content: [{ type: 'paragraph' }] });
  const row = (type: string) => ({ type: 'tableRow', content: Array.from({ length: 3 }, () => cell(type)) });
  editor
    .chain()
    .focus()
    .insertContent({ type: 'table', content: [row('tableHeader'), row('tableCell'), row('tableCell')] })
    .run();
}

/** Gives the column that the caret is in a width, in CSS pixels; null for as wide as it fits. */
function setColumnWidth(editor: Editor, width: number | null): void {
  const { state } = editor;
  const found = findTable(state.selection.$from);
  if (!found) return;
  const map = TableMap.get(found.node);
  const { left } = selectedRect(state);
  const { tr } = state;
  const done = new Set<number>();
  for (let row = 0; row < map.height; row++) {
    const at = map.map[row * map.width + left];
    if (at === undefined || done.has(at)) continue;
    done.add(at);
    const cell = found.node.nodeAt(at);
    const widths = [
      ...((cell?.attrs['colwidth'] as number[] | null) ??
        Array.from({ length: Number(cell?.attrs['colspan'] ?? 1) }, () => 0)),
    ];
    widths[left - map.colCount(at)] = width ?? 0;
    tr.setNodeAttribute(found.start + at, 'colwidth', widths.some((one) => one > 0) ? widths : null);
  }
  editor.view.dispatch(tr);
}

/** What can be done with the table that the caret is in; nothing where it is in none. */
export function TableControls({ editor }: { editor: Editor }) {
  const now = useEditorState({
    editor,
    selector: ({ editor: { state } }) => {
      if (!isInTable(state)) return null;
      const found = findTable(state.selection.$from);
      const cell = [...Array(state.selection.$from.depth + 1).keys()]
        .map((depth) => state.selection.$from.node(depth))
        .find((node) => node.type.name === 'tableCell' || node.type.name === 'tableHeader');
      return {
        width: Number((cell?.attrs['colwidth'] as number[] | null)?.[0] ?? 0),
        at: found?.pos ?? 0,
        caption: String(found?.node.attrs['caption'] ?? ''),
        align: String(cell?.attrs['align'] ?? ''),
        several: state.selection instanceof CellSelection,
        can: [...ROWS, ...COLUMNS, ...CELLS, ...HEADS]
          .filter(([, , command]) => command(state))
          .map(([key]) => key),
      };
    },
  });
  const here = usePosition(editor, now?.at ?? 0);
  if (!now) return null;
  const doing = (says: string, all: readonly Doing[]) => {
    const items = all.filter(([key]) => now.can.includes(key));
    return (
      <Menu
        says={says}
        className="button-plain"
        disabled={items.length === 0}
        items={items.map(([key, words]) => [key, words] as const)}
        onPick={(key) => {
          all.find(([own]) => own === key)?.[2](editor.state, editor.view.dispatch);
          editor.view.focus();
        }}
      />
    );
  };
  return (
    <section aria-label="The table" className="wall-label py-3 text-[13px]">
      <h2 className="mb-1.5 flex items-center gap-2">
        <Table2 aria-hidden className="size-4" /> The table
      </h2>
      <Field
        key={now.at}
        name="Caption"
        value={now.caption}
        placeholder="None; what it shows, in a line"
        onChange={(caption) => setBlock(editor, here, { caption: caption.slice(0, 500) })}
      />
      <div className="-ml-1.5 flex flex-wrap items-center gap-x-2">
        {doing('Header', HEADS)}
        {doing('Rows', ROWS)}
        {doing('Columns', COLUMNS)}
        {doing('Cells', CELLS)}
      </div>
      <div className="mt-2 flex items-center gap-2 [&>label]:shrink-0">
        <Select
          label={now.several ? 'Words in these cells' : 'Words in this cell'}
          value={now.align as (typeof ALIGNED)[number][0]}
          options={ALIGNED}
          onChange={(align) => {
            setCellAttr('align', align || null)(editor.state, editor.view.dispatch);
            editor.view.focus();
          }}
        />
      </div>
      <div className="mt-2 flex items-center gap-2">
        <NumberField
          label="Width of this column"
          least={40}
          most={2000}
          unit="px"
          className="w-20"
          placeholder="as it fits"
          value={now.width || null}
          onChange={(width) => setColumnWidth(editor, Math.round(width))}
          onEmpty={() => setColumnWidth(editor, null)}
        />
      </div>
      <button
        type="button"
        className="button-plain mt-1 -ml-1.5"
        onClick={() => {
          deleteTable(editor.state, editor.view.dispatch);
          editor.view.focus();
        }}
      >
        Remove the table
      </button>
    </section>
  );
}
