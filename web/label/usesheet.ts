import { useCallback, useRef, useState } from 'react';
import { beginLabelSheet, sendLabelRows } from '@placard/core/contract';
import { call } from '../kit/api.ts';
import type { SheetPart } from './readsheet.worker.ts';

interface Reading {
  fileName: string;
  /** How much of the file is compared, 0 to 1. */
  share: number;
  rows: number;
}

/** Brings a spreadsheet in: read in a worker, compared on the server part by part, given up when that is asked. */
export function useSheet(onRead: (id: string, fileName: string) => void) {
  const [reading, setReading] = useState<Reading | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const worker = useRef<Worker>(undefined);
  const cancel = useCallback(() => {
    worker.current?.terminate();
    worker.current = undefined;
    setReading(null);
  }, []);
  const read = useCallback(
    async (file: File) => {
      setTrouble(null);
      setReading({ fileName: file.name, share: 0, rows: 0 });
      const fail = (says: string) => {
        cancel();
        setTrouble(says);
      };
      try {
        const { id } = await call(beginLabelSheet, { body: { fileName: file.name } });
        const reader = new Worker(new URL('./readsheet.worker.ts', import.meta.url), { type: 'module' });
        worker.current = reader;
        reader.addEventListener('message', ({ data }: MessageEvent<SheetPart>) => {
          if ('trouble' in data) return fail(data.trouble);
          const { headings, rows, last, share } = data;
          call(sendLabelRows, { params: { id }, body: { headings, rows, last } }).then(
            (answer) => {
              if (worker.current !== reader) return;
              setReading({ fileName: file.name, share, rows: answer.rows });
              if (!last) return reader.postMessage({ go: true });
              cancel();
              onRead(id, file.name);
            },
            (error: unknown) => fail(error instanceof Error ? error.message : String(error)),
          );
        });
        reader.postMessage({ file });
      } catch (error) {
        fail(error instanceof Error ? error.message : String(error));
      }
    },
    [cancel, onRead],
  );
  return { reading, trouble, read, cancel };
}
