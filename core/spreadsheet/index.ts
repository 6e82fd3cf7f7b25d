export { columnsOf, HEADINGS, headingOf, readRow, rowOf, type Columns, type SheetRow } from './columns.ts';
export { differenceOf, type Difference } from './difference.ts';
export { plainCell, readSheetText, safeCell, type SheetText } from './text.ts';
