import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { listPages, proofPage, readPage, readStages, savePage, type Page } from '@placard/core/contract';
import type { PageDocument } from '@placard/core/page';
import type * as v from 'valibot';
import { call, mayPass, Refusal } from '../kit/api.ts';
import { keyOf } from '../kit/asking.ts';
import { forget, keep } from '../kit/kept.ts';
import { newPlacementId } from './placementid.ts';
import { leaving } from './leaving.ts';
import type { OwnFacts } from './ownfacts.ts';
import { paced } from '../kit/pace.ts';

const PAUSE = paced(800);
/** As long as it can be read that it is not saved. */
const RETRY = 3000;
/** How long after the last key it is kept in this browser. */
const KEEP = paced(250);

type Proofed = v.InferOutput<typeof proofPage.answer>;

export interface Draft extends OwnFacts {
  document: PageDocument;
}

/** A draft as this browser keeps it until the server has it; older ones have no facts. */
export interface KeptDraft extends Partial<OwnFacts> {
  title: string;
  document: PageDocument;
  /** The version it was written on. */
  version: number;
  /** When it was last written on (ISO 8601). */
  at: string;
}

export type SaveState =
  | { kind: 'saved'; at: string }
  | { kind: 'writing' }
  | { kind: 'refused'; says: string }
  | { kind: 'conflict'; says: string };

const WRITING: SaveState = { kind: 'writing' };

/** One save, by an id of its own: sent again, it is the same one. */
interface Save {
  id: string;
  draft: Draft;
}

/**
 * Saves a page by itself when the writer pauses, one save at a time, and keeps in this browser what the server does
 * not have yet. After somebody else's save it stops and leaves the choice to the writer; while the connection is gone
 * it tries again.
 */
export function useAutosave(page: Page) {
  const client = useQueryClient();
  const [state, setState] = useState<SaveState>({ kind: 'saved', at: page.changedAt });
  const version = useRef(page.version);
  /** What the server has of it, as this window knows. */
  const there = useRef<Draft>(page);
  /** What is to be saved, asked for only when it is: writing it down takes longer than a key may. */
  const waiting = useRef<(() => Draft) | null>(null);
  const keeping = useRef<ReturnType<typeof setTimeout>>(undefined);
  /** Sent, with no answer that says what became of it. */
  const unsure = useRef<Save | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const running = useRef<Promise<void>>(Promise.resolve());
  const stopped = useRef(false);

  const save = useCallback((): Promise<void> => {
    const send = async ({ id, draft }: Save) => {
      const saved = await call(savePage, {
        params: { id: page.id },
        body: { version: version.current, save: id, ...draft },
      });
      version.current = saved.version;
      there.current = draft;
      client.setQueryData<Proofed>(
        keyOf(proofPage, { id: page.id }),
        (before) => before && { ...before, findings: saved.findings },
      );
      client.setQueryData<Page>(
        keyOf(readPage, { id: page.id }),
        (before) => before && { ...before, ...draft, version: saved.version, changedAt: saved.changedAt },
      );
      if (!waiting.current) {
        clearTimeout(keeping.current);
        await forget('page', page.id);
        setState({ kind: 'saved', at: saved.changedAt });
      }
    };
    const once = async () => {
      if (stopped.current) return;
      let next = unsure.current;
      if (!next && waiting.current) {
        next = { id: newPlacementId(), draft: waiting.current() };
        waiting.current = null;
      }
      if (!next) return;
      unsure.current = next;
      try {
        await send(next);
        unsure.current = null;
        // What was found came with the answer; the page's other windows, and its proof here, are told of it.
        for (const { path } of [listPages, readStages]) void client.invalidateQueries({ queryKey: [path] });
        // What was written while an earlier save was unsure comes now.
        if (waiting.current) timer.current = setTimeout(() => void save(), PAUSE);
      } catch (error) {
        const refusal = error instanceof Refusal ? error : new Refusal(0, {});
        const again = mayPass(refusal);
        if (!again) {
          unsure.current = null;
          const { draft } = next;
          waiting.current ??= () => draft;
        }
        if (refusal.status === 409) {
          stopped.current = true;
          setState({ kind: 'conflict', says: refusal.message });
          return;
        }
        setState({ kind: 'refused', says: refusal.message });
        clearTimeout(timer.current);
        if (again) timer.current = setTimeout(() => void save(), RETRY);
      }
    };
    running.current = running.current.then(once, once);
    return running.current;
  }, [client, page.id]);

  const keepNow = useCallback(() => {
    clearTimeout(keeping.current);
    if (!waiting.current) return;
    const what: KeptDraft = {
      ...waiting.current(),
      version: version.current,
      at: new Date().toISOString(),
    };
    void keep('page', page.id, what);
  }, [page.id]);

  const write = useCallback(
    (draft: () => Draft) => {
      waiting.current = draft;
      clearTimeout(keeping.current);
      keeping.current = setTimeout(keepNow, KEEP);
      if (stopped.current) return;
      // The same state for every key: nothing is drawn anew for it.
      setState((before) => (before.kind === 'writing' ? before : WRITING));
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void save(), PAUSE);
    },
    [keepNow, save],
  );

  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (waiting.current || unsure.current || stopped.current) event.preventDefault();
    };
    addEventListener('beforeunload', warn);
    addEventListener('pagehide', keepNow);
    return () => {
      removeEventListener('beforeunload', warn);
      removeEventListener('pagehide', keepNow);
      keepNow();
      clearTimeout(timer.current);
      // Whoever looks at the page next waits for what was just written in it.
      leaving.wait(page.id, save());
    };
  }, [page.id, keepNow, save]);

  /** Goes on from a newer version of the page, with a draft that has both. */
  const resume = useCallback(
    (newer: Page, draft: () => Draft) => {
      version.current = newer.version;
      there.current = newer;
      stopped.current = false;
      write(draft);
    },
    [write],
  );
  const base = useCallback(() => there.current, []);

  return { state, write, flush: save, resume, base };
}
