import type { Editor, JSONContent } from '@tiptap/react';
import { useCallback } from 'react';
import { FIRST_STANDING, type Arriving } from '@placard/core/page';
import { acceptWhenRead } from '../kit/acceptwhenread.ts';
import type { Dropped } from '../kit/filesof.ts';
import { tell } from '../kit/messages.tsx';
import { newPlacementId } from '../kit/newplacementid.ts';
import { useLatest } from '../kit/uselatest.ts';
import { uploads } from '../kit/uploads.ts';
import { sendTo } from './desk/coming.ts';
import { blockDepth, insertAt } from './desk/placing.ts';
import { keepPlace, takePlace } from './desk/positions.ts';

/** The boundary that what is put at the caret goes to: behind the block that it is in, or before it where that says nothing. */
function placeAtCaret(editor: Editor): number {
  const { $from } = editor.state.selection;
  const depth = Math.min(blockDepth($from), $from.depth);
  return depth === 0 ? editor.state.selection.to : $from.after(depth);
}

/** Counts drops, to keep their places apart. */
let drops = 0;

const MEDIA: Readonly<Record<string, Arriving['attrs']['media']>> = {
  image: 'picture',
  video: 'film',
  audio: 'sound',
};

/** Where a file will stand: what it is by what is said of it, which its bytes may say otherwise. */
function placeFor(file: File): { file: File; id: string; block: JSONContent } {
  const id = newPlacementId();
  // Of what a browser does not know it is not told what it is; most of that is pictures and films.
  const media = MEDIA[file.type.split('/')[0] ?? ''] ?? (file.type === '' ? 'picture' : 'document');
  const attrs = { id, ...FIRST_STANDING, media, address: '', arrival: null, alt: null, caption: '' };
  return { file, id, block: { type: 'arriving', attrs } };
}

/**
 * Makes places in the page for files that are dropped into it, at once and in their order, sends them in, files them under
 * the page's section, and has each put into its place. Several that show something are meant to stand together.
 */
export function useDropFiles(
  editor: Editor,
  section: string,
  placeInto: (asset: string, place: string) => Promise<void>,
): (dropped: Promise<Dropped>, where: number | null) => Promise<void> {
  const placing = useLatest(placeInto);
  return useCallback(
    async (dropped, where) => {
      const at = where ?? placeAtCaret(editor);
      // Folders are read first, and the words go on meanwhile.
      const held = `drop ${++drops}`;
      keepPlace(editor, held, at);
      const { files, says } = await dropped;
      if (says !== null) tell({ says });
      // A page that was left meanwhile has no place for them any more: they arrive as others do.
      if (editor.isDestroyed) {
        uploads.add(files);
        if (files.length > 0)
          tell({ says: 'What you dropped goes to the arrivals: its page was left before.', at: '/gather' });
        return;
      }
      const now = takePlace(editor, held) ?? at;
      const places = files.map(placeFor);
      const shown = places.filter(({ block }) => block.attrs?.['media'] !== 'document');
      const others = places.filter((place) => !shown.includes(place)).map(({ block }) => block);
      const together: JSONContent = {
        type: 'together',
        attrs: { key: newPlacementId(), setting: 'rows' },
        content: shown.map(({ block }) => ({ type: 'item', content: [block] })),
      };
      const blocks = [...(shown.length > 1 ? [together] : shown.map(({ block }) => block)), ...others];
      for (const block of blocks.toReversed()) insertAt(editor, block, now);
      for (const { file, id } of places)
        sendTo(editor, id, file, async (came) => {
          const asset = 'asset' in came ? came.asset : await acceptWhenRead(came.arrival, section);
          await placing.current(asset, id);
        });
    },
    [editor, section, placing],
  );
}
