import * as v from 'valibot';
import { element, type Element, type Markup, type Style } from '../../markup/index.ts';
import { plainLine, wordsOf } from '../../text/index.ts';
import { CELL_EDGES } from '../cell.ts';
import { phrase } from '../phrases.ts';
import type { AvailableWidth } from '../availablewidth.ts';
import { isEmbedding, kind, type AnyBlock, type ForeignElement, type Kind, type Reading } from './kind.ts';
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

/** How wide the columns of a table in which things are placed are at least, so that words are not cut: it scrolls then. */
const NARROW_COLUMN = 96;
/** About as wide is a letter of a page, in CSS pixels. */
const LETTER = 10.5;

/** What others drew for a room of their own is of no use narrower than this, in CSS pixels. */
const LEAST_EMBEDDED = 200;

/**
 * How wide each column has to be for its longest word and what is embedded in it, in CSS pixels; of cells over several
 * columns nothing is known.
 */
function leastColumns(block: Table): number[] {
  const least = widthsOf(block).map(() => CELL_EDGES);
  for (const row of block.content) {
    let at = 0;
    for (const cell of row.content) {
      const { colspan = 1, rowspan = 1 } = cell.attrs ?? {};
      // What a cell above reaches into moves the others along, and nothing is sure of them.
      if (rowspan > 1) break;
      const longest = colspan === 1 ? Math.max(0, ...wordsOf(textOf(cell)).map(({ length }) => length)) : 0;
      const words = Math.ceil(Math.min(longest, LONGEST_WORD) * LETTER);
      const embeds = colspan === 1 && cell.content.some(isEmbedding);
      const wide = Math.max(words, embeds ? LEAST_EMBEDDED : 0) + CELL_EDGES;
      if (at < least.length) least[at] = Math.max(least[at] ?? 0, wide);
      at += colspan;
    }
  }
  return least;
}

/** Longer words are addresses, and may break. */
const LONGEST_WORD = 24;

const textOf = (block: AnyBlock): string =>
  ((block.content ?? []) as AnyBlock[])
    .map((part) =>
      'text' in part ? String((part as { text: string }).text) : `${textOf(part as AnyBlock)} `,
    )
    .join('');

/** How wide a table in which things are placed is at least, so that each of its columns has room for its words. */
function leastWidth(block: Table, room: AvailableWidth): number {
  const widths = widthsOf(block);
  const { whole, each } = columnsIn(room, widths);
  const least = leastColumns(block).map((wide, at) => (wide * whole) / ((widths[at] ?? 0) || each || 1));
  const wanted = Math.min(Math.max(...least, 0), widths.length * MOST_LEAST);
  return Math.ceil(Math.max(wanted, widths.length * NARROW_COLUMN));
}

/** No table is made wider for its words than this for each of its columns, in CSS pixels. */
const MOST_LEAST = 280;

/** How a table is set in which things are placed: they have as much room as its columns say (CSS, `table-layout`). */
const fixedStyle = (block: Table, room: AvailableWidth): Style => ({
  'table-layout': 'fixed',
  width: '100%',
  'min-width': `${leastWidth(block, room)}px`,
});

/** What a table is called that has no caption: by its heads, else by its first cell. */
function nameOf(block: Table): string {
  const [first] = block.content;
  const cells = hasHeadRow(block) ? (first?.content ?? []) : (first?.content.slice(0, 1) ?? []);
  return plainLine(
    cells
      .map((cell) => textOf(cell).trim())
      .filter(Boolean)
      .join(', '),
    80,
  );
}

/** True where something is placed in one of its cells. */
const places = ({ content }: Table): boolean =>
  content.some((row) =>
    row.content.some((cell) =>
      cell.content.some((block) => 'attrs' in block && block.attrs !== undefined && 'id' in block.attrs),
    ),
  );

/** How wide the columns of its first row are, 0 for one that nobody has set. */
const widthsOf = ({ content }: Table): number[] =>
  content[0]?.content.flatMap(({ attrs }) =>
    Array.from({ length: attrs?.colspan ?? 1 }, (_, at) => attrs?.colwidth?.[at] ?? 0),
  ) ?? [];

/** The most rows of a table. */
const MOST = 2000;

/** True where every cell of the first row says what its column is. */
export const hasHeadRow = ({ content }: Table): boolean =>
  content[0] !== undefined && content[0].content.every(({ type }) => type === 'tableHeader');

/**
 * How many rows a table's head has: its first, and those into which a cell of the head reaches. HTML ends a cell where
 * its group of rows does (4.9.12), and what stands below would move one column off.
 */
export function headRowsOf(table: Table): number {
  let count = hasHeadRow(table) ? 1 : 0;
  for (let at = 0; at < count; at++)
    for (const { attrs } of table.content[at]?.content ?? [])
      count = Math.min(table.content.length, Math.max(count, at + (attrs?.rowspan ?? 1)));
  return count;
}

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
  rooms: (block, room) => {
    const widths = widthsOf(block);
    const inside = {
      ...room,
      bleed: null,
      columns: { ...columnsIn(room, widths), least: leastWidth(block, room) },
    };
    return () => inside;
  },
  words: ({ attrs }) => attrs?.caption ?? '',
  reads: { table: (element, reading) => readTable(element, reading) },
  markup: (block, { context, room, inside }) => {
    const caption = block.attrs?.caption?.trim() ?? '';
    const made = inside(block.content) as Element[];
    if (made.length === 0) return [];
    const heads = headRowsOf(block);
    const [head, body] = [made.slice(0, heads), made.slice(heads)];
    // A head that says nothing is none for who hears it; in its source it is what it was.
    const said = context.placed ? (row: Element) => row : withoutEmptyHeads;
    const rows = [
      ...(head.length > 0 ? [element('thead', {}, ...head.map((row) => said(headed(row, 'col'))))] : []),
      ...(body.length > 0 ? [element('tbody', {}, ...body.map((row) => said(headed(row, 'row'))))] : []),
    ];
    if (context.placed)
      return [element('table', {}, ...(caption === '' ? [] : [element('caption', {}, caption)]), ...rows)];
    // On a narrow screen it scrolls in a room of its own, which keys reach and which has a name (WCAG 1.4.10, 2.1.1).
    return [
      element(
        'div',
        {
          role: 'region',
          'aria-label':
            caption || [phrase('table', context.language), nameOf(block)].filter(Boolean).join(': '),
          tabindex: '0',
          style: { 'overflow-x': 'auto', margin: '0 0 16px' },
        },
        element(
          'table',
          {
            style: {
              'border-collapse': 'collapse',
              ...(places(block) ? fixedStyle(block, room) : { 'min-width': '100%' }),
            },
          },
          ...(caption === ''
            ? []
            : [
                element(
                  'caption',
                  { style: { 'text-align': 'start', padding: '0 0 6px' } },
                  caption,
                ) as Markup,
              ]),
          ...columnsOf(block, room),
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

const withoutEmptyHeads = (row: Element): Element => ({
  ...row,
  children: row.children.map((cell) => {
    if (typeof cell === 'string' || cell.tag !== 'th' || cell.children.length > 0) return cell;
    const { scope: _, ...attributes } = cell.attributes;
    return { ...cell, tag: 'td', attributes };
  }),
});

/** How wide all columns of a table are together, and one that nobody has set: as wide as the others leave room for. */
function columnsIn(room: AvailableWidth, widths: readonly number[]): { whole: number; each: number } {
  const set = widths.filter((width) => width > 0);
  const unset = widths.length - set.length;
  const sum = set.reduce((total, width) => total + width, 0);
  if (set.length === 0) return { each: 1, whole: widths.length };
  if (unset === 0) return { each: 0, whole: sum };
  const left = room.width - sum;
  // Where nothing is left, they are as wide as the others are on average.
  const each = left > unset * NARROWEST_COLUMN ? left / unset : sum / set.length;
  return { each, whole: sum + each * unset };
}

/** The narrowest that a column is made which nobody has set, in CSS pixels. */
const NARROWEST_COLUMN = 40;

/** The widths of its columns, where somebody has set them: shares of it, so that it still fits everywhere. */
function columnsOf(block: Table, room: AvailableWidth): Markup[] {
  const widths = widthsOf(block);
  if (widths.every((width) => width === 0)) return [];
  const { whole } = columnsIn(room, widths);
  // Columns nobody has set share what is left.
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
