import { Node } from '@tiptap/core';
import { Plugin } from '@tiptap/pm/state';
import { newPlacementId } from '../../../kit/newplacementid.ts';
import { withoutEmptyThings } from '../../settings/emptythings.ts';
import { keepsShallow, readTogetherSaid } from '../../settings/reading.ts';
import { TogetherView } from '../../settings/togetherview.ts';
import { wordsKind } from '../kind.ts';

export default wordsKind(
  Node.create<object, { views: Set<TogetherView> }>({
    name: 'together',
    group: 'together',
    content: 'item+ alongside?',
    isolating: true,
    draggable: false,
    selectable: true,
    addStorage: () => ({ views: new Set() }),
    addAttributes: () =>
      Object.fromEntries(
        [
          ['key', ''],
          ['setting', 'cards'],
          ...['name', 'perRow', 'shares', 'turned', 'box', 'height', 'gap', 'across', 'large', 'side'].map(
            (name) => [name, null],
          ),
          ['corner', null],
          ['veil', null],
          ['measured', null],
        ].map(([name, value]) => [name, { default: value, rendered: false }]),
      ),
    // Only the clipboard sees this markup; what is read back must be ours in every attribute.
    parseHTML: () => [
      {
        tag: 'section[data-placard-together]',
        getAttrs: (element) => {
          const said = readTogetherSaid(element.getAttribute('data-placard-together'));
          return said ? { ...said, key: newPlacementId() } : false;
        },
      },
    ],
    renderHTML: ({ node }) => ['section', { 'data-placard-together': JSON.stringify(node.attrs) }, 0],
    addNodeView() {
      const { views } = this.storage;
      return ({ node, getPos, editor }) => {
        const view = new TogetherView(node, editor, getPos, (ended) => views.delete(ended));
        views.add(view);
        return view;
      };
    },
    addProseMirrorPlugins() {
      const { views } = this.storage;
      const dress = () => {
        for (const view of views) view.dress();
      };
      return [
        new Plugin({
          view: () => {
            dress();
            return { update: dress };
          },
          filterTransaction: keepsShallow,
          appendTransaction: withoutEmptyThings,
        }),
      ];
    },
  }),
);
