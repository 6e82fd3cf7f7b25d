import { Hint } from '../kit/hint.tsx';
import { Select } from '../kit/select.tsx';
import { useEditorState, type Editor } from '@tiptap/react';
import {
  AArrowDown,
  Bold,
  Italic,
  Link2,
  List,
  ListOrdered,
  Minus,
  Redo2,
  Table2,
  Undo2,
} from 'lucide-react';
import { putTable } from './tablecontrols.tsx';
import { Toolbar } from 'radix-ui';
import { useState, type FormEvent, type ReactNode } from 'react';
import { isLinkAddress } from '@placard/core/page';

/** The few controls that words need, and the two ways to put something else into the page. */
export function WordControls({
  editor,
  onEmbed,
  onPut,
}: {
  editor: Editor;
  onEmbed: () => void;
  onPut: () => void;
}) {
  const [linking, setLinking] = useState(false);
  const now = useEditorState({
    editor,
    selector: ({ editor }) => ({
      quoted: editor.isActive('quotation'),
      block:
        [2, 3, 4].find((level) => editor.isActive('heading', { level }))?.toString() ??
        (editor.isActive('quotation') ? 'quotation' : 'paragraph'),
      small: editor.isActive('small'),
      bold: editor.isActive('bold'),
      italic: editor.isActive('italic'),
      bullets: editor.isActive('bulletList'),
      numbers: editor.isActive('orderedList'),
      link: editor.isActive('link'),
      undo: editor.can().undo(),
      redo: editor.can().redo(),
    }),
  });
  const icon = 'size-4';
  return (
    <div className="mb-1.5 flex flex-wrap items-center gap-0.5 text-[13px]">
      <Select
        look="line"
        className="mr-1"
        label="Kind of paragraph"
        hideLabel
        value={now.block}
        onChange={(block) => {
          const level = Number(block) as 2 | 3 | 4;
          if (now.quoted && block !== 'quotation') editor.chain().focus().lift('quotation').run();
          if (block === 'quotation') editor.chain().focus().setParagraph().wrapIn('quotation').run();
          else if (block === 'paragraph') editor.chain().focus().setParagraph().run();
          else editor.chain().focus().setHeading({ level }).run();
        }}
        options={[
          ['paragraph', 'Paragraph'],
          ['2', 'Heading 2'],
          ['3', 'Heading 3'],
          ['4', 'Heading 4'],
          ['quotation', 'Quotation'],
        ]}
      />
      <Toolbar.Root aria-label="Words" className="flex min-w-0 grow flex-wrap items-center gap-0.5">
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
          label="List"
          on={now.bullets}
          onClick={() => editor.chain().focus().toggleBulletList().run()}
          icon={<List aria-hidden className={icon} />}
        />
        <Control
          label="Numbered list"
          on={now.numbers}
          onClick={() => editor.chain().focus().toggleOrderedList().run()}
          icon={<ListOrdered aria-hidden className={icon} />}
        />
        <Control
          label="Table"
          onClick={() => putTable(editor)}
          icon={<Table2 aria-hidden className={icon} />}
        />
        <Control
          label="Rule"
          onClick={() => editor.chain().focus().setHorizontalRule().run()}
          icon={<Minus aria-hidden className={icon} />}
        />
        <Control
          label="Link"
          on={now.link}
          onClick={() => setLinking(true)}
          icon={<Link2 aria-hidden className={icon} />}
        />
        <Control
          label="Undo"
          off={!now.undo}
          onClick={() => editor.chain().focus().undo().run()}
          icon={<Undo2 aria-hidden className={icon} />}
        />
        <Control
          label="Redo"
          off={!now.redo}
          onClick={() => editor.chain().focus().redo().run()}
          icon={<Redo2 aria-hidden className={icon} />}
        />
        <span className="grow" />
        <Hint says="At the caret. Between two blocks: Ctrl and Enter">
          <Toolbar.Button className="button-plain" onClick={onPut}>
            Put a picture or film
          </Toolbar.Button>
        </Hint>
        <Toolbar.Button className="button-plain" onClick={onEmbed}>
          Embed
        </Toolbar.Button>
      </Toolbar.Root>
      {linking && <LinkAddress editor={editor} onDone={() => setLinking(false)} />}
    </div>
  );
}

function Control({
  label,
  on = false,
  off = false,
  onClick,
  icon,
}: {
  label: string;
  on?: boolean;
  off?: boolean;
  onClick: () => void;
  icon: ReactNode;
}) {
  return (
    <Hint says={label}>
      <Toolbar.Button
        aria-label={label}
        aria-pressed={on}
        disabled={off}
        onMouseDown={(event) => event.preventDefault()}
        onClick={onClick}
        className="p-1.5 hover:text-madder disabled:text-edge aria-pressed:bg-ink aria-pressed:text-paper"
      >
        {icon}
      </Toolbar.Button>
    </Hint>
  );
}

function LinkAddress({ editor, onDone }: { editor: Editor; onDone: () => void }) {
  const [href, setHref] = useState(String(editor.getAttributes('link')['href'] ?? ''));
  const wrong = href.trim() !== '' && !isLinkAddress(href);
  const save = (event: FormEvent) => {
    event.preventDefault();
    if (wrong) return;
    const chain = editor.chain().focus().extendMarkRange('link');
    if (href.trim() === '') chain.unsetLink().run();
    else chain.setLink({ href: href.trim() }).run();
    onDone();
  };
  return (
    <form onSubmit={save} className="flex w-full items-center gap-2 py-1">
      <input
        autoFocus
        className="input"
        aria-label="Address of the link"
        placeholder="https://, mailto: or an address in the site; empty takes the link away"
        value={href}
        onChange={(event) => setHref(event.target.value)}
        onKeyDown={(event) => event.key === 'Escape' && onDone()}
      />
      <button type="submit" className="button" disabled={wrong}>
        Link
      </button>
      {wrong && <span className="text-madder">This is no address a link can have.</span>}
    </form>
  );
}
