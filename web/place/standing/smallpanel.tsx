import { RadioGroup } from 'radix-ui';
import type { Editor } from '@tiptap/react';
import { Trash2, Undo2 } from 'lucide-react';
import { readAsset } from '@placard/core/contract';
import { IN_LINE, SMALL_WIDTHS, type InLine } from '@placard/core/page';
import { useAsk } from '../../kit/asking.ts';
import { Hint } from '../../kit/hint.tsx';
import { NumberField } from '../../kit/numberfield.tsx';
import { Field } from '../../placard/field.tsx';
import { setPlaced } from '../desk/setattributes.ts';
import { ontoItsOwn, type selectedSmall } from '../desk/inline.ts';

const NAMES: Record<InLine, string> = {
  baseline: 'on the line of the letters',
  middle: 'in the middle of the line',
  top: 'at the top of the line',
};

/** How a small picture stands in its line: the very words with the very picture, each way. */
export function SmallPanel({
  editor,
  selected,
  words,
}: {
  editor: Editor;
  selected: NonNullable<ReturnType<typeof selectedSmall>>;
  /** The words that it stands among. */
  words: { before: string; after: string };
}) {
  const { data: asset } = useAsk(readAsset, { params: { id: selected.asset } });
  const set = (attributes: Record<string, unknown>) => setPlaced(editor, selected.id, attributes);
  return (
    <section aria-label="How it stands here">
      <div className="mb-1.5 flex items-center">
        <p className="caption mr-auto">How it stands in the line</p>
        <Hint says="Set it on its own">
          <button
            type="button"
            aria-label="Set it on its own"
            className="p-1 hover:text-madder"
            onClick={() => ontoItsOwn(editor)}
          >
            <Undo2 aria-hidden className="size-4" />
          </button>
        </Hint>
        <Hint says="Remove from the page">
          <button
            type="button"
            aria-label="Remove from the page"
            className="p-1 hover:text-madder"
            onClick={() => editor.chain().focus().deleteSelection().run()}
          >
            <Trash2 aria-hidden className="size-4" />
          </button>
        </Hint>
      </div>
      <RadioGroup.Root
        aria-label="Position in the line"
        className="grid gap-2"
        value={selected.stands}
        onValueChange={(stands) => set({ stands })}
      >
        {IN_LINE.map((stands) => (
          <Hint key={stands} says={NAMES[stands]}>
            <RadioGroup.Item
              value={stands}
              aria-label={NAMES[stands]}
              className="h-14 overflow-hidden border border-rule bg-white px-2 text-left font-serif text-[13px] whitespace-nowrap text-[#333] aria-checked:outline-2 aria-checked:outline-madder"
            >
              {words.before.slice(-24)}
              {asset?.thumbnail && (
                <img
                  src={asset.thumbnail}
                  alt=""
                  className="inline max-h-12"
                  style={{ width: Math.min(96, selected.width), verticalAlign: stands }}
                />
              )}
              {words.after.slice(0, 40)}
            </RadioGroup.Item>
          </Hint>
        ))}
      </RadioGroup.Root>
      <span className="mt-2 flex items-center gap-2 text-[13px]">
        <NumberField
          label="Width"
          least={SMALL_WIDTHS.least}
          most={SMALL_WIDTHS.most}
          unit="px"
          className="w-20"
          value={selected.width}
          onChange={(width) => set({ width: Math.round(width) })}
        />
      </span>
      {asset && (
        <Field
          name="Alt text here"
          value={selected.ownAlt ?? ''}
          placeholder={asset.placard.alt || 'as on the placard'}
          multiline
          onChange={(text) => set({ ownAlt: text === '' ? null : text })}
        />
      )}
    </section>
  );
}
