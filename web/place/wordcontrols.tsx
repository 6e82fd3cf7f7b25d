import { Select } from '../kit/select.tsx';
import { useEditorState, type Editor } from '@tiptap/react';
import {
  AArrowDown,
  Bold,
  Code2,
  IndentDecrease,
  IndentIncrease,
  Italic,
  Link2,
  List,
  ListOrdered,
  Maximize2,
  Minimize2,
  Minus,
  Redo2,
  Stamp,
  Table2,
  Undo2,
} from 'lucide-react';
import { putTable } from './tablecontrols.tsx';
import { Toolbar } from 'radix-ui';
import { Hint } from '../kit/hint.tsx';
import { NumberField } from '../kit/numberfield.tsx';
import { Control } from './control.tsx';
import { indentBy } from './desk/indent.ts';
import { SpecialCharacters } from './specialcharacters.tsx';

/** The few controls that words need, and the two ways to put something else into the page. */
export function WordControls({
  editor,
  onEmbed,
  onCopy,
  onPut,
  onLink,
  onSource,
  full,
  onFull,
}: {
  editor: Editor;
  onEmbed: () => void;
  /** Asks for standing copy; null where none may stand. */
  onCopy: (() => void) | null;
  onPut: () => void;
  onLink: () => void;
  onSource: () => void;
  /** The page has the whole window. */
  full: boolean;
  onFull: (full: boolean) => void;
}) {
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
      indented:
        editor.isActive('listItem') ||
        Boolean((editor.getAttributes('paragraph') as { indent?: number }).indent),
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
          label="Outdent"
          off={!now.indented}
          onClick={() => indentBy(editor, -1)}
          icon={<IndentDecrease aria-hidden className={icon} />}
        />
        <Control
          label="Indent"
          onClick={() => indentBy(editor, 1)}
          icon={<IndentIncrease aria-hidden className={icon} />}
        />
        <Control
          label="Table"
          makes
          onClick={() => putTable(editor)}
          icon={<Table2 aria-hidden className={icon} />}
        />
        <Control
          label="Rule"
          makes
          onClick={() => editor.chain().focus().setHorizontalRule().run()}
          icon={<Minus aria-hidden className={icon} />}
        />
        <SpecialCharacters editor={editor} />
        <Control label="Link" on={now.link} onClick={onLink} icon={<Link2 aria-hidden className={icon} />} />
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
        <Control label="The page as HTML" onClick={onSource} icon={<Code2 aria-hidden className={icon} />} />
        <Control
          label={full ? 'Leave the full window' : 'The page in the full window'}
          on={full}
          onClick={() => onFull(!full)}
          icon={
            full ? <Minimize2 aria-hidden className={icon} /> : <Maximize2 aria-hidden className={icon} />
          }
        />
        {onCopy && (
          <Control label="Standing copy" onClick={onCopy} icon={<Stamp aria-hidden className={icon} />} />
        )}
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
      {now.numbers && <BeginsWith editor={editor} />}
    </div>
  );
}

/** The number that a list goes on from. */
function BeginsWith({ editor }: { editor: Editor }) {
  const start = useEditorState({
    editor,
    selector: ({ editor: now }) =>
      Number((now.getAttributes('orderedList') as { start?: number }).start ?? 1),
  });
  return (
    <span className="flex items-center gap-2 py-1">
      <NumberField
        label="The list begins with"
        least={0}
        most={1_000_000}
        className="w-20"
        value={start}
        onChange={(next) =>
          editor
            .chain()
            .focus()
            .updateAttributes('orderedList', { start: Math.round(next) })
            .run()
        }
      />
    </span>
  );
}
