import { useCallback, useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { putCaptions, readTrack, removeTrack } from '@placard/core/contract';
import { readCaptions, writeVtt, type Cue, type TrackKind } from '@placard/core/captions';
import { languageName } from '@placard/core/text';
import { useQueryClient } from '@tanstack/react-query';
import { call, Refusal } from '../kit/api.ts';
import { forgetDraft, keptDrafts } from '../kit/drafts.ts';
import { useLatest } from '../kit/uselatest.ts';
import { heedWindow, Writer } from '../kit/writer.ts';
import type { Writing } from '../kit/writing.ts';

export interface WhichTrack {
  asset: string;
  /** Null for one that is not there yet. */
  track: string | null;
  kind: TrackKind;
  language: string;
}

/** What was written of a track, as this browser keeps it. */
interface Kept {
  cues: readonly Cue[];
  version: number;
  /** When it was written last (ISO 8601). */
  at: string;
}

/** True where somebody else took it off. */
const isGone = (error: unknown): boolean => error instanceof Refusal && error.status === 404;

/** Loads a track, and saves what is written of it a moment later; what is not saved is kept in this browser. */
export function useSavedCues(
  which: WhichTrack,
  { cues, writes, load }: { cues: readonly Cue[]; writes: number; load: (cues: readonly Cue[]) => void },
) {
  const { asset, track, kind, language } = which;
  const client = useQueryClient();
  const name = `${asset}/${kind}/${language}`;
  const [writer, setWriter] = useState<Writer<readonly Cue[]> | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const [brought, setBrought] = useState(false);
  // It is there with the first that is saved of it, and is not loaded again for that.
  const there = useRef(track);
  useEffect(() => {
    there.current = track ?? there.current;
  }, [track]);

  /** The track as the server has it. */
  const read = useCallback(async (): Promise<{ cues: readonly Cue[]; version: number }> => {
    const written = there.current
      ? await call(readTrack, { params: { id: there.current } }).catch((error: unknown) => {
          if (isGone(error)) return null;
          throw error;
        })
      : null;
    const captions = written ? readCaptions(written.text) : null;
    return { cues: captions && 'cues' in captions ? captions.cues : [], version: written?.version ?? 0 };
  }, []);
  const send = useCallback(
    async (version: number, draft: readonly Cue[]) => {
      const at = new Date().toISOString();
      const label = `${languageName(language) ?? language}${kind === 'captions' ? '' : `, ${kind}`}`;
      try {
        // A track in which nothing is said is none.
        if (draft.length === 0) {
          if (there.current)
            await call(removeTrack, {
              params: { id: there.current },
              query: { version: String(version) } as never,
            }).catch((error: unknown) => {
              if (!isGone(error)) throw error;
            });
          there.current = null;
          return { version: 0, at };
        }
        const body = { kind, language, label, text: writeVtt(draft), version };
        const answer = await call(putCaptions, { params: { id: asset }, body });
        there.current =
          answer.tracks.find((one) => one.kind === kind && one.language === language)?.id ?? there.current;
        return { version: answer.version, at };
      } finally {
        void client.invalidateQueries({ queryKey: ['/api/assets/{id}'] });
      }
    },
    [asset, kind, language, client],
  );

  useEffect(() => {
    let [gone, opened] = [false, null as Writer<readonly Cue[]> | null];
    let forgetWindow = () => {};
    const open = async () => {
      const now = await read();
      const found = await keptDrafts<Kept>('captions', name);
      if (gone) return;
      const isThere = ({ cues }: Kept) => writeVtt(cues) === writeVtt(now.cues);
      // Saved after all, though the window was closed before it heard so: it is nothing to be offered later.
      for (const { key, what } of found) if (isThere(what)) void forgetDraft(key);
      const draft = found.find(({ what }) => !isThere(what));
      const made = new Writer<readonly Cue[]>({
        kind: 'captions',
        id: name,
        version: now.version,
        draft: now.cues,
        at: '',
        send,
        isThere: async (sent) => {
          const theirs = await read();
          return writeVtt(theirs.cues) === writeVtt(sent) ? { version: theirs.version, at: '' } : null;
        },
        kept: (cues, version): Kept => ({ cues, version, at: new Date().toISOString() }),
      });
      opened = made;
      forgetWindow = heedWindow(made);
      load(draft?.what.cues ?? now.cues);
      setBrought(draft !== undefined);
      if (draft) {
        const { cues, version } = draft.what;
        made.write(() => cues);
        if (version !== now.version)
          made.clash(
            'Somebody has written these captions since you left them. What you wrote is here still.',
          );
        made.keepNow();
        void forgetDraft(draft.key);
      }
      setWriter(made);
    };
    open().catch((error: Refusal) => setFailed(error.message));
    return () => {
      gone = true;
      forgetWindow();
      void opened?.leave();
    };
  }, [name, load, read, send]);

  const latest = useLatest(cues);
  useEffect(() => {
    if (writes > 0) writer?.write(() => latest.current);
  }, [writes, writer, latest]);

  const state = useSyncExternalStore(writer?.subscribe ?? (() => () => {}), () => writer?.state ?? null);
  return {
    saved: failed !== null ? ({ state: 'failed', says: failed } as const) : stateOf(state),
    brought,
    /** Saves at once; over what somebody else has written since, where somebody has. */
    save: async () => {
      if (writer?.state.phase !== 'clash') return writer?.flush();
      const theirs = await read();
      writer.bring(theirs.version, theirs.cues, () => latest.current);
      return writer.flush();
    },
    loadTheirs: async () => {
      const theirs = await read();
      writer?.bring(theirs.version, theirs.cues, null);
      load(theirs.cues);
    },
  };
}

type Saved = { state: 'loading' | 'saved' | 'writing' } | { state: 'clash' | 'failed'; says: string };

function stateOf(writing: Writing<unknown> | null): Saved {
  if (!writing) return { state: 'loading' };
  const { phase, says } = writing;
  if (phase === 'clash') return { state: 'clash', says };
  if (says !== '') return { state: 'failed', says };
  return { state: phase === 'saved' ? 'saved' : 'writing' };
}
