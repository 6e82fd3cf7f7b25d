import { NumberField } from '../kit/numberfield.tsx';
import { Select } from '../kit/select.tsx';
import { Link2, Link2Off } from 'lucide-react';
import { useState } from 'react';
import { sizeFor, type Measure, type Size, type SizeWish } from '@placard/core/geometry';
import { editOf, withEdit, type Edit } from '@placard/core/prep';
import { inPixels } from '@placard/core/text';
import { AgainstMeasures } from './againstmeasures.tsx';

const WISHES = [
  ['width', 'width'],
  ['height', 'height'],
  ['longest', 'longest side'],
  ['percent', 'percent'],
] as const;

/** The pixels that a version is to have; the other side follows while the lock is on. */
export function SizeTool({
  edits,
  whole,
  measures,
  onEdits,
}: {
  edits: readonly Edit[];
  measures: readonly Measure[];
  /** Pixels before it is resized. */
  whole: Size;
  onEdits: (edits: Edit[], settled: boolean) => void;
}) {
  const resize = editOf(edits, 'resize');
  const now = resize ?? { ...whole };
  const [locked, setLocked] = useState(true);
  const [by, setBy] = useState<SizeWish['by']>('width');
  const [asked, setAsked] = useState<Size | null>(null);
  const take = (size: Size, settled = true, enlarge = resize?.enlarge === true) => {
    const larger = size.width > whole.width || size.height > whole.height;
    if (larger && !enlarge) return setAsked(size);
    setAsked(null);
    const same = size.width === whole.width && size.height === whole.height;
    return onEdits(
      withEdit(
        edits,
        'resize',
        same ? null : { kind: 'resize', ...size, ...(larger ? { enlarge: true } : {}) },
      ),
      settled,
    );
  };
  const typed = (wish: SizeWish) => take(sizeFor(wish, whole).size);
  const side = (name: 'width' | 'height') => (
    <span className="flex items-center gap-1.5">
      <span aria-hidden className="w-12 text-soft">
        {name === 'width' ? 'Width' : 'Height'}
      </span>
      <NumberField
        label={`${name === 'width' ? 'Width' : 'Height'} in pixels`}
        hideLabel
        least={1}
        className="px-1.5 py-0.5 font-mono text-[12.5px]"
        value={asked?.[name] ?? now[name]}
        onChange={(typedIn) => {
          const pixels = Math.round(typedIn);
          if (locked) typed({ by: name, pixels });
          else take({ width: now.width, height: now.height, [name]: pixels });
        }}
      />
    </span>
  );
  const percent = Number(((100 * now.width) / whole.width).toFixed(1));
  const proportional = sizeFor({ by: 'width', pixels: now.width }, whole).size;
  const squeezed = Math.abs(proportional.height - now.height) > 1;
  return (
    <>
      <div className="grid grid-cols-[1fr_auto_1fr] items-center gap-2">
        {side('width')}
        <button
          type="button"
          aria-pressed={locked}
          aria-label={locked ? 'Proportions are kept; let them go' : 'Proportions are free; keep them'}
          className="p-1 hover:text-madder"
          onClick={() => setLocked(!locked)}
        >
          {locked ? (
            <Link2 aria-hidden className="size-4" />
          ) : (
            <Link2Off aria-hidden className="size-4 text-ochre" />
          )}
        </button>
        {side('height')}
      </div>
      <div className="mt-2 flex items-center gap-2">
        <span className="text-soft">or by</span>
        <Select
          className="w-auto px-1.5 py-0.5"
          label="Size by"
          hideLabel
          value={by}
          onChange={setBy}
          options={WISHES}
        />
        <NumberField
          label="Size"
          hideLabel
          least={by === 'percent' ? 0.1 : 1}
          step={by === 'percent' ? 0.1 : 1}
          unit={by === 'percent' ? '%' : 'px'}
          className="w-[84px] px-1.5 py-0.5 font-mono text-[12.5px]"
          value={by === 'percent' ? percent : by === 'longest' ? Math.max(now.width, now.height) : now[by]}
          onChange={(value) =>
            typed(by === 'percent' ? { by, percent: value } : { by, pixels: Math.round(value) })
          }
        />
      </div>
      {asked && (
        <div role="alert" className="mt-2 border-l-2 border-ochre pl-2 text-ochre">
          <p>
            {inPixels(asked.width, asked.height)} is more than the {inPixels(whole.width, whole.height)} that
            there are. It would look soft.
          </p>
          <button type="button" className="button-plain" onClick={() => take(asked, true, true)}>
            Enlarge it all the same
          </button>
          <button type="button" className="button-plain" onClick={() => setAsked(null)}>
            Cancel
          </button>
        </div>
      )}
      <div className="mt-1 flex flex-wrap gap-2">
        {squeezed && (
          <button type="button" className="button-plain" onClick={() => take(proportional)}>
            Back to its proportions
          </button>
        )}
        {resize && (
          <button type="button" className="button-plain" onClick={() => take({ ...whole })}>
            All {inPixels(whole.width, whole.height)}
          </button>
        )}
      </div>
      <AgainstMeasures size={now} measures={measures} />
    </>
  );
}
