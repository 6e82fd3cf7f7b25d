import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { useLatest } from '../kit/uselatest.ts';
import { labelAsset, readAsset, type AssetDetail } from '@placard/core/contract';
import type { Placard } from '@placard/core/credit';
import { call, mayPass, Refusal } from '../kit/api.ts';
import { keyOf, useDo } from '../kit/asking.ts';
import { useHold } from '../kit/hold.ts';
import { forget, Keeper, kept } from '../kit/kept.ts';

/** How long after a save that found no server it is tried again, in milliseconds. */
const RETRY = 3000;

/** Changes of a label as this browser keeps them until the server has them, and what stood in their fields before. */
export interface KeptLabel {
  changes: Partial<Placard>;
  before: Partial<Placard>;
  /** When it was last written on (ISO 8601). */
  at?: string;
}

/** True where nobody else has changed these fields since. */
export const isUntouched = ({ changes, before }: KeptLabel, there: Placard): boolean =>
  fieldsOf(changes).every((field) => there[field] === before[field]);

interface Conflict {
  says: string;
  useMine: () => void;
  useTheirs: () => void;
}

/**
 * The label of an asset, changed in place: what is written shows at once and is saved in order.
 * When somebody else wrote first, theirs is shown and the writer chooses.
 */
export function useLabel(asset: AssetDetail) {
  const client = useQueryClient();
  const saveLabel = useSaveLabel();
  const [pending, setPending] = useState<Partial<Placard>>({});
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const saving = useRef<Promise<void>>(Promise.resolve());
  const version = useRef(asset.placardVersion);
  useLayoutEffect(() => {
    version.current = Math.max(version.current, asset.placardVersion);
  }, [asset.placardVersion]);
  const key = keyOf(readAsset, { id: asset.id });

  const keeper = useRef<Keeper>(null);
  const unsaved = useRef<Partial<Placard>>({});
  /** What stood in each unsaved field before it was written on. */
  const stood = useRef<Partial<Placard>>({});
  const keepUnsaved = (next: Partial<Placard>) => {
    unsaved.current = next;
    const before = Object.fromEntries(
      fieldsOf(next).map((field) => [field, stood.current[field] ?? asset.placard[field]]),
    ) as Partial<Placard>;
    stood.current = before;
    const what: KeptLabel = { changes: next, before, at: new Date().toISOString() };
    void (Object.keys(next).length > 0 ? keeper.current?.keepAtOnce(what) : keeper.current?.forget());
  };
  const settle = (changes: Partial<Placard>) => {
    setRefused(null);
    setPending((pending) => without(pending, changes));
    keepUnsaved(without(unsaved.current, changes));
  };

  const save = async (changes: Partial<Placard>, before: Placard): Promise<void> => {
    try {
      version.current = (await saveLabel(asset.id, version.current, changes)).version;
      settle(changes);
    } catch (error) {
      const refusal = error instanceof Refusal ? error : new Refusal(0, {});
      if (mayPass(refusal)) {
        setRefused(refusal.message);
        await new Promise((resolve) => setTimeout(resolve, RETRY));
        return save(changes, before);
      }
      if (refusal.status !== 409) {
        setRefused(refusal.message);
        return;
      }
      const newer = await call(readAsset, { params: { id: asset.id } }).catch(() => null);
      if (!newer) return save(changes, before);
      client.setQueryData(key, newer);
      version.current = newer.placardVersion;
      // The answer to an earlier try was lost on the way.
      if (fieldsOf(changes).every((field) => newer.placard[field] === changes[field])) return settle(changes);
      // Other fields were changed, not these: both changes stand side by side.
      if (isUntouched({ changes, before }, newer.placard)) return save(changes, before);
      offer(changes, refusal.message);
    }
  };

  /** Shows theirs, and lets the writer choose. */
  const offer = (changes: Partial<Placard>, says: string) => {
    setPending((pending) => without(pending, changes));
    setConflict({
      says: `${says} Yours: ${Object.values(changes)
        .map((words) => `“${String(words)}”`)
        .join(', ')}.`,
      useMine: () => {
        setConflict(null);
        change(changes);
      },
      useTheirs: () => {
        setConflict(null);
        keepUnsaved(without(unsaved.current, changes));
      },
    });
  };

  const change = (changes: Partial<Placard>) => {
    setPending((pending) => ({ ...pending, ...changes }));
    keepUnsaved({ ...unsaved.current, ...changes });
    const before = asset.placard;
    const next = () => save(changes, before);
    saving.current = saving.current.then(next, next);
  };

  // What was written here before and never reached the server goes on from where it was, unless others wrote there since.
  const goOn = (what: KeptLabel) => {
    const { changes } = what;
    if (isUntouched(what, asset.placard)) return change(changes);
    stood.current = what.before;
    const apart = differing(changes, asset.placard);
    keepUnsaved(apart);
    if (Object.keys(apart).length > 0)
      offer(apart, 'What you wrote here was not saved, and somebody changed it since.');
  };
  const resume = useLatest(goOn);
  useHold(asset.id);
  useEffect(() => {
    const writes = new Keeper('label', asset.id);
    keeper.current = writes;
    void kept<KeptLabel>('label', asset.id).then(([found]) => {
      // What is written just now comes first; what was found waits for the next time.
      if (!found || Object.keys(unsaved.current).length > 0) return;
      resume.current(found.what);
      void forget(found.key);
    });
    return () => writes.end();
  }, [asset.id, resume]);

  return { placard: { ...asset.placard, ...pending }, change, conflict, refused };
}

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

/** The pending changes less those that are settled and were not changed again since. */
function without(pending: Partial<Placard>, settled: Partial<Placard>): Partial<Placard> {
  const entries = Object.entries(pending).filter(
    ([field, value]) => settled[field as keyof Placard] !== value,
  );
  return Object.fromEntries(entries);
}
