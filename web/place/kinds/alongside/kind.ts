import { Node } from '@tiptap/core';
import { PartView } from '../../settings/partview.ts';
import { wordsKind } from '../kind.ts';

export default wordsKind(
  Node.create({
    name: 'alongside',
    content: '(block | placement)+',
    isolating: true,
    parseHTML: () => [{ tag: 'div[data-placard-alongside]' }],
    renderHTML: () => ['div', { 'data-placard-alongside': '' }, 0],
    addNodeView: () => () => new PartView('alongside'),
  }),
);
