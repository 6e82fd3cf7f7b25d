import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { listPages, proofPage, readPage, readStages, savePage, type Page } from '@placard/core/contract';
import type { PageDocument } from '@placard/core/page';
import type { Finding } from '@placard/core/proof';
import { call, Refusal } from '../kit/api.ts';
import { keyOf } from '../kit/asking.ts';

const PAUSE = 800;
const RETRY = 4000;

export interface Draft {
  title: string;
  document: PageDocument;
}

export type SaveState =
  | { kind: 'saved'; at: string }
  | { kind: 'writing' }
  | { kind: 'refused'; says: string }
  | { kind: 'conflict'; says: string };

/**
 * Saves a page by itself when the writer pauses, one save at a time. After somebody else's save it
 * stops and leaves the choice to the writer; while the connection is gone it tries again.
 */
export function useAutosave(page: Page) {
  const client = useQueryClient();
  const [state, setState] = useState<SaveState>({ kind: 'saved', at: page.changedAt });
  const [findings, setFindings] = useState<Finding[] | null>(null);
  const version = useRef(page.version);
  const waiting = useRef<Draft | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const running = useRef<Promise<void> | null>(null);
  const stopped = useRef(false);

  const save = useCallback((): Promise<void> => {
    const once = async () => {
      const draft = waiting.current;
      if (!draft || stopped.current) return;
      waiting.current = null;
      try {
        const saved = await call(savePage, {
          params: { id: page.id },
          body: { version: version.current, ...draft },
        });
        version.current = saved.version;
        setFindings(saved.findings);
        client.setQueryData<Page>(
          keyOf(readPage, { id: page.id }),
          (before) => before && { ...before, ...draft, version: saved.version, changedAt: saved.changedAt },
        );
        for (const { path } of [listPages, readStages, proofPage])
          void client.invalidateQueries({ queryKey: [path] });
        if (!waiting.current) setState({ kind: 'saved', at: saved.changedAt });
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
        waiting.current ??= draft;
        if (error.status === 409) {
          stopped.current = true;
          setState({ kind: 'conflict', says: error.message });
          return;
        }
        setState({ kind: 'refused', says: error.message });
        if (error.status === 0 || error.status >= 500) timer.current = setTimeout(() => void save(), RETRY);
      }
    };
    running.current = (running.current ?? Promise.resolve()).then(once);
    return running.current;
  }, [client, page.id]);

  const write = useCallback(
    (draft: Draft) => {
      waiting.current = draft;
      if (stopped.current) return;
      setState({ kind: 'writing' });
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void save(), PAUSE);
    },
    [save],
  );

  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (waiting.current || stopped.current) event.preventDefault();
    };
    addEventListener('beforeunload', warn);
    return () => {
      removeEventListener('beforeunload', warn);
      clearTimeout(timer.current);
      void save();
    };
  }, [save]);

  return { state, findings, write, flush: save };
}
