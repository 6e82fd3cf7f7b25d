import type { Editor } from '@tiptap/react';
import { useMemo, useState } from 'react';
import type { DropPlace } from '../kit/selection.tsx';
import { useLatest } from '../kit/uselatest.ts';
import { gapAt, gapBeside, gapInWords, sheetOf, type Gap } from './desk/gaps.ts';
import { boundaryAt } from './desk/placing.ts';

/** Takes what is dragged into a page: where it would go is marked while it is on its way. */
export function useDropPlace(
  editor: Editor,
  onPut: (assets: readonly string[], at: number) => void,
): { marked: Gap | null; dropPlace: DropPlace } {
  const [marked, setMarked] = useState<Gap | null>(null);
  const put = useLatest(onPut);
  const dropPlace = useMemo<DropPlace>(() => {
    /** Where the keys brought it: right on the line, where either block might be the nearest one. */
    let stepped: { y: number; at: number } | null = null;
    const placeAt = ({ x, y }: { x: number; y: number }): number | null => {
      const sheet = sheetOf(editor);
      const rooms = [sheet, sheet?.closest('[data-desk]')].map((one) => one?.getBoundingClientRect());
      const inside = rooms.every(
        (room) => room && x >= room.left && x <= room.right && y >= room.top && y <= room.bottom,
      );
      if (!inside) return null;
      if (stepped && Math.abs(stepped.y - y) < 2) return stepped.at;
      return boundaryAt(editor.view, x, y);
    };
    return {
      // What is seen of it: what lies under the tray takes nothing.
      element: () => sheetOf(editor)?.closest<HTMLElement>('[data-desk]') ?? null,
      mark: (point) => {
        if (!point) stepped = null;
        const at = point && placeAt(point);
        setMarked(at === null ? null : gapAt(editor, at));
        return at === null ? null : gapInWords(editor, at);
      },
      put: (assets, point) => {
        const at = placeAt(point);
        setMarked(null);
        if (at !== null) put.current(assets, at);
        return at !== null;
      },
      step: (from, by) => {
        const sheet = sheetOf(editor);
        if (!sheet) return null;
        const here = placeAt(from);
        const { $from, from: caret } = editor.state.selection;
        const gap =
          here === null
            ? gapAt(editor, $from.depth > 0 ? $from.before(1) : caret)
            : gapBeside(editor, here, by);
        if (!gap) return null;
        // The middle of the line between the two: half a pixel on either side is another block.
        const middle = () => sheet.getBoundingClientRect().top + gap.top;
        const room = sheet.closest<HTMLElement>('[data-desk]')?.getBoundingClientRect();
        if (room && (middle() < room.top + 40 || middle() > room.bottom - 40))
          sheet.closest('[data-desk]')?.scrollBy({ top: middle() - (room.top + room.bottom) / 2 });
        stepped = { y: middle(), at: gap.at };
        return { x: sheet.getBoundingClientRect().left + 40, y: stepped.y };
      },
    };
  }, [editor, put]);
  return { marked, dropPlace };
}
