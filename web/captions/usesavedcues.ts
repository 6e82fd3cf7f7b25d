import { useCallback, useEffect, useRef, useState } from 'react';
import { putCaptions, readTrack } from '@placard/core/contract';
import { readCaptions, writeVtt, type Cue, type TrackKind } from '@placard/core/captions';
import { languageName } from '@placard/core/text';
import { useQueryClient } from '@tanstack/react-query';
import { call, type Refusal } from '../kit/api.ts';
import { forget, keep, kept } from '../kit/kept.ts';
import { paced } from '../kit/pace.ts';

/** How long nothing is written before it is saved, in milliseconds. */
const QUIET = paced(900);

export interface WhichTrack {
  asset: string;
  /** Null for one that is not there yet. */
  track: string | null;
  kind: TrackKind;
  language: string;
}

type Saved =
  | { state: 'loading' }
  | { state: 'saved' }
  | { state: 'writing' }
  | { state: 'clash'; says: string }
  | { state: 'failed'; says: string };

interface Draft {
  cues: Cue[];
  version: number;
}

/** Loads a track, and saves what is written of it a moment later; what is not saved is kept in this browser. */
export function useSavedCues(
  { asset, track, kind, language }: WhichTrack,
  { cues, writes, load }: { cues: readonly Cue[]; writes: number; load: (cues: readonly Cue[]) => void },
) {
  const [saved, setSaved] = useState<Saved>({ state: 'loading' });
  const [brought, setBrought] = useState(false);
  const client = useQueryClient();
  const version = useRef(0);
  const name = `${asset}/${kind}/${language}`;
  // It is there with the first that is saved of it, and is not loaded again for that.
  const there = useRef(track);
  useEffect(() => {
    there.current = track;
  });
  const open = useCallback(
    async (theirs: boolean) => {
      setSaved({ state: 'loading' });
      const id = there.current;
      const written = id ? await call(readTrack, { params: { id } }) : null;
      const read = written ? readCaptions(written.text) : { cues: [] };
      version.current = written?.version ?? 0;
      const draft = theirs ? undefined : await kept<Draft>('captions', name);
      if (theirs) await forget('captions', name);
      load(draft?.cues ?? ('cues' in read ? read.cues : []));
      setBrought(draft !== undefined);
      setSaved(
        draft && draft.version !== version.current
          ? {
              state: 'clash',
              says: 'Somebody has written these captions since you left them. What you wrote is here still.',
            }
          : { state: 'saved' },
      );
    },
    [name, load],
  );
  useEffect(() => {
    open(false).catch((error: Refusal) => setSaved({ state: 'failed', says: error.message }));
  }, [open]);
  const latest = useRef({ cues, writes });
  useEffect(() => {
    latest.current = { cues, writes };
  });
  const save = useCallback(
    async (over = false) => {
      const { cues: now, writes: asOf } = latest.current;
      const label = `${languageName(language) ?? language}${kind === 'captions' ? '' : `, ${kind}`}`;
      try {
        if (now.length === 0) return;
        const body = {
          kind,
          language,
          label,
          text: writeVtt(now),
          ...(over ? {} : { version: version.current }),
        };
        const answer = await call(putCaptions, { params: { id: asset }, body });
        version.current = answer.version;
        if (latest.current.writes === asOf) {
          await forget('captions', name);
          setSaved({ state: 'saved' });
        }
        void client.invalidateQueries({ queryKey: ['/api/assets/{id}'] });
      } catch (error) {
        const { status, message } = error as Refusal;
        setSaved(status === 409 ? { state: 'clash', says: message } : { state: 'failed', says: message });
      }
    },
    [asset, kind, language, name, client],
  );
  useEffect(() => {
    if (writes === 0) return undefined;
    setSaved((now) => (now.state === 'clash' ? now : { state: 'writing' }));
    void keep('captions', name, { cues: [...cues], version: version.current } satisfies Draft);
    const timer = setTimeout(() => {
      setSaved((now) => {
        if (now.state !== 'clash') void save();
        return now;
      });
    }, QUIET);
    return () => clearTimeout(timer);
  }, [cues, writes, name, save]);
  return { saved, brought, save, loadTheirs: () => open(true) };
}
