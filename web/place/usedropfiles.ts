import type { Editor } from '@tiptap/react';
import { useCallback, useEffect, useState } from 'react';
import { useLatest } from '../kit/uselatest.ts';
import { acceptWhenRead } from '../gather/acceptwhenread.ts';
import { tell } from '../kit/messages.tsx';
import type { Dropped } from '../gather/filesof.ts';
import { uploads } from '../gather/uploads.ts';
import { newPlacementId } from './placementid.ts';
import { keepPlace, takePlace } from './positions.ts';
import { blockDepth } from './placing.ts';

/** The boundary that what is put at the caret goes to: behind the block that it is in, or before it where that says nothing. */
function placeAtCaret(editor: Editor): number {
  const { $from } = editor.state.selection;
  const depth = Math.min(blockDepth($from), $from.depth);
  return depth === 0 ? editor.state.selection.to : $from.after(depth);
}

/** Counts drops, to keep their places apart. */
let drops = 0;

/** Tells of something that is held by now, and that nobody placed: its page was left before. */
export const tellNotPlaced = (name: string, asset: string): void =>
  tell({ says: `“${name}” is held, and was not placed: its page was left before.`, at: `/label/${asset}` });

/** A file dropped into a page, on its way there. */
export interface Dropping {
  key: string;
  fileName: string;
  /** Why it could not be placed; it waits in the arrivals then. */
  says: string | null;
}

/** One that is held by now, and waits until what came before it is placed. */
interface Ready {
  asset: string;
  key: string;
  /** What it is put together with; null where it came alone. */
  among: string | null;
  fileName: string;
}

/**
 * Brings files dropped into a page in, files them under the page's section, and has each placed where it
 * was dropped, however the words moved meanwhile. One that needs alt text is asked about before the next.
 */
export function useDropFiles(
  editor: Editor,
  section: string,
  place: (asset: string, at: number, among: string | null) => void,
  asking: boolean,
) {
  const [dropping, setDropping] = useState<Dropping[]>([]);
  const [ready, setReady] = useState<Ready[]>([]);
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
    async (dropped: Promise<Dropped>, where: number | null) => {
      const at = where ?? placeAtCaret(editor);
      // Folders are read first, and the words go on meanwhile.
      const held = `drop ${++drops}`;
      keepPlace(editor, held, at);
      const { files, says } = await dropped;
      if (says !== null) tell({ says });
      const now = takePlace(editor, held) ?? at;
      // Several at once are meant to stand together.
      const among = files.length > 1 ? newPlacementId() : null;
      for (const file of files) {
        const key = uploads.addOne(file, (came) => {
          const taken = 'asset' in came ? Promise.resolve(came.asset) : acceptWhenRead(came.arrival, section);
          taken.then(
            (asset) => {
              if (editor.isDestroyed) return tellNotPlaced(file.name, asset);
              say(key, null);
              setReady((before) => [...before, { asset, key, among, fileName: file.name }]);
            },
            (error: unknown) => {
              const says = error instanceof Error ? error.message : String(error);
              if (editor.isDestroyed) tell({ says: `“${file.name}”: ${says}`, at: '/gather' });
              else say(key, says);
            },
          );
        });
        keepPlace(editor, key, now);
        setDropping((before) => [...before, { key, fileName: file.name, says: null }]);
      }
    },
    [editor, section, say],
  );

  const placing = useLatest(place);
  const waiting = useLatest(ready);
  useEffect(
    () => () => {
      for (const { fileName, asset } of waiting.current) tellNotPlaced(fileName, asset);
    },
    [waiting],
  );
  useEffect(() => {
    const [next, ...rest] = ready;
    if (!next || asking) return;
    setReady(rest);
    placing.current(next.asset, takePlace(editor, next.key) ?? 0, next.among);
  }, [editor, ready, asking, placing]);

  return { dropping, drop, dismiss: (key: string) => say(key, null) };
}
