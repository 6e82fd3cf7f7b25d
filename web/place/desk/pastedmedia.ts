import type { Editor } from '@tiptap/react';
import { useSyncExternalStore } from 'react';
import type { ReadHtml } from '@placard/core/reading';
import { uploads } from '../../kit/uploads.ts';
import { placedNode } from './placing.ts';

/** What was pasted itself and is on its way to the arrivals from this window: places by their names. */
class OnTheirWay {
  #places: ReadonlySet<string> = new Set();
  readonly #listeners = new Set<() => void>();

  subscribe = (listener: () => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };
  list = () => this.#places;

  turn(place: string, on: boolean): void {
    this.#places = new Set([...this.#places].filter((other) => other !== place).concat(on ? [place] : []));
    for (const listener of this.#listeners) listener();
  }
}

const onTheirWay = new OnTheirWay();

/** True while what belongs at a place is sent from this window. */
export const useOnItsWay = (place: string): boolean =>
  useSyncExternalStore(onTheirWay.subscribe, onTheirWay.list).has(place);

/** Sends the pictures that were pasted as data to the arrivals; their places learn which arrival they are. */
export function sendPasted(editor: Editor, media: ReadHtml['media']): void {
  for (const { id, kind, address } of media) {
    const file = fileOf(address, `pasted-${kind}`);
    if (!file) continue;
    onTheirWay.turn(id, true);
    uploads.addOne(file, (came) => {
      onTheirWay.turn(id, false);
      changePlace(editor, id, (attrs) =>
        'arrival' in came
          ? { type: 'arriving', attrs: { ...attrs, arrival: came.arrival } }
          : { type: 'arriving', attrs: { ...attrs, arrival: null, address: `asset:${came.asset}` } },
      );
    });
  }
}

/** Puts something else where a place of that name is; nothing where it was taken out meanwhile. */
export function changePlace(
  editor: Editor,
  id: string,
  change: (attrs: Record<string, unknown>) => { type: string; attrs: Record<string, unknown> },
): void {
  const found = placedNode(editor, id);
  if (!found) return;
  const { node, pos } = found;
  const next = change(node.attrs);
  const type = editor.schema.nodes[next.type];
  // It was asked for when it was pasted: taking that back takes this along.
  if (type)
    editor.view.dispatch(
      editor.state.tr
        .replaceWith(pos, pos + node.nodeSize, type.create(next.attrs))
        .setMeta('addToHistory', false),
    );
}

/** The file that an address is itself (RFC 2397); null for any other address. */
function fileOf(address: string, name: string): File | null {
  const [, mime, encoded, data] =
    /^data:([\w.+-]+\/[\w.+-]+)?(?:;[\w=-]+)*?(;base64)?,(.*)$/is.exec(address) ?? [];
  if (mime === undefined || data === undefined) return null;
  try {
    const text = encoded ? atob(data.replace(/\s/g, '')) : decodeURIComponent(data);
    const bytes = encoded
      ? Uint8Array.from(text, (letter) => letter.charCodeAt(0))
      : new TextEncoder().encode(text);
    const extension = mime.split('/')[1]?.replace('jpeg', 'jpg').replace('svg+xml', 'svg') ?? 'bin';
    return new File([bytes], `${name}.${extension}`, { type: mime });
  } catch {
    return null;
  }
}
