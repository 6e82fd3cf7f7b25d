import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useLayoutEffect, useReducer, useState } from 'react';
import { useLatest } from '../kit/uselatest.ts';
import { labelAsset, readAsset, type AssetDetail } from '@placard/core/contract';
import type { Placard } from '@placard/core/credit';
import { call } from '../kit/api.ts';
import { keyOf, useDo } from '../kit/asking.ts';
import { useHold } from '../kit/hold.ts';
import { forgetDraft, keptDrafts } from '../kit/drafts.ts';
import { useWriter } from '../kit/writer.ts';
import { isUnsaved } from '../kit/writing.ts';

/** Changes of a label as this browser keeps them until the server has them, and what stood in their fields before. */
export interface KeptLabel {
  changes: Partial<Placard>;
  before: Partial<Placard>;
  /** When it was last written on (ISO 8601). */
  at?: string;
}

/** True where nobody else has changed these fields since. */
export const isUntouched = (
  { changes, before }: Pick<KeptLabel, 'changes' | 'before'>,
  there: Placard,
): boolean => fieldsOf(changes).every((field) => there[field] === before[field]);

interface Conflict {
  says: string;
  useMine: () => void;
  useTheirs: () => void;
}

/**
 * The label of an asset, changed in place: what is written shows at once, and is saved as whatever is saved by itself
 * (`kit/writer`), each time only the fields that are others now. When somebody else wrote in them first, theirs is shown
 * and the writer chooses.
 */
export function useLabel(asset: AssetDetail) {
  const client = useQueryClient();
  const saveLabel = useSaveLabel();
  const [, show] = useReducer((count: number) => count + 1, 0);
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const read = useCallback(async () => {
    const newer = await call(readAsset, { params: { id: asset.id } });
    client.setQueryData(keyOf(readAsset, { id: asset.id }), newer);
    return newer;
  }, [asset.id, client]);

  const { writer, state } = useWriter<Placard>(() => ({
    kind: 'label',
    id: asset.id,
    version: asset.placardVersion,
    draft: asset.placard,
    at: '',
    quiet: true,
    send: async (version, draft) => {
      const changes = differing(draft, writer.state.there.draft);
      // Written back to what it was before it was sent.
      if (fieldsOf(changes).length === 0) return { version, at: '' };
      return { version: (await saveLabel(asset.id, version, changes)).version, at: '' };
    },
    isThere: async (draft) => {
      const { placard, placardVersion } = await read();
      const changes = differing(draft, writer.state.there.draft);
      return fieldsOf(differing(changes, placard)).length === 0 ? { version: placardVersion, at: '' } : null;
    },
    kept: (draft): KeptLabel => {
      const before = writer.state.there.draft;
      const changes = differing(draft, before);
      return { changes, before: fieldsIn(before, changes), at: new Date().toISOString() };
    },
  }));
  const draft = () => writer.state.written?.() ?? writer.state.sent?.draft ?? writer.state.there.draft;
  const change = (changes: Partial<Placard>) => {
    const next = { ...draft(), ...changes };
    writer.write(() => next);
    writer.keepNow(true);
    void writer.flush();
    show();
  };

  // What others saved meanwhile is what is written on, where nothing of this window's is under way.
  const { version } = state.there;
  useLayoutEffect(() => {
    if (asset.placardVersion > version && !isUnsaved(writer.state))
      writer.bring(asset.placardVersion, asset.placard, null);
  }, [asset, version, writer]);

  /** Shows theirs, and lets the writer choose. */
  const offer = (changes: Partial<Placard>, newer: AssetDetail, says: string) => {
    const { placard, placardVersion } = newer;
    const goOn = (mine: (() => Placard) | null) => {
      setConflict(null);
      writer.bring(placardVersion, placard, mine);
      void writer.flush();
    };
    setConflict({
      says: `${says} Yours: ${Object.values(changes)
        .map((words) => `“${String(words)}”`)
        .join(', ')}.`,
      useMine: () => goOn(() => ({ ...placard, ...changes })),
      useTheirs: () => goOn(null),
    });
  };
  const clashed = useLatest(async (says: string) => {
    const newer = await read();
    if (writer.state.phase !== 'clash') return;
    const before = writer.state.there.draft;
    const changes = differing(draft(), before);
    // Other fields were changed, not these: both changes stand side by side.
    if (isUntouched({ changes, before }, newer.placard)) {
      writer.bring(newer.placardVersion, newer.placard, () => ({ ...newer.placard, ...changes }));
      void writer.flush();
    } else offer(differing(changes, newer.placard), newer, says);
  });
  const { phase, says } = state;
  useEffect(() => {
    if (phase !== 'clash') return undefined;
    let again: ReturnType<typeof setTimeout> | undefined;
    const settle = () =>
      void clashed.current(says).catch(() => {
        again = setTimeout(settle, AGAIN);
      });
    settle();
    return () => clearTimeout(again);
  }, [phase, says, clashed]);

  // What was written here before and never reached the server goes on from where it was, unless others wrote there since.
  const resume = useLatest(({ changes, before }: KeptLabel) => {
    const apart = differing(changes, asset.placard);
    if (isUntouched({ changes: apart, before }, asset.placard)) return change(apart);
    // As it was when that was written, so that what others did since is asked for.
    writer.bring(asset.placardVersion, { ...asset.placard, ...fieldsIn(before, apart) }, null);
    writer.write(() => ({ ...asset.placard, ...apart }));
    writer.clash('What you wrote here was not saved, and somebody changed it since.');
    writer.keepNow(true);
  });
  useHold(asset.id);
  useEffect(() => {
    void keptDrafts<KeptLabel>('label', asset.id).then((all) => {
      // What is written just now comes first; what was found waits for the next time.
      if (isUnsaved(writer.state)) return;
      // Saved after all, though the window was closed before it heard so: it is nothing to be offered later.
      const isThere = ({ changes }: KeptLabel) =>
        fieldsOf(differing(changes, writer.state.there.draft)).length === 0;
      for (const { key, what } of all) if (isThere(what)) void forgetDraft(key);
      const found = all.find(({ what }) => !isThere(what));
      if (!found) return;
      resume.current(found.what);
      void forgetDraft(found.key);
    });
  }, [asset.id, resume, writer]);

  const mine = phase === 'clash' ? {} : differing(draft(), writer.state.there.draft);
  return {
    placard: { ...asset.placard, ...mine },
    change,
    conflict,
    refused: phase !== 'clash' && says !== '' ? says : null,
  };
}

/** How soon what somebody else wrote is asked for again where no answer came, in milliseconds. */
const AGAIN = 3000;

/** Saves fields of a placard, and lets every part of this window know the newer version at once. */
export function useSaveLabel() {
  const client = useQueryClient();
  const { mutateAsync } = useDo(labelAsset);
  return async (id: string, version: number, changes: Partial<Placard>) => {
    const saved = await mutateAsync({ params: { id }, body: { version, changes } });
    client.setQueryData<AssetDetail>(
      keyOf(readAsset, { id }),
      (before) => before && { ...before, placard: saved.placard, placardVersion: saved.version },
    );
    return saved;
  };
}

const fieldsOf = (changes: Partial<Placard>) => Object.keys(changes) as (keyof Placard)[];

/** The changes that say something else than what stands there. */
const differing = (changes: Partial<Placard>, there: Placard): Partial<Placard> =>
  Object.fromEntries(
    fieldsOf(changes)
      .filter((field) => changes[field] !== there[field])
      .map((field) => [field, changes[field]]),
  );

/** What stands there in the fields of changes. */
const fieldsIn = (there: Partial<Placard>, changes: Partial<Placard>): Partial<Placard> =>
  Object.fromEntries(fieldsOf(changes).map((field) => [field, there[field]]));
