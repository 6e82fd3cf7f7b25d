import type { Editor, EditorEvents } from '@tiptap/react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { acceptArrivals, discardArrival, listArrivals } from '@placard/core/contract';
import { uploads } from '../gather/uploads.ts';
import { call } from '../kit/api.ts';

/** A file dropped into a page, on its way there. */
export interface Dropping {
  key: string;
  fileName: string;
  /** Why it could not be placed; it waits in the arrivals then. */
  says: string | null;
}

const PAUSE = 400;

/**
 * Brings files dropped into a page in, files them under the page's section, and has each placed where it
 * was dropped, however the words moved meanwhile. One that needs alt text is asked about before the next.
 */
export function useDropFiles(
  editor: Editor,
  section: string,
  place: (asset: string, at: number) => void,
  asking: boolean,
) {
  const [dropping, setDropping] = useState<Dropping[]>([]);
  const [ready, setReady] = useState<{ asset: string; key: string }[]>([]);
  /** Where each was dropped, kept true while the words move. */
  const places = useRef(new Map<string, number>());
  useEffect(() => {
    const follow = ({ transaction }: EditorEvents['transaction']) => {
      for (const [key, at] of places.current) places.current.set(key, transaction.mapping.map(at));
    };
    editor.on('transaction', follow);
    return () => {
      editor.off('transaction', follow);
    };
  }, [editor]);
  const say = useCallback(
    (key: string, says: string | null) =>
      setDropping((before) =>
        says === null
          ? before.filter((file) => file.key !== key)
          : before.map((file) => (file.key === key ? { ...file, says } : file)),
      ),
    [],
  );

  const drop = useCallback(
    (files: Iterable<File>, at: number) => {
      for (const file of files) {
        const key = uploads.addOne(file, (came) => {
          const taken = 'asset' in came ? Promise.resolve(came.asset) : accept(came.arrival, section);
          taken.then(
            (asset) => {
              say(key, null);
              setReady((before) => [...before, { asset, key }]);
            },
            (error: unknown) => say(key, error instanceof Error ? error.message : String(error)),
          );
        });
        places.current.set(key, at);
        setDropping((before) => [...before, { key, fileName: file.name, says: null }]);
      }
    },
    [section, say],
  );

  const placing = useRef(place);
  placing.current = place;
  useEffect(() => {
    const [next, ...rest] = ready;
    if (!next || asking) return;
    setReady(rest);
    placing.current(next.asset, places.current.get(next.key) ?? 0);
    places.current.delete(next.key);
  }, [ready, asking]);

  return { dropping, drop, dismiss: (key: string) => say(key, null) };
}

/** Waits until an arrival is read, and accepts it. Throws an Error with a sentence. */
async function accept(id: string, section: string): Promise<string> {
  for (;;) {
    const arrival = (await call(listArrivals)).find((arrival) => arrival.id === id);
    if (!arrival) throw new Error('It was discarded in the arrivals meanwhile.');
    if (arrival.state === 'refused') {
      await call(discardArrival, { params: { id } });
      throw new Error(arrival.says ?? 'It could not be read.');
    }
    if (arrival.state === 'ready') {
      const { accepted, left } = await call(acceptArrivals, {
        body: { arrivals: [{ id, title: arrival.proposedTitle, section }] },
      });
      if (!accepted[0]) throw new Error(left[0]?.says ?? 'It could not be accepted.');
      return accepted[0].asset;
    }
    await new Promise((resolve) => setTimeout(resolve, PAUSE));
  }
}
