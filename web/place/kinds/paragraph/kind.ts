import { Paragraph } from '@tiptap/extension-paragraph';
import { wordsKind } from '../kind.ts';

export default wordsKind(
  Paragraph.extend({
    addAttributes: () => ({
      indent: {
        default: null,
        parseHTML: (element) => Number(element.getAttribute('data-indent')) || null,
        renderHTML: ({ indent }) => (indent ? { 'data-indent': String(indent) } : {}),
      },
      // A place has its name once: what is split off or copied has none.
      anchor: { default: null, rendered: false, keepOnSplit: false },
    }),
  }),
);
