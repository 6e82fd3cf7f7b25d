import type { Schedule } from '@placard/core/page';
import { Checkbox } from '../../kit/checkbox.tsx';
import { DayField } from '../../kit/dayfield.tsx';
import { scheduleInWords } from '../desk/scheduleinwords.ts';

/** When something is shown, in words. */
export const whenOfPage = (when: Schedule | null, today: string): string =>
  (when && scheduleInWords(when, today)) || 'always, everybody';

/** From when, until when, and for whom something is shown. */
export function WhenFields({
  when,
  today,
  onChange,
}: {
  when: Schedule | null;
  today: string;
  onChange: (when: Schedule | null) => void;
}) {
  const set = (change: Schedule) => {
    const next = { ...when, ...change };
    onChange(Object.values(next).some(Boolean) ? next : null);
  };
  const backwards = Boolean(when?.from && when.until && when.until < when.from);
  const whom = when?.ours ? 'our people' : 'visitors';
  return (
    <div className="grid gap-2 pb-2">
      <div className="grid grid-cols-2 gap-2">
        <DayField
          label="From"
          value={when?.from ?? ''}
          placeholder="always"
          onChange={(day) => set({ from: day || null })}
        />
        <DayField
          label="Until, the last day"
          value={when?.until ?? ''}
          placeholder="for ever"
          onChange={(day) => set({ until: day || null })}
          amiss={backwards ? 'This is before it begins: nobody would see it.' : undefined}
        />
      </div>
      <Checkbox checked={Boolean(when?.hidden)} onChange={(on) => set({ hidden: on || null })}>
        Hidden: nobody sees it
      </Checkbox>
      <Checkbox checked={Boolean(when?.ours)} onChange={(on) => set({ ours: on || null })}>
        For our people only
      </Checkbox>
      {when && !when.hidden && when.until && when.until < today && (
        <p className="text-ochre">It is over: {whom} do not see it any more.</p>
      )}
    </div>
  );
}
