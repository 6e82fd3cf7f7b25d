import type { Editor } from '@tiptap/react';
import { useEffect, useRef, useState } from 'react';
import { gapAt, gapBeside, gapInWords, gapsOf, sheetOf, type Gap } from './desk/gaps.ts';
import { nowAt, positionIn, type Position } from './desk/positions.ts';

const NEAR = 9;

/**
 * Between two blocks a hairline appears where something can be put: where the mouse is, or where the keys opened it
 * (`opened`), which then move it up and down.
 */
export function Hairline({
  editor,
  opened,
  marked,
  onOpened,
  onChoose,
  onEmbed,
}: {
  editor: Editor;
  /** Where the gap is that was opened by key; null for none. */
  opened: Position | null;
  /** Where something that is being dragged would go. */
  marked: Gap | null;
  onOpened: (at: number | null) => void;
  onChoose: (at: number) => void;
  onEmbed: (at: number) => void;
}) {
  const [pointed, setPointed] = useState<(Gap & { position: Position }) | null>(null);
  useEffect(() => {
    const sheet = sheetOf(editor);
    if (!sheet) return undefined;
    const look = (event: MouseEvent) => {
      // What lies on the sheet is taken hold of, not covered.
      if (event.target instanceof Element && event.target.closest('[data-hairline], button, [role=slider]'))
        return;
      // Over what is placed nothing is put, whatever gap of the words beside it lies there too.
      const near = event.buttons === 0 && !isOver(event) ? nearestGap(editor, sheet, event.clientY) : null;
      setPointed(near && { ...near, position: positionIn(editor.state, near.at) });
    };
    const leave = () => setPointed(null);
    sheet.addEventListener('mousemove', look);
    sheet.addEventListener('mouseleave', leave);
    return () => {
      sheet.removeEventListener('mousemove', look);
      sheet.removeEventListener('mouseleave', leave);
    };
  }, [editor]);
  const line = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (opened === null) return;
    // Opened by key, it goes on by key.
    if (!line.current?.contains(document.activeElement)) line.current?.querySelector('button')?.focus();
    line.current?.scrollIntoView({ block: 'nearest' });
  }, [opened]);
  if (marked)
    return (
      <span
        aria-hidden
        className="pointer-events-none absolute inset-x-4 z-10 -mt-px border-t-2 border-[#a6342b]"
        style={
          marked.left === undefined
            ? { top: marked.top }
            : { top: marked.top, left: marked.left, width: marked.width, right: 'auto' }
        }
      />
    );
  const openedAt = opened && nowAt(editor.state, opened);
  const pointedAt = pointed && nowAt(editor.state, pointed.position);
  const byKey = openedAt === null ? null : gapAt(editor, openedAt);
  const gap = byKey ?? (pointedAt === null ? null : pointed && { ...pointed, at: pointedAt });
  if (!gap) return null;
  const position = positionIn(editor.state, gap.at);
  const choose = (then: (at: number) => void) => () => {
    // Where it is when it is pressed, which may be later than when it was drawn.
    const at = nowAt(editor.state, position);
    onOpened(null);
    if (at !== null) then(at);
  };
  return (
    <div
      ref={line}
      data-hairline
      role="group"
      aria-label={gapInWords(editor, gap.at)}
      className="absolute inset-x-4 z-10 -my-3 flex h-6 scroll-my-8 items-center"
      style={{ top: gap.top }}
      onKeyDown={(event) => {
        const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
        if (by !== 0) {
          event.preventDefault();
          const next = gapBeside(editor, gap.at, by);
          if (next) onOpened(next.at);
        } else if (event.key === 'Escape') {
          event.preventDefault();
          onOpened(null);
          editor.view.focus();
        }
      }}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) onOpened(null);
      }}
    >
      <span className="grow border-t border-dashed border-[#a6342b]" />
      <span className="flex gap-3 bg-white px-3 font-sans text-[12.5px] font-semibold text-[#a6342b]">
        <button type="button" className="hover:underline" onClick={choose(onChoose)}>
          Put something here
        </button>
        <button type="button" className="hover:underline" onClick={choose(onEmbed)}>
          Embed
        </button>
      </span>
      <span className="grow border-t border-dashed border-[#a6342b]" />
    </div>
  );
}

/** True for a mouse that is over something placed, and not at its upper or lower edge. */
function isOver({ target, clientY }: MouseEvent): boolean {
  const placed = target instanceof Element ? target.closest('.placement') : null;
  if (!placed) return false;
  const { top, bottom } = placed.getBoundingClientRect();
  return clientY > top + NEAR && clientY < bottom - NEAR;
}

function nearestGap(editor: Editor, sheet: HTMLElement, y: number): Gap | null {
  const { top } = sheet.getBoundingClientRect();
  return gapsOf(editor).find((gap) => Math.abs(y - top - gap.top) < NEAR) ?? null;
}
