import type { Editor } from '@tiptap/react';
import { useCallback, useState } from 'react';
import { useLatest } from '../kit/uselatest.ts';
import { acceptWhenRead } from '../kit/acceptwhenread.ts';
import { tell } from '../kit/messages.tsx';
import type { Dropped } from '../kit/filesof.ts';
import { uploads } from '../kit/uploads.ts';
import { newPlacementId } from '../kit/newplacementid.ts';
import { keepPlace, takePlace } from './desk/positions.ts';
import { blockDepth } from './desk/placing.ts';

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

/**
 * Brings files dropped into a page in, files them under the page's section, and has each placed where it was dropped,
 * however the words moved meanwhile: those of one drop in the order they were dropped in, whichever comes first.
 */
export function useDropFiles(
  editor: Editor,
  section: string,
  place: (asset: string, at: number, among: string | null) => void,
) {
  const [dropping, setDropping] = useState<Dropping[]>([]);
  const say = useCallback(
    (key: string, says: string | null) =>
      setDropping((before) =>
        says === null
          ? before.filter((file) => file.key !== key)
          : before.map((file) => (file.key === key ? { ...file, says } : file)),
      ),
    [],
  );
  const placing = useLatest(place);

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
      const coming = files.map((file) => {
        const { key, asset } = bringIn(file, section);
        keepPlace(editor, key, now);
        setDropping((before) => [...before, { key, fileName: file.name, says: null }]);
        return { key, asset, fileName: file.name };
      });
      for (const { key, asset, fileName } of coming)
        try {
          const held = await asset;
          say(key, null);
          const there = takePlace(editor, key);
          if (there === null) tellNotPlaced(fileName, held);
          else placing.current(held, there, among);
        } catch (error) {
          const says = error instanceof Error ? error.message : String(error);
          if (editor.isDestroyed) tell({ says: `“${fileName}”: ${says}`, at: '/gather' });
          else say(key, says);
        }
    },
    [editor, section, say, placing],
  );

  return { dropping, drop, dismiss: (key: string) => say(key, null) };
}

/** Sends a file in; it is held once it has come, has been read and is accepted. */
function bringIn(file: File, section: string): { key: string; asset: Promise<string> } {
  let come: (asset: Promise<string>) => void = () => {};
  const asset = new Promise<string>((resolve) => (come = resolve));
  const key = uploads.addOne(file, (came) =>
    come('asset' in came ? Promise.resolve(came.asset) : acceptWhenRead(came.arrival, section)),
  );
  // It is waited for in its turn; until then nobody minds.
  asset.catch(() => undefined);
  return { key, asset };
}
