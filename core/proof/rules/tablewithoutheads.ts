import { hasHeads, type Table } from '../../page/kinds/table.ts';
import { instead } from '../remedy.ts';
import type { PageRule } from './rule.ts';

/** The table with heads in its first row. */
const withHeadRow = (table: Table): Table => ({
  ...table,
  content: table.content.map((row, at) =>
    at > 0
      ? row
      : { ...row, content: row.content.map((cell) => ({ ...cell, type: 'tableHeader' as const })) },
  ),
});

export const tableWithoutHeads: PageRule = {
  id: 'table-without-heads',
  lookAtPage: (steps) =>
    steps.flatMap((step) => {
      const { block, path } = step;
      if (block.type !== 'table' || hasHeads(block)) return [];
      const name = block.attrs?.caption?.trim();
      return {
        severity: 'warn',
        where: `block-${path.join('-')}`,
        says: `${name ? `The table “${name}”` : 'A table'} does not say what its columns or rows are.`,
        remedy:
          'Make its first row or its first column its heads, which are read out with each cell (WCAG 1.3.1).',
        remedies: [instead(step, 'Make its first row the heads', withHeadRow(block))],
      };
    }),
};
