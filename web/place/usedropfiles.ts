import type { Editor, EditorEvents } from '@tiptap/react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { acceptWhenRead } from '../gather/acceptwhenread.ts';
import { uploads } from '../gather/uploads.ts';

/** A file dropped into a page, on its way there. */
export interface Dropping {
  key: string;
  fileName: string;
  /** Why it could not be placed; it waits in the arrivals then. */
  says: string | null;
}

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
          const taken = 'asset' in came ? Promise.resolve(came.asset) : acceptWhenRead(came.arrival, section);
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
