import { NodeSelection } from '@tiptap/pm/state';
import type { Editor } from '@tiptap/react';
import type { Node } from '@tiptap/pm/model';
import { FREE_STANDING, isAsStrict, scheduleOf, scheduleWithin } from '@placard/core/page';
import { newPlacementId } from '../../kit/newplacementid.ts';
import { selectedNode } from './placing.ts';
import { blockOf } from './desk.ts';

/** How wide a picture is set first in a line, in CSS pixels. */
const SMALL = 48;

/** How pictures stood by themselves that this window has set in lines, by the ids that they have there. */
const stood = new Map<string, Record<string, unknown>>();

/** Sets the selected picture small, into the line of words behind it, or before it; a line is begun where there is none. */
export function intoTheLine(editor: Editor): void {
  const found = selectedNode(editor);
  const small = editor.schema.nodes['smallPicture'];
  const paragraph = editor.schema.nodes['paragraph'];
  if (!found || !small || !paragraph) return;
  const { node, pos } = found;
  const { asset, version, ownAlt, ownCaption, linksTo, newWindow } = node.attrs;
  const link = linksTo ? [editor.schema.mark('link', { href: linksTo as string, newWindow })] : [];
  const id = newPlacementId();
  stood.set(id, node.attrs);
  const inline = small.create(
    { id, asset, version, ownAlt, ownCaption, width: SMALL, stands: 'middle' },
    null,
    link,
  );
  const { doc, tr } = editor.state;
  const $pos = doc.resolve(pos);
  const [before, after] = [$pos.nodeBefore, doc.resolve(pos + node.nodeSize).nodeAfter];
  tr.delete(pos, pos + node.nodeSize);
  let at = pos + 1;
  const when = scheduleOf(blockOf(node));
  // Among words that are shown otherwise than it is, it would be shown as they are.
  const takes = (line: Node | null) =>
    line?.isTextblock &&
    isAsStrict(scheduleOf(blockOf(line)), when) &&
    isAsStrict(when, scheduleOf(blockOf(line)));
  if (takes(after)) tr.insert(at, inline);
  else if (before && takes(before)) tr.insert((at = pos - 1), inline);
  else tr.insert(pos, paragraph.create({ when }, inline));
  editor.view.dispatch(tr.setSelection(NodeSelection.create(tr.doc, at)).scrollIntoView());
  editor.view.focus();
}

/** Sets the selected small picture on its own, before the words that it stood in. */
export function ontoItsOwn(editor: Editor): void {
  const { selection, tr, schema } = editor.state;
  const picture = schema.nodes['picture'];
  if (!(selection instanceof NodeSelection) || selection.node.type.name !== 'smallPicture' || !picture)
    return;
  const { node, $from } = selection;
  const { id, asset, version, ownAlt, ownCaption } = node.attrs;
  const link = node.marks.find(({ type }) => type.name === 'link');
  const around = Array.from({ length: $from.depth }, (_, depth) => blockOf($from.node(depth + 1)));
  const block = picture.create({
    ...FREE_STANDING,
    ...stood.get(String(id)),
    when: scheduleWithin(around),
    id: newPlacementId(),
    asset,
    version,
    ownAlt,
    ownCaption: ownCaption ?? null,
    linksTo: (link?.attrs['href'] as string | undefined) ?? null,
    newWindow: (link?.attrs['newWindow'] as boolean | null | undefined) ?? null,
  });
  // Where it is in an item or a quotation, it stands before all of that.
  let depth = $from.depth;
  while (
    depth > 1 &&
    !$from.node(depth - 1).canReplaceWith($from.index(depth - 1), $from.index(depth - 1), picture)
  )
    depth--;
  const at = $from.before(depth);
  tr.delete(selection.from, selection.to).insert(at, block);
  editor.view.dispatch(tr.setSelection(NodeSelection.create(tr.doc, at)).scrollIntoView());
  editor.view.focus();
}

/** The small picture that is selected; null where none is. */
export function selectedSmall(editor: Editor) {
  const { selection } = editor.state;
  if (!(selection instanceof NodeSelection) || selection.node.type.name !== 'smallPicture') return null;
  const { id, asset, ownAlt, width, stands } = selection.node.attrs;
  return {
    id: String(id),
    asset: String(asset),
    ownAlt: ownAlt as string | null,
    width: Number(width),
    stands: String(stands),
  };
}
