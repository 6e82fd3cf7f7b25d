import { writtenDay } from '../../text/index.ts';
import { limitsOf } from '../../credit/placard.ts';
import type { HeldAsset } from '../../page/held.ts';
import { ANY_USE, type HeldRule } from './rule.ts';

/** Days before its end from which on something is said to end soon. */
const SOON = 30;

export const termsEndSoon: HeldRule = {
  id: 'terms-end-soon',
  of: ANY_USE,
  turns: ({ asset }) => endsOf(asset).flatMap((day) => dayBefore(day, SOON + 1)),
  look: ({ asset, name }, { today }) => {
    const ends = endsOf(asset)
      .filter((day) => day >= today)
      .toSorted()[0];
    return (
      ends !== undefined &&
      daysBetween(today, ends) <= SOON && {
        severity: 'warn',
        says: `“${name}” may be shown until ${writtenDay(ends)} only.`,
        remedy: 'Replace it before then, or have its terms extended.',
      }
    );
  },
};

/** The days until which it may be shown, as far as they are known. */
const endsOf = ({ placard, onFile }: HeldAsset): string[] =>
  [limitsOf(placard).until, onFile?.until ?? ''].filter((day) => day !== '');

/** The day so many days before another; none where the other is no day. */
function dayBefore(day: string, days: number): string[] {
  const at = Date.parse(day) - days * 86_400_000;
  return Number.isNaN(at) ? [] : [new Date(at).toISOString().slice(0, 10)];
}

const daysBetween = (from: string, until: string) => (Date.parse(until) - Date.parse(from)) / 86_400_000;
