import * as v from 'valibot';
import { element } from '../../markup/index.ts';
import { CELL_EDGES } from '../cell.ts';
import { setIn } from '../availablewidth.ts';
import { kind, type AnyBlock, type Kind } from './kind.ts';
import type { TableCell } from './tablecell.ts';
import type { TableHeader } from './tableheader.ts';

/** A row of a table (HTML: tr). */
export interface TableRow {
  type: 'tableRow';
  content: (TableCell | TableHeader)[];
}

const isCell = ({ type }: AnyBlock): boolean => type === 'tableCell' || type === 'tableHeader';

export const tableRow: Kind<TableRow> = kind<TableRow>({
  type: 'tableRow',
  group: 'part',
  stays: true,
  schema: (schemaOf) =>
    v.object({
      type: v.literal('tableRow'),
      content: v.pipe(v.array(schemaOf(['tableCell', 'tableHeader'])), v.maxLength(200)),
    }) as unknown as v.GenericSchema<unknown, TableRow>,
  children: ({ content }) => content,
  rooms:
    ({ content }, room) =>
    (at) => {
      const { colspan = 1, colwidth } = content[at]?.attrs ?? {};
      const { whole = 1, each = 1, least = 0 } = room.columns ?? {};
      const wide = colwidth?.some((width) => width > 0)
        ? colwidth.reduce((sum, width) => sum + (width || each), 0)
        : colspan * each;
      const part = Math.min(1, wide / whole);
      return setIn(
        {
          width: Math.floor(Math.max(room.width, least) * part),
          share: room.share * part,
          less: (room.less ?? 0) * part,
          ...(least > 0 ? { least: least * part } : {}),
          bleed: null,
        },
        CELL_EDGES,
      );
    },
  withChildren: (block, content) => ({ ...block, content: content as TableRow['content'] }),
  reads: {
    tr: (element, reading) => {
      const blocks = reading.elementsIn(element).flatMap((cell) => reading.read(cell));
      const cells = blocks.filter(isCell);
      const others = blocks.filter((block) => !isCell(block));
      return cells.length === 0 ? others : [{ type: 'tableRow', content: cells }, ...others];
    },
  },
  markup: ({ content }, { inside }) => [element('tr', {}, ...inside(content))],
});
