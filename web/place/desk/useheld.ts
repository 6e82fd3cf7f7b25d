import { useQueries } from '@tanstack/react-query';
import { readHeld } from '@placard/core/contract';
import { heldKey, type Holdings, type Use } from '@placard/core/page';
import { call, type Refusal } from '../../kit/api.ts';
import { keyOf } from '../../kit/asking.ts';

/** The assets that a block of a page shows, as far as they are known; and why one is not to be had. */
export function useHeld(uses: readonly Use[]): {
  holdings: Holdings;
  pending: boolean;
  error: Refusal | null;
} {
  const answers = useQueries({
    queries: uses.map(({ asset, version }) => {
      const given = { params: { id: asset }, query: version ? { version } : {} };
      return { queryKey: keyOf(readHeld, given.params, given.query), queryFn: () => call(readHeld, given) };
    }),
  });
  return {
    holdings: new Map(
      uses.flatMap((use, at) => {
        const held = answers[at]?.data;
        return held ? [[heldKey(use), held] as const] : [];
      }),
    ),
    pending: answers.some(({ isPending }) => isPending),
    error: (answers.find(({ error }) => error)?.error as Refusal | undefined) ?? null,
  };
}
