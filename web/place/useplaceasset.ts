import { useQueryClient } from '@tanstack/react-query';
import type { Editor } from '@tiptap/react';
import { useCallback, useMemo, useState } from 'react';
import { readAsset, type AssetDetail, type Site } from '@placard/core/contract';
import { call } from '../kit/api.ts';
import { keyOf } from '../kit/asking.ts';
import { useSelection } from '../shell/selection.tsx';
import { heldBlock } from './nodes.ts';
import { insertAt } from './placing.ts';

/** A placing that was refused because nobody has said what the thing shows. */
export interface Refused {
  asset: AssetDetail;
  at: number | null;
}

/** Places assets in the page, and refuses those without alt text until they have it. */
export function usePlaceAsset(editor: Editor, site: Site) {
  const client = useQueryClient();
  const { select } = useSelection();
  const [refused, setRefused] = useState<Refused | null>(null);
  const [at, choose] = useState<number | null>(null);

  const put = useCallback(
    (asset: AssetDetail, where: number | null) => {
      const measure = site.measures.find(({ id }) => id === 'column')?.id ?? site.measures[0]?.id ?? 'column';
      insertAt(
        editor,
        heldBlock(asset.facts.kind === 'picture' ? 'picture' : 'film', asset.id, measure),
        where,
      );
      choose(null);
      setRefused(null);
    },
    [editor, site],
  );

  const place = useCallback(
    (id: string, where: number | null) => {
      const found = async () => {
        const asset = await client.fetchQuery({
          queryKey: keyOf(readAsset, { id }),
          queryFn: () => call(readAsset, { params: { id } }),
          staleTime: 0,
        });
        select(id);
        if (asset.placard.alt === '' && !asset.placard.decorative) setRefused({ asset, at: where ?? at });
        else put(asset, where ?? at);
      };
      void found();
    },
    [client, select, put, at],
  );

  const settle = useCallback(
    (asset: AssetDetail | null) => (asset && refused ? put(asset, refused.at) : setRefused(null)),
    [put, refused],
  );
  return useMemo(() => ({ place, at, choose, refused, settle }), [place, at, refused, settle]);
}
