import { Extension } from '@tiptap/core';
import { Plugin, PluginKey } from '@tiptap/pm/state';
import type { Editor } from '@tiptap/react';

type Places = ReadonlyMap<string, number>;
type Change = { set: [string, number] } | { drop: string };

const key = new PluginKey<Places>('pending places');

/** Places in a page where something is meant to go, by names; they stay the right ones while the words round them change. */
export const PendingPlaces = Extension.create({
  name: 'pendingPlaces',
  addProseMirrorPlugins: () => [
    new Plugin<Places>({
      key,
      state: {
        init: () => new Map(),
        apply: (transaction, places) => {
          const change = transaction.getMeta(key) as Change | undefined;
          if (!transaction.docChanged && !change) return places;
          const next = new Map([...places].map(([name, at]) => [name, transaction.mapping.map(at)]));
          if (change && 'set' in change) next.set(...change.set);
          if (change && 'drop' in change) next.delete(change.drop);
          return next;
        },
      },
    }),
  ],
});

/** Keeps a place under a name, instead of the one it had. */
export function keepPlace(editor: Editor, name: string, at: number): void {
  tell(editor, { set: [name, at] });
}

/** Where a place is now; null where none was kept under this name. */
export const placeOf = (editor: Editor, name: string): number | null =>
  editor.isDestroyed ? null : (key.getState(editor.state)?.get(name) ?? null);

/** Where a place is now, which is forgotten with that; null where none was kept under this name. */
export function takePlace(editor: Editor, name: string): number | null {
  const at = placeOf(editor, name);
  if (at !== null) tell(editor, { drop: name });
  return at;
}

function tell(editor: Editor, change: Change): void {
  if (editor.isDestroyed) return;
  editor.view.dispatch(editor.state.tr.setMeta(key, change).setMeta('addToHistory', false));
}
