import { isTextSelection } from '@tiptap/core';
import { BubbleMenu } from '@tiptap/react/menus';
import { useEditorState, type Editor } from '@tiptap/react';
import { AArrowDown, Bold, Italic, Link2, RemoveFormatting, Subscript, Superscript } from 'lucide-react';
import { Toolbar } from 'radix-ui';
import { Control } from './control.tsx';

/** What words that are chosen are marked with, beside them. */
export function SelectionStrip({ editor, onLink }: { editor: Editor; onLink: () => void }) {
  const now = useEditorState({
    editor,
    selector: ({ editor: { state } }) => ({
      bold: editor.isActive('bold'),
      italic: editor.isActive('italic'),
      small: editor.isActive('small'),
      superscript: editor.isActive('superscript'),
      subscript: editor.isActive('subscript'),
      link: editor.isActive('link'),
      words: !state.selection.empty,
    }),
  });
  const icon = 'size-4';
  return (
    <BubbleMenu
      editor={editor}
      pluginKey="selectionStrip"
      updateDelay={120}
      options={{ placement: 'top', offset: 8, flip: true, shift: { padding: 8 } }}
      shouldShow={({ state, view, element }) => {
        const { selection } = state;
        const inside = element.contains(document.activeElement);
        if (!view.hasFocus() && !inside) return false;
        return (
          isTextSelection(selection) &&
          state.doc.textBetween(selection.from, selection.to).trim() !== '' &&
          editor.isEditable
        );
      }}
    >
      <Toolbar.Root
        aria-label="Words chosen"
        className="z-20 flex items-center border border-edge bg-card text-ink shadow-md"
      >
        <Control
          label="Bold"
          on={now.bold}
          onClick={() => editor.chain().focus().toggleBold().run()}
          icon={<Bold aria-hidden className={icon} />}
        />
        <Control
          label="Italic"
          on={now.italic}
          onClick={() => editor.chain().focus().toggleItalic().run()}
          icon={<Italic aria-hidden className={icon} />}
        />
        <Control
          label="Small print"
          on={now.small}
          onClick={() => editor.chain().focus().toggleMark('small').run()}
          icon={<AArrowDown aria-hidden className={icon} />}
        />
        <Control
          label="Superscript"
          on={now.superscript}
          onClick={() => editor.chain().focus().toggleMark('superscript').run()}
          icon={<Superscript aria-hidden className={icon} />}
        />
        <Control
          label="Subscript"
          on={now.subscript}
          onClick={() => editor.chain().focus().toggleMark('subscript').run()}
          icon={<Subscript aria-hidden className={icon} />}
        />
        <Control label="Link" on={now.link} onClick={onLink} icon={<Link2 aria-hidden className={icon} />} />
        <Control
          label="Clear formatting"
          onClick={() => editor.chain().focus().unsetAllMarks().run()}
          icon={<RemoveFormatting aria-hidden className={icon} />}
        />
      </Toolbar.Root>
    </BubbleMenu>
  );
}
