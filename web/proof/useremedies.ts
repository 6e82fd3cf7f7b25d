import { useState } from 'react';
import { readPage, savePage } from '@placard/core/contract';
import { exchanged, inverted } from '@placard/core/page';
import type { Remedy } from '@placard/core/proof';
import { call } from '../kit/api.ts';
import { useDo, useMay } from '../kit/asking.ts';

/** Does remedies to a page, and takes the last one back. */
export function useRemedies(id: string) {
  const mayWrite = useMay(savePage);
  const save = useDo(savePage);
  const [done, setDone] = useState<Remedy | null>(null);
  const [refused, setRefused] = useState<string | null>(null);

  const exchange = async (remedy: Remedy): Promise<boolean> => {
    setRefused(null);
    try {
      const { version, title, document } = await call(readPage, { params: { id } });
      const next = exchanged(document, remedy);
      if (next) await save.mutateAsync({ params: { id }, body: { version, title, document: next } });
      else setRefused('The page is another one by now, and was left as it is. Look at it again.');
      return next !== null;
    } catch (error) {
      setRefused(error instanceof Error ? error.message : String(error));
      return false;
    }
  };

  return {
    mayWrite,
    busy: save.isPending,
    done,
    refused,
    apply: async (remedy: Remedy) => {
      if (await exchange(remedy)) setDone(remedy);
    },
    takeBack: async () => {
      if (done && (await exchange(inverted(done)))) setDone(null);
    },
  };
}
