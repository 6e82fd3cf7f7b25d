import { closeHistory } from '@tiptap/pm/history';
import { NodeSelection } from '@tiptap/pm/state';
import type { Editor, JSONContent } from '@tiptap/react';
import { useSyncExternalStore } from 'react';
import { linkToFile } from '@placard/core/page';
import type { ReadHtml } from '@placard/core/reading';
import { tell } from '../../kit/messages.tsx';
import { uploads } from '../../kit/uploads.ts';
import { placedNode } from './placing.ts';

/** A file on its way from this window to a place in the page. */
export interface Coming {
  fileName: string;
  /** What it is called among the uploads. */
  upload: string;
  /** It has come, and is read, asked about and placed in its turn. */
  come: boolean;
  /** Why it cannot be placed; null while it can. */
  says: string | null;
}

/** What is on its way from this window to places in pages, by the names of those. */
class OnTheirWay {
  #places: ReadonlyMap<string, Coming> = new Map();
  readonly #listeners = new Set<() => void>();

  subscribe = (listener: () => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };
  list = () => this.#places;

  set(place: string, coming: Coming | null): void {
    const places = new Map(this.#places);
    if (coming) places.set(place, coming);
    else places.delete(place);
    this.#places = places;
    for (const listener of this.#listeners) listener();
  }
}

const onTheirWay = new OnTheirWay();

/** What is on its way to a place from this window; null where nothing is. */
export const useComing = (place: string): Coming | null =>
  useSyncExternalStore(onTheirWay.subscribe, onTheirWay.list).get(place) ?? null;

/**
 * Sends a file to the arrivals for a place in the page, which learns which arrival it is and keeps that: whoever leaves
 * the page finds it there again. What is held already, byte for byte, is not sent, and is answered as what it is.
 * `whenCome` works on: while it does, nothing is asked at the place itself; what it throws is said there.
 */
export function sendTo(
  editor: Editor,
  place: string,
  file: File,
  whenCome: (came: { arrival: string } | { asset: string }) => Promise<void> = async () => undefined,
): void {
  const is = (said: { arrival: string | null; address?: string }) =>
    !editor.isDestroyed &&
    changePlace(editor, place, (attrs) => ({ type: 'arriving', attrs: { ...attrs, ...said } }));
  const upload = uploads.addOne(file, (came) => {
    if ('asset' in came) {
      // A page that was left cannot be told any more what it holds.
      if (editor.isDestroyed) tellNotPlaced(file.name, came.asset);
      else is({ arrival: null, address: linkToFile(came.asset) });
    }
    onTheirWay.set(place, { ...coming, come: true });
    void whenCome(came).then(
      () => onTheirWay.set(place, null),
      (error: unknown) =>
        onTheirWay.set(place, { ...coming, says: error instanceof Error ? error.message : String(error) }),
    );
  });
  is({ arrival: uploads.arrivalOf(upload) });
  const coming: Coming = { fileName: file.name, upload, come: false, says: null };
  onTheirWay.set(place, coming);
}

/** Tells of something that is held by now, and that nobody placed. */
export const tellNotPlaced = (name: string, asset: string): void =>
  tell({ says: `“${name}” is held, and was not placed: its place is gone.`, at: `/label/${asset}` });

/** Sends the pictures that were pasted as data to the arrivals; their places learn which arrival they are. */
export function sendPasted(editor: Editor, media: ReadHtml['media']): void {
  for (const { id, kind, address } of media) {
    const file = fileOf(address, `pasted-${kind}`);
    if (file) sendTo(editor, id, file);
  }
}

/** Puts something else where a place of that name is; false where it was taken out meanwhile. */
export function changePlace(
  editor: Editor,
  id: string,
  change: (attrs: Record<string, unknown>) => JSONContent,
): boolean {
  const found = placedNode(editor, id);
  if (!found) return false;
  const { node, pos } = found;
  const { tr, selection, schema } = editor.state;
  const next = schema.nodeFromJSON(change(node.attrs));
  tr.replaceWith(pos, pos + node.nodeSize, next);
  // Who has chosen it has what comes of it.
  if (selection instanceof NodeSelection && selection.from === pos && NodeSelection.isSelectable(next))
    tr.setSelection(NodeSelection.create(tr.doc, pos));
  // It was asked for when its place was made: taking that back takes this along.
  editor.view.dispatch(tr.setMeta('addToHistory', false));
  return true;
}

/** Takes a place out of the page, and what was there only to hold it. Somebody's own step can be undone. */
export function takeOutPlace(editor: Editor, id: string, ownStep = true): void {
  const found = placedNode(editor, id);
  if (!found) return;
  let [from, to] = [found.pos, found.pos + found.node.nodeSize];
  const $from = editor.state.doc.resolve(from);
  for (let { depth } = $from; depth > 0; depth--) {
    const holder = $from.node(depth);
    if (holder.childCount > 1 || !['item', 'together'].includes(holder.type.name)) break;
    [from, to] = [$from.before(depth), $from.after(depth)];
  }
  const { tr } = editor.state;
  editor.view.dispatch((ownStep ? closeHistory(tr) : tr.setMeta('addToHistory', false)).delete(from, to));
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
