import { OrderedList } from '@tiptap/extension-list';
import { wordsKind } from '../kind.ts';

export default wordsKind(
  OrderedList.extend({
    addAttributes: () => ({
      start: { default: 1, parseHTML: (element: HTMLElement) => Number(element.getAttribute('start') ?? 1) },
      type: { default: null },
      reversed: {
        default: null,
        parseHTML: (element: HTMLElement) => (element.hasAttribute('reversed') ? true : null),
        renderHTML: ({ reversed }: { reversed?: boolean | null }) => (reversed ? { reversed: '' } : {}),
      },
    }),
  }),
);
