import { useQueries } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { listAssets, type Asset } from '@placard/core/contract';
import { call } from '../kit/api.ts';
import { keyOf } from '../kit/asking.ts';
import type { Asked } from './usesearch.ts';

const PART = 100;
/** Milliseconds. */
const STILL = 60;

/** The assets of a search between two places in its order, fetched in parts as they come into view. */
export function useWindow(asked: Asked, from: number, to: number): (index: number) => Asset | undefined {
  const [first, last] = useSettled(Math.floor(from / PART), Math.floor(Math.max(from, to) / PART));
  const parts = Array.from({ length: last - first + 1 }, (_, at) => first + at);
  const answers = useQueries({
    queries: parts.map((part) => {
      const query = { ...asked, offset: String(part * PART), limit: String(PART) };
      return {
        queryKey: keyOf(listAssets, {}, query),
        queryFn: () => call(listAssets, { query: query as never }),
        staleTime: 20_000,
      };
    }),
  });
  return (index) => answers[Math.floor(index / PART) - first]?.data?.assets[index % PART];
}

/** Two numbers once they have stood still for a moment: what only flies past is not asked for. */
function useSettled(first: number, last: number): [number, number] {
  const [settled, settle] = useState<[number, number]>([first, last]);
  useEffect(() => {
    const timer = setTimeout(() => settle([first, last]), STILL);
    return () => clearTimeout(timer);
  }, [first, last]);
  return settled;
}
