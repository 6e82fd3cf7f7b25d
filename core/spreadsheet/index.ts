export { columnsOf, HEADINGS, headingOf, readRow, rowOf } from './columns.ts';
export { differenceOf } from './difference.ts';
export { readSheetText } from './text.ts';
