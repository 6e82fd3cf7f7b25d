import { Heading } from '@tiptap/extension-heading';
import { wordsKind } from '../kind.ts';

export default wordsKind(
  Heading.extend({
    addAttributes() {
      return { ...this.parent?.(), anchor: { default: null, rendered: false, keepOnSplit: false } };
    },
  }).configure({ levels: [2, 3, 4] }),
);
