import { CREDIT_PLACES, type CreditPlace } from '@placard/core/page';
import { Select } from '../../kit/select.tsx';
import { setPlaced } from '../desk/setattributes.ts';
import type { PanelProps } from './panelprops.ts';

const CREDITS: Record<CreditPlace, string> = {
  below: 'under it',
  beside: 'beside it',
  foot: 'over its foot',
  list: 'in the list at the end of the page',
};

/** Where the credit of what is ours stands. */
export function CreditPlaceChoice({
  editor,
  selected,
  without,
}: Pick<PanelProps, 'editor' | 'selected'> & { without?: CreditPlace }) {
  if (!selected.asset) return null;
  return (
    <div className="mt-2 flex items-center gap-2 text-[13px] [&>label]:shrink-0">
      <Select
        label="Its credit"
        value={selected.credit}
        onChange={(credit) => setPlaced(editor, selected.id, { credit })}
        options={CREDIT_PLACES.filter((place) => place !== without).map(
          (place) => [place, CREDITS[place]] as const,
        )}
      />
    </div>
  );
}
