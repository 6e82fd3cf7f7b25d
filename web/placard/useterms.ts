import { useMemo } from 'react';
import { readSite } from '@placard/core/contract';
import { termsOfPlacard } from '@placard/core/credit';
import type { Terms } from '@placard/core/licence';
import { useAsk } from '../kit/asking.ts';

/** The terms that the organisation has added, and the terms that any licence on a placard stands for. */
export function useTerms(): { own: readonly Terms[]; termsOf: (licence: string) => Terms } {
  const site = useAsk(readSite, {}, { staleTime: 60_000 });
  const terms = site.data?.terms;
  return useMemo(() => {
    const own = (terms ?? []) as readonly Terms[];
    return { own, termsOf: (licence) => termsOfPlacard({ licence }, own) };
  }, [terms]);
}
