import { useEffect } from 'react';
import { listPages, readPage, type PageQuery } from '@placard/core/contract';
import { useAsk } from '../kit/asking.ts';
import { useSelecting, useSelection } from '../kit/selection.tsx';

/**
 * The page that a stage opens where none is named: the one that was worked on or looked at last, on whatever stage,
 * or the first of a list. Undefined until that is known; null where there are no pages.
 */
export function usePageInHand(
  named: string | undefined,
  list: { state?: PageQuery['state'] } = {},
): string | null | undefined {
  const { page: inHand } = useSelection();
  const asked = named === undefined;
  const before = useAsk(
    readPage,
    { params: { id: inHand ?? '' } },
    { enabled: asked && inHand !== null, retry: false },
  );
  const goes = inHand !== null && !before.isError && !before.data?.binned;
  const first = useAsk(listPages, { query: { ...list, limit: '1' } }, { enabled: asked && !goes });
  const last = useAsk(listPages, { query: { limit: '1' } }, { enabled: asked && !goes });
  if (goes) return before.isFetching ? undefined : before.data?.id;
  if (!first.data || !last.data) return undefined;
  return (first.data.pages[0] ?? last.data.pages[0])?.id ?? null;
}

/** Takes a page in hand: the other stages open it, too. Null for what is no page of its own. */
export function useTakePage(id: string | null): void {
  const { takePage } = useSelecting();
  useEffect(() => {
    if (id !== null) takePage(id);
  }, [id, takePage]);
}
