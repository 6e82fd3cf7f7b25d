import { Node } from '@tiptap/core';
import { readItemSaid } from '../../settings/reading.ts';
import { PartView } from '../../settings/partview.ts';
import { wordsKind } from '../kind.ts';

export default wordsKind(
  Node.create({
    name: 'item',
    content: '(block | placement | together)+',
    isolating: true,
    selectable: true,
    addAttributes: () => ({
      linksTo: { default: null, rendered: false },
      linkWords: { default: null, rendered: false },
      newWindow: { default: null, rendered: false },
    }),
    parseHTML: () => [
      {
        tag: 'article[data-placard-item]',
        getAttrs: (element) => readItemSaid(element.getAttribute('data-placard-item')),
      },
    ],
    renderHTML: ({ node }) => ['article', { 'data-placard-item': JSON.stringify(node.attrs) }, 0],
    addNodeView: () => () => new PartView('item'),
  }),
);
