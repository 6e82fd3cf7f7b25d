import { listPages, type PageList } from '@placard/core/contract';
import { useAsk } from '../kit/asking.ts';

/** As many as are read over at a glance; the rest is found by its words. */
const RECENT = '60';

/** The pages that were changed last. */
export const useRecentPages = (): Pick<PageList['pages'][number], 'id' | 'title'>[] =>
  useAsk(listPages, { query: { limit: RECENT } }).data?.pages ?? [];
