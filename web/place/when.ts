import { Extension } from '@tiptap/core';
import { Plugin } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';
import type { Node } from '@tiptap/pm/model';
import { isSeen, whenOf, type Looking } from '@placard/core/page';
import { whenInWords } from './wheninwords.ts';

/** When a block is shown, kept with it; said beside it on the desk, where what nobody sees stands paler. */
export const ShownWhen = Extension.create<{ types: readonly string[]; looking: () => Looking }>({
  name: 'shownWhen',
  addOptions: () => ({ types: [], looking: () => ({ day: '', ours: true }) }),
  addGlobalAttributes() {
    return [
      {
        types: [...this.options.types],
        attributes: { when: { default: null, rendered: false, keepOnSplit: true } },
      },
    ];
  },
  addProseMirrorPlugins() {
    const { looking } = this.options;
    return [
      new Plugin({
        state: {
          init: (_config, { doc }) => said(doc, looking()),
          apply: (transaction, before) => {
            if (transaction.getMeta(LOOK)) return said(transaction.doc, looking());
            return transaction.docChanged ? said(transaction.doc, looking()) : before;
          },
        },
        props: {
          decorations(state) {
            return this.getState(state) as DecorationSet;
          },
        },
      }),
    ];
  },
});

/** Said in a transaction when somebody looks at another day. */
export const LOOK = 'another day is looked at';

function said(doc: Node, looking: Looking): DecorationSet {
  const decorations: Decoration[] = [];
  doc.forEach((node, pos) => {
    const when = whenOf({ type: node.type.name, attrs: node.attrs });
    if (!when) return;
    decorations.push(
      Decoration.node(pos, pos + node.nodeSize, {
        class: isSeen(when, looking) ? 'shown-when' : 'shown-when not-seen',
        'data-when': whenInWords(when, looking.day),
      }),
    );
  });
  return decorations.length === 0 ? DecorationSet.empty : DecorationSet.create(doc, decorations);
}
