import { keepPreviousData, useQueries } from '@tanstack/react-query';
import { listAssets, type Asset } from '@placard/core/contract';
import { call } from '../kit/api.ts';
import { keyOf } from '../kit/asking.ts';
import type { Asked } from './usesearch.ts';

const PART = 100;

/** The assets of a search between two places in its order, fetched in parts as they come into view. */
export function useWindow(asked: Asked, from: number, to: number): (index: number) => Asset | undefined {
  const first = Math.floor(from / PART);
  const parts = Array.from(
    { length: Math.floor(Math.max(from, to) / PART) - first + 1 },
    (_, at) => first + at,
  );
  const answers = useQueries({
    queries: parts.map((part) => {
      const query = { ...asked, offset: String(part * PART), limit: String(PART) };
      return {
        queryKey: keyOf(listAssets, {}, query),
        queryFn: () => call(listAssets, { query: query as never }),
        staleTime: 20_000,
        placeholderData: keepPreviousData,
      };
    }),
  });
  return (index) => answers[Math.floor(index / PART) - first]?.data?.assets[index % PART];
}
