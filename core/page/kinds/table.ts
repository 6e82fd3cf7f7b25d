import * as v from 'valibot';
import { element, type Element, type Markup } from '../../markup/index.ts';
import { kind, type AnyBlock, type ForeignElement, type Kind, type Reading } from './kind.ts';
import type { TableRow } from './tablerow.ts';

/** A table of data, with its heads in its first row, its first column, or both. */
export interface Table {
  type: 'table';
  attrs?: {
    /** What it shows, above it. */
    caption?: string | undefined;
  };
  content: TableRow[];
}

/** The most rows of a table. */
const MOST = 2000;

/** True where every cell of the first row says what its column is. */
export const hasHeadRow = ({ content }: Table): boolean =>
  content[0] !== undefined && content[0].content.every(({ type }) => type === 'tableHeader');

/** True where a table has heads: a first row of them, or one that begins every other row. */
export const hasHeads = (table: Table): boolean =>
  hasHeadRow(table) ||
  table.content.every(({ content }) => content.length === 0 || content[0]?.type === 'tableHeader');

export const table: Kind<Table> = kind<Table>({
  type: 'table',
  group: 'words',
  schema: (schemaOf) =>
    v.object({
      type: v.literal('table'),
      attrs: v.optional(v.object({ caption: v.optional(v.pipe(v.string(), v.maxLength(500))) })),
      content: v.pipe(v.array(schemaOf(['tableRow'])), v.minLength(1), v.maxLength(MOST)),
    }) as unknown as v.GenericSchema<unknown, Table>,
  children: ({ content }) => content,
  withChildren: (block, content) => ({ ...block, content: content as TableRow[] }),
  words: ({ attrs }) => attrs?.caption ?? '',
  reads: { table: (element, reading) => readTable(element, reading) },
  markup: (block, { inside }) => {
    const caption = block.attrs?.caption?.trim() ?? '';
    const [first, ...rest] = inside(block.content) as Element[];
    if (!first) return [];
    const head = hasHeadRow(block);
    const body = head ? rest : [first, ...rest];
    const rows = [
      ...(head ? [element('thead', {}, headed(first, 'col'))] : []),
      ...(body.length > 0 ? [element('tbody', {}, ...body.map((row) => headed(row, 'row')))] : []),
    ];
    // On a narrow screen it scrolls in a room of its own, which keys reach and which has a name (WCAG 1.4.10, 2.1.1).
    return [
      element(
        'div',
        {
          role: 'region',
          'aria-label': caption || 'Table',
          tabindex: '0',
          style: { 'overflow-x': 'auto', margin: '0 0 16px' },
        },
        element(
          'table',
          { style: { 'border-collapse': 'collapse', 'min-width': '100%' } },
          ...(caption === ''
            ? []
            : [
                element(
                  'caption',
                  { style: { 'text-align': 'start', padding: '0 0 6px' } },
                  caption,
                ) as Markup,
              ]),
          ...columnsOf(block),
          ...rows,
        ),
      ),
    ];
  },
});

/** A row whose heads say of what they are the head (HTML, scope). */
const headed = (row: Element, scope: 'col' | 'row'): Element => ({
  ...row,
  children: row.children.map((cell) =>
    typeof cell === 'object' && cell.tag === 'th'
      ? { ...cell, attributes: { scope, ...cell.attributes } }
      : cell,
  ),
});

/** The widths of its columns, where somebody has set them: shares of it, so that it still fits everywhere. */
function columnsOf({ content }: Table): Markup[] {
  const widths = content[0]?.content.flatMap(({ attrs }) =>
    Array.from({ length: attrs?.colspan ?? 1 }, (_, at) => attrs?.colwidth?.[at] ?? 0),
  );
  if (!widths || widths.every((width) => width === 0)) return [];
  const whole = widths.reduce((sum, width) => sum + width, 0);
  // Columns nobody has set share what is left with the others as browsers do.
  return [
    element(
      'colgroup',
      {},
      ...widths.map((width) =>
        element('col', {
          style: width === 0 ? undefined : { width: `${Math.round((width / whole) * 1000) / 10}%` },
        }),
      ),
    ),
  ];
}

/** A table of data; the cells of one that only sets things beside each other stand one under the other. */
function readTable(foreign: ForeignElement, reading: Reading): AnyBlock[] {
  const parts = reading
    .elementsIn(foreign)
    .flatMap((part) => (part.tagName === 'tr' ? [part] : rowsIn(part, reading)));
  const cells = (row: ForeignElement) =>
    reading.elementsIn(row).filter(({ tagName }) => tagName === 'td' || tagName === 'th');
  const role = reading.attribute(foreign, 'role');
  const most = Math.max(0, ...parts.map((row) => cells(row).length));
  const captions = reading.elementsIn(foreign).filter(({ tagName }) => tagName === 'caption');
  const says = captions.length > 0 || reading.holds(foreign, 'th');
  const sets =
    role === 'presentation' || role === 'none' || (most < 2 && !says) || reading.holds(foreign, 'table');
  if (sets || parts.length > MOST) {
    if (most > 1)
      reading.drop('<table>', 'it only set things beside each other: they stand one under the other');
    return [...captions, ...parts.flatMap(cells)].flatMap((cell) => reading.blocks(cell));
  }
  const made = parts.flatMap((row) => reading.read(row));
  const rows = made.filter(({ type }) => type === 'tableRow');
  const others = made.filter(({ type }) => type !== 'tableRow');
  if (rows.length === 0) return others;
  const caption = captions.map((words) => reading.text(words)).join(' ');
  // What is longer than a caption may be stands before it: no words are lost.
  const kept = caption.length <= 500 ? caption : '';
  return [
    ...(kept === caption ? [] : captions.flatMap((words) => reading.blocks(words))),
    { type: 'table', attrs: { caption: kept }, content: rows },
    ...others,
  ];
}

const rowsIn = (part: ForeignElement, reading: Reading): ForeignElement[] =>
  ['thead', 'tbody', 'tfoot'].includes(part.tagName)
    ? reading.elementsIn(part).filter(({ tagName }) => tagName === 'tr')
    : [];
