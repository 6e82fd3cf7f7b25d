import { useEditorState, type Editor } from '@tiptap/react';
import { isLinkAddress } from '@placard/core/page';
import { useState } from 'react';
import { Field } from '../placard/field.tsx';
import { usePosition } from './desk/positions.ts';
import { setBlock } from './desk/setattributes.ts';

/** Whose words the quotation is that the caret is in, and where they stand. */
export function QuotationControls({ editor }: { editor: Editor }) {
  const now = useEditorState({
    editor,
    selector: ({ editor: { state } }) => {
      const { $from } = state.selection;
      for (let depth = $from.depth; depth > 0; depth--) {
        const node = $from.node(depth);
        if (node.type.name === 'quotation')
          return {
            at: $from.before(depth),
            source: String(node.attrs['source'] ?? ''),
            address: String(node.attrs['address'] ?? ''),
          };
      }
      return null;
    },
  });
  const [wrong, setWrong] = useState(false);
  const here = usePosition(editor, now?.at ?? 0);
  if (!now) return null;
  const set = (name: string, value: string | null) => setBlock(editor, here, { [name]: value });
  return (
    <section aria-label="The quotation" className="wall-label py-3 text-[13px]">
      <h2 className="mb-1.5">The quotation</h2>
      <Field
        key={`${now.at} source`}
        name="Source"
        value={now.source}
        placeholder="Not said"
        onChange={(source) => set('source', source.slice(0, 300))}
      />
      <Field
        key={`${now.at} address`}
        name="Source address"
        value={now.address}
        placeholder="https://"
        onChange={(address) => {
          setWrong(address !== '' && !isLinkAddress(address));
          if (address === '' || isLinkAddress(address)) set('address', address || null);
        }}
      />
      {wrong && <p className="text-madder">This is no address a link can have.</p>}
    </section>
  );
}
