import type { Node, Schema } from '@tiptap/pm/model';
import type { EditorState, Plugin } from '@tiptap/pm/state';
import { Step } from '@tiptap/pm/transform';
import type { Editor } from '@tiptap/react';

/** What the history of an editor keeps of every step (prosemirror-history). */
interface Item {
  step?: Step;
}
interface Past {
  done: { items: { forEach(each: (item: Item) => void): void } };
  undone: { items: { forEach(each: (item: Item) => void): void } };
}

/** As many pages as a window remembers what was done in. */
const MOST = 12;

/** What was done in the pages that were left in this window, and how they stood then. */
const left = new Map<string, { past: Past; document: object }>();

const historyOf = ({ plugins }: EditorState): Plugin | undefined =>
  plugins.find(({ spec }) => (spec.key as { key?: string } | undefined)?.key?.startsWith('history$'));

/** Remembers what was done in a page, so that it can be undone after one was elsewhere. */
export function rememberHistory(page: string, editor: Editor): void {
  const past = historyOf(editor.state)?.getState(editor.state) as Past | undefined;
  if (!past) return;
  left.delete(page);
  left.set(page, { past, document: editor.state.doc.toJSON() as object });
  for (const oldest of [...left.keys()].slice(0, -MOST)) left.delete(oldest);
}

/** Has an editor know again what was done in its page, if that stands as it was left. */
export function recallHistory(page: string, editor: Editor): void {
  const known = left.get(page);
  left.delete(page);
  const { state, view, schema } = editor;
  const history = historyOf(state);
  if (!known || !history?.spec.key || !isSame(schema, known.document, state.doc)) return;
  for (const branch of [known.past.done, known.past.undone])
    branch.items.forEach((item) => {
      // Every editor has kinds of nodes of its own.
      if (item.step) item.step = Step.fromJSON(schema, item.step.toJSON());
    });
  view.dispatch(state.tr.setMeta(history.spec.key, { historyState: known.past }));
}

function isSame(schema: Schema, document: object, doc: Node): boolean {
  try {
    return schema.nodeFromJSON(document).eq(doc);
  } catch {
    return false;
  }
}
