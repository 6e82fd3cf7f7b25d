import { Node } from '@tiptap/core';

/** How the editor writes a cell of a table, of either kind. */
export const cellNode = (name: 'tableCell' | 'tableHeader', tag: 'td' | 'th') =>
  Node.create({
    name,
    content: '(paragraph | bulletList | orderedList | placement)+',
    tableRole: tag === 'td' ? 'cell' : 'header_cell',
    isolating: true,
    addAttributes: () => ({
      colspan: { default: 1 },
      rowspan: { default: 1 },
      colwidth: {
        default: null,
        parseHTML: (element) => {
          const widths = element.getAttribute('data-colwidth')?.split(',').map(Number) ?? [];
          return widths.length > 0 && widths.every((width) => Number.isFinite(width)) ? widths : null;
        },
        renderHTML: ({ colwidth }) =>
          Array.isArray(colwidth) ? { 'data-colwidth': (colwidth as number[]).join(',') } : {},
      },
      align: {
        default: null,
        parseHTML: (element) => element.getAttribute('data-align'),
        renderHTML: ({ align }) => (align ? { 'data-align': String(align) } : {}),
      },
    }),
    parseHTML: () => [{ tag }],
    renderHTML: ({ HTMLAttributes }) => [tag, HTMLAttributes, 0],
  });
