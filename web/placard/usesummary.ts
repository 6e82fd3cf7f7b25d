import { useQuery } from '@tanstack/react-query';
import { listAssets, summariseAssets, type Summary } from '@placard/core/contract';
import { call, type Refusal } from '../kit/api.ts';

const MOST = 5000;

/** What many assets have in common, and what they lack. */
export function useSummary(chosen: readonly string[]) {
  const few = chosen.slice(0, MOST);
  return useQuery<Summary, Refusal>({
    // Asked again with the holdings, whose changes change it.
    queryKey: [listAssets.path, 'summary', few],
    queryFn: () => call(summariseAssets, { body: { assets: few } }),
    enabled: few.length > 0,
    placeholderData: (before) => before,
  });
}
