import { Extension, type Editor } from '@tiptap/core';
import { DEEPEST_INDENT } from '@placard/core/page';

/** Sets paragraphs and items of lists further in, or less. */
export const Indent = Extension.create({
  name: 'indent',
  addKeyboardShortcuts: () => ({
    'Mod-]': ({ editor }) => indentBy(editor, 1),
    'Mod-[': ({ editor }) => indentBy(editor, -1),
  }),
});

/** Sets what the caret is in further in by a step, or less: an item into the list before it, a paragraph from its edge. */
export function indentBy(editor: Editor, by: 1 | -1): boolean {
  if (editor.isActive('listItem'))
    return by > 0 ? editor.commands.sinkListItem('listItem') : editor.commands.liftListItem('listItem');
  const { from, to } = editor.state.selection;
  const { tr } = editor.state;
  editor.state.doc.nodesBetween(from, to, (node, pos) => {
    if (node.type.name !== 'paragraph') return;
    const now = Number(node.attrs['indent'] ?? 0);
    const next = Math.min(DEEPEST_INDENT, Math.max(0, now + by));
    if (next !== now) tr.setNodeAttribute(pos, 'indent', next === 0 ? null : next);
  });
  if (tr.docChanged) editor.view.dispatch(tr.scrollIntoView());
  return true;
}
