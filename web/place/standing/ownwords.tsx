import { Fold } from '../../kit/fold.tsx';
import { Field } from '../../placard/field.tsx';
import { setPlaced } from '../desk/setattributes.ts';
import type { PanelProps } from './panelprops.ts';
import { useHeldAsset } from './useheldasset.ts';

/** The alt text and the caption of this place alone; none where it says what its placard says. */
export function OwnWords({ editor, selected }: Pick<PanelProps, 'editor' | 'selected'>) {
  const asset = useHeldAsset(selected);
  if (!asset) return null;
  const set = (attributes: Record<string, unknown>) => setPlaced(editor, selected.id, attributes);
  return (
    <Fold
      key={`words ${selected.id}`}
      says="Other words in this place only"
      className="mt-2 text-[13px]"
      open={selected.ownAlt !== null || selected.ownCaption !== null}
    >
      <Field
        name="Alt text here"
        value={selected.ownAlt ?? ''}
        placeholder={asset.placard.alt || 'as on the placard'}
        multiline
        onChange={(text) => set({ ownAlt: text === '' ? null : text })}
      />
      <Field
        name="Caption here"
        value={selected.ownCaption ?? ''}
        placeholder={asset.placard.caption || 'as on the placard'}
        multiline
        onChange={(text) => set({ ownCaption: text === '' ? null : text })}
      />
    </Fold>
  );
}
