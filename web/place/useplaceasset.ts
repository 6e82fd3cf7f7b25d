import { useQueryClient } from '@tanstack/react-query';
import { TextSelection } from '@tiptap/pm/state';
import type { Editor, JSONContent } from '@tiptap/react';
import { useCallback, useMemo, useRef, useState } from 'react';
import { readAsset, type AssetDetail, type Site } from '@placard/core/contract';
import { linkToFile, type AnyBlock } from '@placard/core/page';
import { call } from '../kit/api.ts';
import { keyOf } from '../kit/asking.ts';
import { useSelecting } from '../shell/selection.tsx';
import { heldBlock } from './newblocks.ts';
import { keepPlace, placeOf, takePlace } from './positions.ts';
import { newPlacementId } from './placementid.ts';
import { insertAt } from './placing.ts';
import { addItems, withKey } from './settings/commands.ts';
import { tellNotPlaced } from './usedropfiles.ts';

/** Puts a link to a file into the page: behind the caret or the words chosen, or in a paragraph of its own. */
function putFile(editor: Editor, file: { id: string; says: string }, where: number | null): void {
  const marks = [{ type: 'link', attrs: { href: linkToFile(file.id) } }];
  const words = { type: 'text', text: file.says, marks };
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

/** Puts a block among the things that were put together under a key; it is the first of them where there are none yet. */
function putAmong(editor: Editor, block: JSONContent, key: string, where: number | null): void {
  const found = withKey(editor, key);
  if (found) addItems(editor, found, [block as AnyBlock]);
  else {
    const content = [{ type: 'item', content: [block] }];
    insertAt(editor, { type: 'together', attrs: { key, setting: 'rows' }, content }, where);
  }
}

/** Where somebody chose to put the next thing; and where one waits for its alt text. */
const [CHOSEN, REFUSED] = ['chosen', 'refused'];

/** Places assets in the page, and refuses those without alt text until they have it. */
export function usePlaceAsset(editor: Editor, site: Site) {
  const client = useQueryClient();
  const { select } = useSelecting();
  const [refused, setRefused] = useState<AssetDetail | null>(null);
  /** The things that what waits is one of; and who waits for its answer. */
  const waits = useRef<string | null>(null);
  const settled = useRef<(() => void) | null>(null);

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
      setRefused(null);
    },
    [editor, site],
  );

  const place = useCallback(
    (id: string, where: number | null, among: string | null = null) => {
      // Kept true while the asset is asked for and the words go on.
      const name = `place ${id}`;
      const at = where ?? takePlace(editor, CHOSEN);
      if (at !== null) keepPlace(editor, name, at);
      const found = async () => {
        const asset = await client.fetchQuery({
          queryKey: keyOf(readAsset, { id }),
          queryFn: () => call(readAsset, { params: { id } }),
          staleTime: 0,
        });
        if (editor.isDestroyed) return tellNotPlaced(asset.placard.title || asset.fileName, id);
        select(id);
        const now = takePlace(editor, name);
        const shows = asset.facts.kind !== 'document';
        if (!shows || asset.placard.alt !== '' || asset.placard.decorative) return put(asset, now, among);
        takePlace(editor, REFUSED);
        if (now !== null) keepPlace(editor, REFUSED, now);
        waits.current = among;
        setRefused(asset);
        return 'asked' as const;
      };
      return found();
    },
    [client, editor, select, put],
  );

  const choose = useCallback((at: number) => keepPlace(editor, CHOSEN, at), [editor]);
  const chosen = useCallback(() => takePlace(editor, CHOSEN), [editor]);
  const settle = useCallback(
    (asset: AssetDetail | null) => {
      const at = takePlace(editor, REFUSED);
      if (asset) put(asset, at, waits.current);
      else setRefused(null);
      settled.current?.();
      settled.current = null;
    },
    [editor, put],
  );
  const placeAll = useCallback(
    async (ids: readonly string[], where: number | null) => {
      const [first] = ids;
      if (first !== undefined && ids.length === 1) return place(first, where);
      const among = newPlacementId();
      const at = where ?? takePlace(editor, CHOSEN);
      if (at !== null) keepPlace(editor, among, at);
      for (const id of ids) {
        // Whoever is asked for alt text is asked once at a time.
        const answered = new Promise<void>((answer) => (settled.current = answer));
        const asked = await place(id, placeOf(editor, among), among);
        if (asked === 'asked') await answered;
      }
      takePlace(editor, among);
      return undefined;
    },
    [editor, place],
  );
  return useMemo(
    () => ({ place, placeAll, choose, chosen, refused, settle }),
    [place, placeAll, choose, chosen, refused, settle],
  );
}
