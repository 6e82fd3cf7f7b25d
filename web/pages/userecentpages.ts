import { listPages, readPage, type PageList } from '@placard/core/contract';
import { useAsk } from '../kit/asking.ts';

/** As many as are read over at a glance; the rest is found by its words. */
const RECENT = '60';

type Line = Pick<PageList['pages'][number], 'id' | 'title'> & { section: { id: string } };

/** The pages that were changed last, with the one that is chosen whenever that was. */
export function useRecentPages(chosen?: string): Line[] {
  const recent = useAsk(listPages, { query: { limit: RECENT } }).data?.pages ?? [];
  const among = chosen === undefined || recent.some(({ id }) => id === chosen);
  const other = useAsk(readPage, { params: { id: chosen ?? '' } }, { enabled: !among });
  return other.data && !among ? [other.data, ...recent] : recent;
}
