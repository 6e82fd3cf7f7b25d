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
  const { mutateAsync } = useDo(labelAsset);
  const [pending, setPending] = useState<Partial<Placard>>({});
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const saving = useRef<Promise<void>>(Promise.resolve());
  const version = useRef(asset.placardVersion);
  version.current = Math.max(version.current, asset.placardVersion);
  const key = keyOf(readAsset, { id: asset.id });

  const save = async (changes: Partial<Placard>) => {
    try {
      const saved = await mutateAsync({
        params: { id: asset.id },
        body: { version: version.current, changes },
      });
      version.current = saved.version;
      client.setQueryData<AssetDetail>(
        key,
        (before) => before && { ...before, placard: saved.placard, placardVersion: saved.version },
      );
      setRefused(null);
      setPending((before) => without(before, changes));
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      if (error.status !== 409) {
        setRefused(error.message);
        return;
      }
      setPending((before) => without(before, changes));
      const newer = await call(readAsset, { params: { id: asset.id } });
      client.setQueryData(key, newer);
      version.current = newer.placardVersion;
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
    setPending((before) => ({ ...before, ...changes }));
    saving.current = saving.current.then(() => save(changes));
  };

  return { placard: { ...asset.placard, ...pending }, change, conflict, refused };
}

/** The pending changes less those that are settled and were not changed again since. */
function without(pending: Partial<Placard>, settled: Partial<Placard>): Partial<Placard> {
  const entries = Object.entries(pending).filter(
    ([field, value]) => settled[field as keyof Placard] !== value,
  );
  return Object.fromEntries(entries);
}
