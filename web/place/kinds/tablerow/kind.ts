import { Node } from '@tiptap/core';
import { wordsKind } from '../kind.ts';

export default wordsKind(
  Node.create({
    name: 'tableRow',
    content: '(tableCell | tableHeader)*',
    tableRole: 'row',
    parseHTML: () => [{ tag: 'tr' }],
    renderHTML: () => ['tr', 0],
  }),
);
