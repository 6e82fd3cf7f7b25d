import type { Editor } from '@tiptap/react';

/** A boundary between two blocks of a page: its place in the document, and its height on the sheet in CSS pixels. */
export interface Gap {
  at: number;
  top: number;
  /** Where it begins and how wide it is, in a cell of a table; as wide as the sheet where nothing is said. */
  left?: number;
  width?: number;
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
  editor.state.doc.resolve(Math.min(at, editor.state.doc.content.size)).depth === 0
    ? (gapsOf(editor).find((gap) => gap.at === at) ?? null)
    : gapInCell(editor, at);

function gapInCell(editor: Editor, at: number): Gap | null {
  const sheet = sheetOf(editor)?.getBoundingClientRect();
  const $at = editor.state.doc.resolve(at);
  const element = (pos: number) => {
    const found = editor.view.nodeDOM(pos);
    return found instanceof HTMLElement ? found.getBoundingClientRect() : null;
  };
  const cell = element($at.before());
  const after = $at.nodeAfter && element(at);
  const before = $at.nodeBefore && element(at - $at.nodeBefore.nodeSize);
  const top = after?.top ?? before?.bottom;
  if (!sheet || !cell || top === undefined) return null;
  return { at, top: top - sheet.top, left: cell.left - sheet.left, width: cell.width };
}

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
