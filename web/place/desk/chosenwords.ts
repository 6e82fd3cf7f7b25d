import { Extension } from '@tiptap/core';
import { Plugin, TextSelection } from '@tiptap/pm/state';
import type { EditorView } from '@tiptap/pm/view';

/** The name that they are painted under (CSS Custom Highlight API). */
const CHOSEN = 'chosen-words';
/** Older browsers paint nothing; what is chosen is chosen all the same. */
const PAINTED = (globalThis.CSS as { highlights?: HighlightRegistry } | undefined)?.highlights;

/**
 * Words that are chosen stay to be seen while something beside the page is written in. They are painted, not marked:
 * nothing of the page is drawn anew when one comes back to it, so the next press in the words is the browser's own.
 */
export const ChosenWords = Extension.create({
  name: 'chosenWords',
  addProseMirrorPlugins: () => [
    new Plugin({
      view: (view) => {
        const painted = () => paint(view);
        for (const event of ['focus', 'blur']) view.dom.addEventListener(event, painted);
        return {
          update: painted,
          destroy: () => {
            for (const event of ['focus', 'blur']) view.dom.removeEventListener(event, painted);
            paintNothing();
          },
        };
      },
    }),
  ],
});

function paint(view: EditorView): void {
  const { selection } = view.state;
  if (view.hasFocus() || selection.empty || !(selection instanceof TextSelection)) return paintNothing();
  const range = document.createRange();
  const [from, to] = [view.domAtPos(selection.from, 1), view.domAtPos(selection.to, -1)];
  range.setStart(from.node, from.offset);
  range.setEnd(to.node, to.offset);
  PAINTED?.set(CHOSEN, new Highlight(range));
}

function paintNothing(): void {
  PAINTED?.delete(CHOSEN);
}
