import { Extension } from '@tiptap/core';
import type { Node } from '@tiptap/pm/model';
import { Plugin, PluginKey, type EditorState } from '@tiptap/pm/state';
import { Mapping, type StepMap } from '@tiptap/pm/transform';
import { useRef } from 'react';
import type { Editor } from '@tiptap/react';

/**
 * A position in a page as it was at one moment. Numbers of a document are true for one state of it only: whatever
 * outlives a transaction holds one of these, and asks where it is now.
 */
export interface Position {
  readonly at: number;
  /** How many changes there were before it was taken. */
  readonly since: number;
}

interface Known {
  /** Positions kept under names. */
  places: ReadonlyMap<string, number>;
  /** What every change did to positions, the last ones of them. */
  maps: readonly StepMap[];
  /** How many changes there were in all. */
  changes: number;
}

type Change = { set: [string, number] } | { drop: string };

/** As many changes as anything is waited for; what is older is nowhere. */
const MOST = 4000;

const key = new PluginKey<Known>('positions');

/** Knows where positions in a page are by now, however the words round them changed. */
export const Positions = Extension.create({
  name: 'positions',
  addProseMirrorPlugins: () => [
    new Plugin<Known>({
      key,
      state: {
        init: () => ({ places: new Map(), maps: [], changes: 0 }),
        apply: (transaction, known) => {
          const change = transaction.getMeta(key) as Change | undefined;
          if (!transaction.docChanged && !change) return known;
          const places = new Map([...known.places].map(([name, at]) => [name, transaction.mapping.map(at)]));
          if (change && 'set' in change) places.set(...change.set);
          if (change && 'drop' in change) places.delete(change.drop);
          const made = transaction.mapping.maps;
          if (made.length === 0) return { ...known, places };
          const maps = known.maps.length > 2 * MOST ? known.maps.slice(-MOST) : known.maps;
          return { places, maps: [...maps, ...made], changes: known.changes + made.length };
        },
      },
    }),
  ],
});

/** A position of the page as it is. */
export const positionIn = (state: EditorState, at: number): Position => ({
  at,
  since: key.getState(state)?.changes ?? 0,
});

/** Where a position is in the page now; null where what stood behind it is gone. */
export function nowAt(state: EditorState, { at, since }: Position): number | null {
  const known = key.getState(state);
  if (!known || known.changes === since) return at <= state.doc.content.size ? at : null;
  const first = since - (known.changes - known.maps.length);
  if (first < 0) return null;
  const { pos, deletedAfter } = new Mapping(known.maps.slice(first)).mapResult(at);
  return deletedAfter ? null : pos;
}

/** Where something stood when this was drawn; it can be asked where that is by now. */
export function usePosition(editor: Editor, at: number): Position {
  const { state } = editor;
  const node = at <= state.doc.content.size ? state.doc.nodeAt(at) : null;
  const drawn = useRef<{ at: number; node: Node | null; position: Position }>(null);
  // What stands there now may be another one at the same number.
  if (!drawn.current || drawn.current.at !== at || drawn.current.node !== node)
    drawn.current = { at, node, position: positionIn(state, at) };
  return drawn.current.position;
}

/** Keeps a position under a name, instead of the one it had. */
export function keepPlace(editor: Editor, name: string, at: number): void {
  tell(editor, { set: [name, at] });
}

/** Where it is now; null where none was kept under this name. */
export const placeOf = (editor: Editor, name: string): number | null =>
  editor.isDestroyed ? null : (key.getState(editor.state)?.places.get(name) ?? null);

/** Where it is now, which is forgotten with that; null where none was kept under this name. */
export function takePlace(editor: Editor, name: string): number | null {
  const at = placeOf(editor, name);
  if (at !== null) tell(editor, { drop: name });
  return at;
}

function tell(editor: Editor, change: Change): void {
  if (editor.isDestroyed) return;
  editor.view.dispatch(editor.state.tr.setMeta(key, change).setMeta('addToHistory', false));
}
