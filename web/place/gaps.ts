import type { Editor } from '@tiptap/react';

/** A boundary between two blocks of a page: its place in the document, and its height on the sheet in CSS pixels. */
export interface Gap {
  at: number;
  top: number;
}

/** How far a gap's line lies from the block beside it, in CSS pixels. */
const BESIDE = 6;

/** The sheet that a page is written on, while it is. */
export const sheetOf = (editor: Editor): HTMLElement | null =>
  editor.isDestroyed ? null : editor.view.dom.closest<HTMLElement>('.sheet');

/** Every gap of the page, from its top to its end. */
export function gapsOf(editor: Editor): Gap[] {
  const sheetTop = sheetOf(editor)?.getBoundingClientRect().top ?? 0;
  const gaps: Gap[] = [];
  let end = 0;
  editor.state.doc.forEach((_, pos) => {
    const element = editor.view.nodeDOM(pos);
    if (!(element instanceof HTMLElement)) return;
    const { top, bottom } = element.getBoundingClientRect();
    gaps.push({ at: pos, top: top - sheetTop - BESIDE });
    end = Math.max(end, bottom - sheetTop + BESIDE);
  });
  gaps.push({ at: editor.state.doc.content.size, top: end });
  return gaps;
}

/** The gap at a place of the document. */
export const gapAt = (editor: Editor, at: number): Gap | null =>
  gapsOf(editor).find((gap) => gap.at === at) ?? null;

/** The gap before or after a place, or the one nearest to it where there is no further one. */
export function gapBeside(editor: Editor, at: number, by: -1 | 1): Gap | null {
  const gaps = gapsOf(editor);
  return by > 0
    ? (gaps.find((gap) => gap.at > at) ?? gaps.at(-1) ?? null)
    : (gaps.findLast((gap) => gap.at < at) ?? gaps[0] ?? null);
}

/** What stands beside a gap, in words. */
export function gapInWords(editor: Editor, at: number): string {
  const before = editor.state.doc.resolve(Math.min(at, editor.state.doc.content.size)).nodeBefore;
  if (!before) return 'At the top of the page';
  const words = before.textBetween(0, before.content.size, ' ').trim();
  if (words !== '') return `After “${words.length > 60 ? `${words.slice(0, 59)}…` : words}”`;
  return before.isTextblock ? 'After an empty paragraph' : `After the ${before.type.name}`;
}
