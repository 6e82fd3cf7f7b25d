import { RadioGroup } from 'radix-ui';
import type { Measure } from '@placard/core/geometry';
import { FREE_WIDTHS } from '@placard/core/page';
import { inCount } from '@placard/core/text';
import { NumberField } from '../../kit/numberfield.tsx';

/** How wide it stands: at a measure of the site, or at a width of its own; and whether it has the pixels for that. */
export function WidthControls({
  measures,
  measure,
  width,
  shown,
  needed,
  pixels,
  fills,
  onChange,
}: {
  /** Those that the column has room for. */
  measures: readonly Measure[];
  measure: string;
  /** Its own width instead, in CSS pixels. */
  width: number | null;
  /** How wide it is shown now. */
  shown: number;
  /** How many pixels that needs across: more than it is wide, where it fills a box. */
  needed: number;
  /** How many pixels it has across; null for what is no picture. */
  pixels: number | null;
  /** It is as wide as its room, whatever its measure. */
  fills: boolean;
  onChange: (width: { measure?: string; width: number | null }) => void;
}) {
  const soft = pixels !== null && pixels < needed;
  return (
    <div className="mt-3">
      <p className={`caption ${soft ? 'text-ochre' : ''}`}>{saysOf(pixels, needed)}</p>
      <RadioGroup.Root
        aria-label="Measure"
        className="relative mt-1 h-9 border-b border-ink"
        value={fills || width !== null ? null : measure}
        disabled={fills}
        onValueChange={(chosen) => onChange({ measure: chosen, width: null })}
      >
        {measures.map(({ id, name, width: wide }, index) => (
          <RadioGroup.Item
            key={id}
            value={id}
            style={{ left: `${(index * 100) / measures.length}%` }}
            className="absolute bottom-0 h-6 border-l border-ink pb-2 pl-1 text-left font-mono text-[11px] hover:text-madder disabled:text-soft data-[state=checked]:h-8 data-[state=checked]:border-l-2 data-[state=checked]:border-madder data-[state=checked]:font-bold data-[state=checked]:text-madder"
          >
            {name} {wide}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
      {!fills && (
        <span className="mt-2 flex items-center gap-2 text-[13px]">
          <NumberField
            label="Width"
            least={FREE_WIDTHS.least}
            most={FREE_WIDTHS.most}
            unit="px"
            className="w-20"
            value={Math.round(width ?? shown)}
            onChange={(typed) => {
              const wide = Math.round(typed);
              const at = measures.find((one) => one.width === wide);
              onChange(at ? { measure: at.id, width: null } : { width: wide });
            }}
          />
        </span>
      )}
    </div>
  );
}

/** Whether its pixels are enough, with the numbers. */
function saysOf(pixels: number | null, shown: number): string {
  if (pixels === null) return 'Width';
  const held = `Width: ${inCount(pixels)} px held`;
  if (pixels < shown)
    return `${held}, ${inCount(shown)} needed: ${(shown / pixels).toFixed(1)} × too few, it will look soft`;
  return `${held}, ${inCount(shown)} needed: sharp on ${pixels >= shown * 2 ? 'any screen' : 'ordinary screens'}`;
}
