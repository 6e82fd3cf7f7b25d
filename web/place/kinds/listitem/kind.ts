import { ListItem } from '@tiptap/extension-list';
import { wordsKind } from '../kind.ts';

// What a page's lists hold, and no more: what else came into one could not be saved.
export default wordsKind(
  ListItem.extend({
    content: 'paragraph (paragraph | bulletList | orderedList)*',
    addAttributes: () => ({ value: { default: null, keepOnSplit: false } }),
  }),
);
