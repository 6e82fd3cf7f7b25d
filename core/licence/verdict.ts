import type { Terms } from './terms.ts';

/** Whether something may be used as it is: freely, on conditions, not at all, or nobody knows. */
export const VERDICTS = ['yes', 'if', 'no', 'unknown'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** What a licence says of putting a picture, unchanged, before visitors. */
export function verdictOf(terms: Pick<Terms, 'id' | 'permits' | 'requires' | 'prohibits'>): Verdict {
  if (terms.id === 'unknown') return 'unknown';
  if (!terms.permits.includes('Distribution')) return 'no';
  return terms.requires.length > 0 || terms.prohibits.length > 0 ? 'if' : 'yes';
}
