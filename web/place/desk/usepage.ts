import { useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { listPages, proofPage, readPage, readStages, savePage, type Page } from '@placard/core/contract';
import type { PageDocument } from '@placard/core/page';
import type * as v from 'valibot';
import { call } from '../../kit/api.ts';
import { keyOf } from '../../kit/asking.ts';
import { forgetDraft } from '../../kit/drafts.ts';
import { useWriter } from '../../kit/writer.ts';
import type { Writing } from '../../kit/writing.ts';
import { leaving } from './leaving.ts';
import type { OwnFacts } from './ownfacts.ts';

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

/**
 * Saves a page by itself, and keeps in this browser what the server does not have yet. After somebody else's save it
 * stops and leaves the choice to the writer; while the connection is gone it tries again.
 */
export function useAutosave(page: Page) {
  const client = useQueryClient();
  const { writer, state } = useWriter<Draft>(
    () => ({
      kind: 'page',
      id: page.id,
      version: page.version,
      draft: page,
      at: page.changedAt,
      kept: (draft, version): KeptDraft => ({ ...draft, version, at: new Date().toISOString() }),
      send: async (version, { title, facts, shown, document }, save) => {
        const body = { version, save, title, facts, shown, document };
        const saved = await call(savePage, { params: { id: page.id }, body });
        client.setQueryData<Proofed>(
          keyOf(proofPage, { id: page.id }),
          (before) => before && { ...before, findings: saved.findings },
        );
        client.setQueryData<Page>(
          keyOf(readPage, { id: page.id }),
          (before) =>
            before && {
              ...before,
              title,
              facts,
              shown,
              document,
              version: saved.version,
              changedAt: saved.changedAt,
            },
        );
        // What was found came with the answer; the page's other windows, and its proof here, are told of it.
        for (const { path } of [listPages, readStages]) void client.invalidateQueries({ queryKey: [path] });
        return { version: saved.version, at: saved.changedAt };
      },
    }),
    // Whoever looks at the page next waits for what was just written in it.
    (saved) => leaving.wait(page.id, saved),
  );
  // The same for as long as it is written: who writes when they change would write without end.
  const doing = useMemo(
    () => ({
      write: (draft: () => Draft) => writer.write(draft),
      flush: () => writer.flush(),
      /** Goes on from a newer version of the page, with a draft that has both; with none, nothing of this window's is left. */
      resume: (newer: Pick<Page, 'version'> & Draft, draft: (() => Draft) | null) =>
        writer.bring(newer.version, newer, draft),
      /** Takes what was found in this browser as this writer's own: it is kept as that from now on. */
      adopt: (key: string) => {
        writer.keepNow();
        void forgetDraft(key);
      },
      /** What the server has of it, as this window knows. */
      base: () => writer.state.there.draft,
    }),
    [writer],
  );
  return {
    ...doing,
    state: stateOf(state),
    /** The version that this window writes on. */
    version: state.there.version,
  };
}

const WRITING: SaveState = { kind: 'writing' };

function stateOf({ phase, says, at }: Pick<Writing<unknown>, 'phase' | 'says' | 'at'>): SaveState {
  if (phase === 'clash') return { kind: 'conflict', says };
  // While it is tried again, it is not saved still.
  if (says !== '') return { kind: 'refused', says };
  return phase === 'saved' ? { kind: 'saved', at } : WRITING;
}
