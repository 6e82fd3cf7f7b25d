import { Blockquote } from '@tiptap/extension-blockquote';
import { wordsKind } from '../kind.ts';

export default wordsKind(
  Blockquote.extend({
    name: 'quotation',
    content: '(paragraph | bulletList | orderedList)+',
    addAttributes: () => ({
      source: { default: '', rendered: false },
      address: { default: null, rendered: false },
    }),
  }),
);
