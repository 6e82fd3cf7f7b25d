import { useState } from 'react';
import { saveVersion } from '@placard/core/contract';
import type { Preparation } from '@placard/core/prep';
import { useDo } from '../kit/asking.ts';
import { forgetUnfinished, useHavingInHand } from '../kit/inhand.ts';
import { Once } from '../kit/once.ts';
import type { Use } from './keepbuttons.tsx';

/**
 * Keeps what an asset was prepared to as a version. Until then it stays in hand by its name; kept for later it is no
 * other version yet, and is not kept twice.
 */
export function useKeepVersion(asset: string, name: string, preparation: Preparation, changed: boolean) {
  const save = useDo(saveVersion);
  const written = JSON.stringify(preparation);
  const [last, setLast] = useState<string | null>(null);
  const kept = last === written;
  useHavingInHand(name, preparation, changed && !kept);
  const [once] = useState(() => new Once());
  const keep = (use: Use) =>
    void once.run(written, () =>
      save.mutateAsync({ params: { id: asset }, body: { preparation, use } }).then(
        () => {
          // The version that it became may be on the screen by then.
          forgetUnfinished(name);
          setLast(written);
        },
        () => undefined,
      ),
    );
  return { keep, kept, keeping: save.isPending, refusal: save.error };
}
