import { getNonce } from 'get-nonce';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { formatISO, parseISO } from 'date-fns';
import { DayPicker } from 'react-day-picker';

const TURN = 'grid size-8 place-items-center hover:text-madder disabled:opacity-40';

function Turn({ orientation }: { orientation?: 'up' | 'down' | 'left' | 'right' }) {
  const Icon = orientation === 'left' ? ChevronLeft : ChevronRight;
  return <Icon aria-hidden className="size-4" />;
}

/** A month to choose a day of, by mouse or by the arrow keys. */
export default function Calendar({ day, onChoose }: { day: string; onChoose: (day: string) => void }) {
  const chosen = day === '' ? undefined : parseISO(day);
  return (
    <DayPicker
      mode="single"
      autoFocus
      nonce={getNonce()}
      weekStartsOn={1}
      showOutsideDays
      selected={chosen}
      defaultMonth={chosen}
      // Pressing the chosen day again keeps it.
      onDayClick={(next) => onChoose(formatISO(next, { representation: 'date' }))}
      components={{ Chevron: Turn }}
      classNames={{
        months: 'relative',
        nav: 'absolute inset-x-0 top-0 z-10 flex justify-between',
        button_previous: TURN,
        button_next: TURN,
        month_caption: 'grid h-8 place-items-center font-serif font-semibold',
        month_grid: 'border-collapse',
        weekday: 'size-8 text-[12px] font-normal text-soft',
        day: 'p-0 text-center tabular-nums',
        day_button: 'size-8 border border-transparent hover:border-ink',
        today: 'font-bold underline underline-offset-4',
        selected: 'bg-ink text-paper',
        outside: 'text-soft',
      }}
    />
  );
}
