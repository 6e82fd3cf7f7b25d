import { RadioGroup } from 'radix-ui';
import { leftOver } from '@placard/core/page';

/** How many stand in a row, chosen on a ruler; and whether any are left over. */
export function PerRow({
  value,
  most,
  items,
  what,
  onChange,
}: {
  value: number;
  most: number;
  items: number;
  /** What stands in the rows. */
  what: string;
  onChange: (perRow: number) => void;
}) {
  const over = leftOver(items, value);
  const even = over === 0 ? null : evenOnes(items, most, value);
  const counts = Array.from({ length: most }, (_, at) => at + 1);
  return (
    <div className="mt-3">
      <p className={`caption ${over === 0 ? '' : 'text-ochre'}`}>
        {inWords(value)} in a row, {over === 0 ? 'none left over' : `${over === 1 ? 'one' : over} left over`}
      </p>
      <RadioGroup.Root
        aria-label={`How many ${what} in a row`}
        className="relative mt-1 h-9 border-b border-ink"
        value={String(value)}
        onValueChange={(chosen) => onChange(Number(chosen))}
      >
        {counts.map((count) => (
          <RadioGroup.Item
            key={count}
            value={String(count)}
            aria-label={`${count} in a row`}
            style={{ left: `${((count - 1) * 100) / most}%` }}
            className="absolute bottom-0 h-6 min-w-6 border-l border-ink pb-2 pl-1 text-left font-mono text-[11px] hover:text-madder data-[state=checked]:h-8 data-[state=checked]:border-l-2 data-[state=checked]:border-madder data-[state=checked]:font-bold data-[state=checked]:text-madder"
          >
            {count}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
      {even !== null && (
        <button
          type="button"
          className="button-plain mt-1 -ml-1.5 text-[13px]"
          onClick={() => onChange(even)}
        >
          {inWords(even)} in a row, so that none is left over
        </button>
      )}
    </div>
  );
}

const WORDS = ['None', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight'];
const inWords = (count: number): string => WORDS[count] ?? String(count);

/** The number in a row nearest to one at which none is left over; null where only one by one leaves none. */
function evenOnes(items: number, most: number, near: number): number | null {
  const even = Array.from({ length: most }, (_, at) => at + 1).filter(
    (count) => count > 1 && count <= items && leftOver(items, count) === 0,
  );
  return even.toSorted((one, other) => Math.abs(one - near) - Math.abs(other - near))[0] ?? null;
}
