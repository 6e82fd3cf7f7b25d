import { useQueryClient } from '@tanstack/react-query';
import { TextSelection } from '@tiptap/pm/state';
import type { Editor, JSONContent } from '@tiptap/react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { readAsset, type AssetDetail, type Site } from '@placard/core/contract';
import type { AnyBlock, Arriving } from '@placard/core/page';
import { call } from '../kit/api.ts';
import { keyOf } from '../kit/asking.ts';
import { tell } from '../kit/messages.tsx';
import { Once } from '../kit/once.ts';
import { useSelecting } from '../kit/selection.tsx';
import { changePlace, takeOutPlace, tellNotPlaced } from './desk/coming.ts';
import { fileLink, heldBlock, placedAs } from './newblocks.ts';
import { keepPlace, takePlace } from './desk/positions.ts';
import { newPlacementId } from '../kit/newplacementid.ts';
import { insertAt } from './desk/placing.ts';
import { addItems, withKey } from './desk/together.ts';

/** Puts a link to a file into the page: behind the caret or the words chosen, or in a paragraph of its own. */
function putFile(editor: Editor, file: { id: string; says: string }, where: number | null): void {
  const words = fileLink(file.id, file.says);
  const { selection } = editor.state;
  if (where !== null || !(selection instanceof TextSelection))
    return insertAt(editor, { type: 'paragraph', content: [words] }, where);
  const { $to } = selection;
  const apart = /\S$/.test($to.parent.textBetween(0, $to.parentOffset)) ? [{ type: 'text', text: ' ' }] : [];
  editor
    .chain()
    .setTextSelection(selection.to)
    .insertContent([...apart, words])
    .run();
  editor.view.focus();
}

/** Puts what is held into the place that was made for it; false where that was taken out meanwhile. */
const putInto = (editor: Editor, asset: AssetDetail, place: string): boolean =>
  changePlace(editor, place, (attrs) => placedAs(attrs as Arriving['attrs'], asset));

/** Puts a block among the things that were put together under a key; it is the first of them where there are none yet. */
function putAmong(editor: Editor, block: JSONContent, key: string, where: number | null): void {
  const found = withKey(editor, key);
  if (found) addItems(editor, found, [block as AnyBlock]);
  else {
    const content = [{ type: 'item', content: [block] }];
    insertAt(editor, { type: 'together', attrs: { key, setting: 'rows' }, content }, where);
  }
}

/** Where somebody chose to put the next thing. */
const CHOSEN = 'chosen';

/** Counts what is placed, to keep its places apart. */
let placed = 0;

/** What is asked for before it is placed, and how it is answered. */
interface Asked {
  asset: AssetDetail;
  answer: (asset: AssetDetail | null) => void;
}

/**
 * Places assets in the page, one after the other in the order in which they are meant; and asks for the alt text of
 * each that has none before the next is placed. What is left out, or not placed before the page is left, is told.
 */
export function usePlaceAsset(editor: Editor, site: Site) {
  const client = useQueryClient();
  const { select } = useSelecting();
  const [asked, ask] = useState<Asked | null>(null);
  /** How many are waited with until that is answered. */
  const [waiting, setWaiting] = useState(0);
  const [once] = useState(() => new Once());
  const queue = useRef<Promise<void>>(Promise.resolve());
  const left = useRef(false);
  const unanswered = useRef<Asked | null>(null);
  useEffect(() => {
    left.current = false;
    return () => {
      left.current = true;
      unanswered.current?.answer(null);
    };
  }, []);

  const put = useCallback(
    (asset: AssetDetail, where: number | null, among: string | null) => {
      const measure = site.measures.find(({ id }) => id === 'column')?.id ?? site.measures[0]?.id ?? 'column';
      if (asset.facts.kind === 'document')
        putFile(editor, { id: asset.id, says: asset.placard.title || asset.fileName }, where);
      else {
        const block = heldBlock(asset.facts.kind === 'picture' ? 'picture' : 'film', asset.id, measure);
        if (among === null) insertAt(editor, block, where);
        else putAmong(editor, block, among, where);
      }
    },
    [editor, site],
  );

  /** What is to be placed of it, once it may be; null where it is left out. */
  const allowed = useCallback(async (asset: AssetDetail): Promise<AssetDetail | null> => {
    const shows = asset.facts.kind !== 'document';
    if (!shows || asset.placard.alt !== '' || asset.placard.decorative) return asset;
    const answered = await new Promise<AssetDetail | null>((answer) => {
      unanswered.current = { asset, answer };
      ask(unanswered.current);
    });
    unanswered.current = null;
    ask(null);
    const called = asset.placard.title || asset.fileName;
    if (!answered && !left.current)
      tell({ says: `“${called}” is held, and was left out of the page.`, at: `/label/${asset.id}` });
    return answered;
  }, []);

  const fetched = useCallback(
    (id: string): Promise<AssetDetail> =>
      client.fetchQuery({
        queryKey: keyOf(readAsset, { id }),
        queryFn: () => call(readAsset, { params: { id } }),
        staleTime: 0,
      }),
    [client],
  );
  const inTurn = useCallback((run: () => Promise<void>): Promise<void> => {
    setWaiting((before) => before + 1);
    const done = queue.current.then(run).finally(() => setWaiting((before) => before - 1));
    queue.current = done.catch(() => undefined);
    return done;
  }, []);

  /** Has one placed in its turn: at a boundary, or at the caret that is there then. */
  const place = useCallback(
    (id: string, where: number | null, among: string | null = null): Promise<void> => {
      // Kept true while what comes first is placed and the words go on.
      const name = `place ${++placed}`;
      const at = where ?? (among === null ? takePlace(editor, CHOSEN) : null);
      if (at !== null) keepPlace(editor, name, at);
      const run = async () => {
        const asset = await fetched(id);
        const called = asset.placard.title || asset.fileName;
        if (left.current || editor.isDestroyed) return tellNotPlaced(called, id);
        select(id);
        const may = await allowed(asset);
        if (left.current || editor.isDestroyed) return tellNotPlaced(called, id);
        const now = takePlace(editor, name);
        if (may) put(may, now, among);
      };
      return inTurn(run);
    },
    [allowed, editor, fetched, inTurn, put, select],
  );

  /** Has one put, in its turn, into the place that was made for it. Left before, that place asks for what is missing. */
  const placeInto = useCallback(
    (id: string, into: string): Promise<void> =>
      inTurn(async () => {
        const asset = await fetched(id);
        const gone = () => left.current || editor.isDestroyed;
        if (gone()) return;
        select(id);
        const may = await allowed(asset);
        if (gone()) return;
        if (!may) takeOutPlace(editor, into, false);
        else if (!putInto(editor, may, into)) tellNotPlaced(asset.placard.title || asset.fileName, id);
        // The question had the focus.
        else if (may !== asset) editor.view.focus();
      }),
    [allowed, editor, fetched, inTurn, select],
  );

  const choose = useCallback((at: number) => keepPlace(editor, CHOSEN, at), [editor]);
  const chosen = useCallback(() => takePlace(editor, CHOSEN), [editor]);
  const placeAll = useCallback(
    async (ids: readonly string[], where: number | null) => {
      const [first] = ids;
      const at = where ?? takePlace(editor, CHOSEN);
      // Pressed twice at once, it is meant once.
      await once.run(`${ids.join(' ')} at ${at}`, () =>
        first !== undefined && ids.length === 1
          ? place(first, at)
          : (() => {
              const among = newPlacementId();
              return Promise.all(ids.map((id) => place(id, at, among)));
            })(),
      );
    },
    [editor, once, place],
  );
  return useMemo(
    () => ({ place, placeAll, placeInto, choose, chosen, asked, waiting }),
    [place, placeAll, placeInto, choose, chosen, asked, waiting],
  );
}
