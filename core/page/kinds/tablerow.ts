import * as v from 'valibot';
import { element } from '../../markup/index.ts';
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
  schema: (schemaOf) =>
    v.object({
      type: v.literal('tableRow'),
      content: v.pipe(v.array(schemaOf(['tableCell', 'tableHeader'])), v.maxLength(200)),
    }) as unknown as v.GenericSchema<unknown, TableRow>,
  children: ({ content }) => content,
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
