import { cellKind, type Cell } from '../cell.ts';

/** A cell that says what its column or row is (HTML: th). */
export type TableHeader = Cell<'tableHeader'>;

export const tableHeader = cellKind('tableHeader', 'th');
