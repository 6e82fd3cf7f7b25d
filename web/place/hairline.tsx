import type { Editor } from '@tiptap/react';
import { useEffect, useState } from 'react';

interface Gap {
  at: number;
  top: number;
}

const NEAR = 9;

/** Between two blocks a hairline appears where something can be put. */
export function Hairline({
  editor,
  onChoose,
  onEmbed,
}: {
  editor: Editor;
  onChoose: (at: number) => void;
  onEmbed: (at: number) => void;
}) {
  const [gap, setGap] = useState<Gap | null>(null);
  useEffect(() => {
    const sheet = editor.view.dom.closest<HTMLElement>('.sheet');
    if (!sheet) return undefined;
    const look = (event: MouseEvent) => {
      if (event.target instanceof HTMLElement && event.target.closest('[data-hairline]')) return;
      setGap(event.buttons === 0 ? nearestGap(editor, sheet, event.clientY) : null);
    };
    const leave = () => setGap(null);
    sheet.addEventListener('mousemove', look);
    sheet.addEventListener('mouseleave', leave);
    return () => {
      sheet.removeEventListener('mousemove', look);
      sheet.removeEventListener('mouseleave', leave);
    };
  }, [editor]);
  if (!gap) return null;
  return (
    <div
      data-hairline
      className="absolute inset-x-4 z-10 -my-3 flex h-6 items-center"
      style={{ top: gap.top }}
    >
      <span className="grow border-t border-dashed border-[#a6342b]" />
      <span className="flex gap-3 bg-white px-3 font-sans text-[12.5px] font-semibold text-[#a6342b]">
        <button type="button" className="hover:underline" onClick={() => onChoose(gap.at)}>
          Put something here
        </button>
        <button type="button" className="hover:underline" onClick={() => onEmbed(gap.at)}>
          Embed
        </button>
      </span>
      <span className="grow border-t border-dashed border-[#a6342b]" />
    </div>
  );
}

function nearestGap(editor: Editor, sheet: HTMLElement, y: number): Gap | null {
  const { top: sheetTop } = sheet.getBoundingClientRect();
  let found: Gap | null = null;
  editor.state.doc.forEach((node, pos) => {
    const element = editor.view.nodeDOM(pos);
    if (found || !(element instanceof HTMLElement)) return;
    const { top, bottom } = element.getBoundingClientRect();
    if (Math.abs(y - (top - 6)) < NEAR) found = { at: pos, top: top - sheetTop - 6 };
    else if (Math.abs(y - (bottom + 6)) < NEAR)
      found = { at: pos + node.nodeSize, top: bottom - sheetTop + 6 };
  });
  return found;
}
