import { useQueryClient } from '@tanstack/react-query';
import type { Editor } from '@tiptap/react';
import { useCallback, useMemo, useState } from 'react';
import { readAsset, type AssetDetail, type Site } from '@placard/core/contract';
import { linkToFile } from '@placard/core/page';
import { call } from '../kit/api.ts';
import { keyOf } from '../kit/asking.ts';
import { useSelection } from '../shell/selection.tsx';
import { heldBlock } from './newblocks.ts';
import { keepPlace, takePlace } from './pending.ts';
import { insertAt } from './placing.ts';

/** Puts a link to a file into the page: at the caret, where there is one, or in a paragraph of its own. */
function putFile(editor: Editor, file: { id: string; says: string }, where: number | null): void {
  const marks = [{ type: 'link', attrs: { href: linkToFile(file.id) } }];
  const words = { type: 'text', text: file.says, marks };
  const chain = editor.chain().focus();
  if (where === null) chain.insertContent(words).run();
  else chain.insertContentAt(where, { type: 'paragraph', content: [words] }).run();
}

/** Where somebody chose to put the next thing; and where one waits for its alt text. */
const [CHOSEN, REFUSED] = ['chosen', 'refused'];

/** Places assets in the page, and refuses those without alt text until they have it. */
export function usePlaceAsset(editor: Editor, site: Site) {
  const client = useQueryClient();
  const { select } = useSelection();
  const [refused, setRefused] = useState<AssetDetail | null>(null);

  const put = useCallback(
    (asset: AssetDetail, where: number | null) => {
      const measure = site.measures.find(({ id }) => id === 'column')?.id ?? site.measures[0]?.id ?? 'column';
      if (asset.facts.kind === 'document')
        putFile(editor, { id: asset.id, says: asset.placard.title || asset.fileName }, where);
      else
        insertAt(
          editor,
          heldBlock(asset.facts.kind === 'picture' ? 'picture' : 'film', asset.id, measure),
          where,
        );
      setRefused(null);
    },
    [editor, site],
  );

  const place = useCallback(
    (id: string, where: number | null) => {
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
        select(id);
        const now = takePlace(editor, name);
        const shows = asset.facts.kind !== 'document';
        if (!shows || asset.placard.alt !== '' || asset.placard.decorative) return put(asset, now);
        takePlace(editor, REFUSED);
        if (now !== null) keepPlace(editor, REFUSED, now);
        setRefused(asset);
      };
      void found();
    },
    [client, editor, select, put],
  );

  const choose = useCallback((at: number) => keepPlace(editor, CHOSEN, at), [editor]);
  const chosen = useCallback(() => takePlace(editor, CHOSEN), [editor]);
  const settle = useCallback(
    (asset: AssetDetail | null) => {
      const at = takePlace(editor, REFUSED);
      if (asset) put(asset, at);
      else setRefused(null);
    },
    [editor, put],
  );
  return useMemo(
    () => ({ place, choose, chosen, refused, settle }),
    [place, choose, chosen, refused, settle],
  );
}
