import { RefusedPlacing } from './refusedplacing.tsx';
import type { usePlaceAsset } from './useplaceasset.ts';

/** What is asked before what comes into the page stands there. */
export function Asked({
  placing: { asked, waiting },
}: {
  placing: Pick<ReturnType<typeof usePlaceAsset>, 'asked' | 'waiting'>;
}) {
  return (
    asked && (
      <RefusedPlacing key={asked.asset.id} asset={asked.asset} more={waiting - 1} onDone={asked.answer} />
    )
  );
}
