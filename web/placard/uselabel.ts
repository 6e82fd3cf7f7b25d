import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { labelAsset, readAsset, type AssetDetail } from '@placard/core/contract';
import type { Placard } from '@placard/core/credit';
import { call, Refusal } from '../kit/api.ts';
import { keyOf, useDo } from '../kit/asking.ts';

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
  version.current = Math.max(version.current, asset.placardVersion);
  const key = keyOf(readAsset, { id: asset.id });

  const save = async (changes: Partial<Placard>, before: Placard): Promise<void> => {
    try {
      version.current = (await saveLabel(asset.id, version.current, changes)).version;
      setRefused(null);
      setPending((pending) => without(pending, changes));
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      if (error.status !== 409) {
        setRefused(error.message);
        return;
      }
      const newer = await call(readAsset, { params: { id: asset.id } });
      client.setQueryData(key, newer);
      version.current = newer.placardVersion;
      // Other fields were changed, not these: both changes stand side by side.
      if (fieldsOf(changes).every((field) => newer.placard[field] === before[field]))
        return save(changes, before);
      setPending((pending) => without(pending, changes));
      setConflict({
        says: `${error.message} Yours: ${Object.values(changes)
          .map((words) => `“${String(words)}”`)
          .join(', ')}.`,
        useMine: () => {
          setConflict(null);
          change(changes);
        },
        useTheirs: () => setConflict(null),
      });
    }
  };

  const change = (changes: Partial<Placard>) => {
    setPending((pending) => ({ ...pending, ...changes }));
    const before = asset.placard;
    saving.current = saving.current.then(() => save(changes, before));
  };

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

/** The pending changes less those that are settled and were not changed again since. */
function without(pending: Partial<Placard>, settled: Partial<Placard>): Partial<Placard> {
  const entries = Object.entries(pending).filter(
    ([field, value]) => settled[field as keyof Placard] !== value,
  );
  return Object.fromEntries(entries);
}
