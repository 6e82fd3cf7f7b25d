import { cellKind, type Cell } from '../cell.ts';

/** A cell of a table (HTML: td). */
export type TableCell = Cell<'tableCell'>;

export const tableCell = cellKind('tableCell', 'td');
