import { useState } from 'react';
import { readPage, savePage } from '@placard/core/contract';
import { exchanged, inverted } from '@placard/core/page';
import type { Remedy } from '@placard/core/proof';
import { call } from '../kit/api.ts';
import { useDo, useMay } from '../kit/asking.ts';
import { tell } from '../kit/messages.tsx';
import { Once } from '../kit/once.ts';

/** Does remedies to a page; each can be taken back from whatever screen one is on by then. */
export function useRemedies(id: string) {
  const mayWrite = useMay(savePage);
  const save = useDo(savePage);
  const [refused, setRefused] = useState<string | null>(null);
  const [once] = useState(() => new Once());

  const exchange = async (remedy: Remedy): Promise<void> => {
    const { version, title, document } = await call(readPage, { params: { id } });
    const next = exchanged(document, remedy);
    if (!next) throw new Error('The page is another one by now, and was left as it is. Look at it again.');
    await save.mutateAsync({ params: { id }, body: { version, title, document: next } });
  };

  return {
    mayWrite,
    busy: save.isPending,
    refused,
    apply: (remedy: Remedy) =>
      once.run(JSON.stringify(remedy), async () => {
        setRefused(null);
        try {
          await exchange(remedy);
          tell({ says: `Done: ${remedy.says.toLowerCase()}.`, undo: () => exchange(inverted(remedy)) });
        } catch (error) {
          setRefused(error instanceof Error ? error.message : String(error));
        }
      }),
  };
}
