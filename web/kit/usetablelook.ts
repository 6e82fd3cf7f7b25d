import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { keepTableLook, readTableLooks, type TableLook } from '@placard/core/contract';
import { call } from './api.ts';
import { keyOf, useAsk } from './asking.ts';
import { paced } from './pace.ts';

const AS_IT_COMES: TableLook = { hidden: [], widths: {} };

/** Milliseconds after the last change of a look until it is kept. */
const KEPT_AFTER = paced(500);

/** How whoever is signed in wants a table, wherever they sit: kept by the server, used at once. */
export function useTableLook(name: string): {
  /** Null until it is known. */
  look: TableLook | null;
  change: (changes: Partial<TableLook>) => void;
} {
  const client = useQueryClient();
  const looks = useAsk(readTableLooks, {}, { staleTime: 60_000, retry: false });
  const [own, setOwn] = useState<TableLook | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const look = own ?? (looks.isPending ? null : (looks.data?.[name] ?? AS_IT_COMES));
  return {
    look,
    change: (changes) => {
      const next = { ...(look ?? AS_IT_COMES), ...changes };
      setOwn(next);
      clearTimeout(timer.current);
      timer.current = setTimeout(() => {
        client.setQueryData(keyOf(readTableLooks), (all: Record<string, TableLook> | undefined) => ({
          ...all,
          [name]: next,
        }));
        // A width that was not kept is nothing to be told of: it is as it was asked for here.
        call(keepTableLook, { params: { table: name }, body: next }).catch(() => undefined);
      }, KEPT_AFTER);
    },
  };
}
