import { CalendarDays } from 'lucide-react';
import { Popover } from 'radix-ui';
import { lazy, Suspense, useId, useState, type Ref } from 'react';
import { readDay, writtenDay } from '@placard/core/text';
import { useGoOn } from './goon.tsx';

const Calendar = lazy(() => import('./calendar.tsx'));

interface DayFieldProps {
  ref?: Ref<HTMLInputElement>;
  label: string;
  hideLabel?: boolean;
  /** As ISO 8601, or empty for none. */
  value: string;
  /** Called for a day that was typed or chosen, and with nothing where it was emptied. */
  onChange: (day: string) => void;
  /** Called with what was typed and is no day; it stays as it was typed. */
  onUnread?: (text: string) => void;
  /** What else is amiss with it. */
  amiss?: string | undefined;
  placeholder?: string;
  className?: string;
  disabled?: boolean;
}

/** A day: typed as people write it and taken with Enter or by leaving it, or chosen of a month (Alt and the down arrow). */
export function DayField({
  ref,
  label,
  hideLabel = false,
  value,
  onChange,
  onUnread,
  amiss,
  placeholder = '24 Nov 2026',
  className = '',
  disabled,
}: DayFieldProps) {
  const id = useId();
  const goOn = useGoOn();
  const [draft, setDraft] = useState<string | null>(null);
  const [unread, setUnread] = useState(false);
  const [open, setOpen] = useState(false);
  const take = (day: string) => {
    setDraft(null);
    setUnread(false);
    if (day !== value) onChange(day);
  };
  const commit = () => {
    if (draft === null) return;
    const day = draft.trim() === '' ? '' : readDay(draft);
    if (day !== null) return take(day);
    setUnread(true);
    onUnread?.(draft);
  };
  const says = unread ? 'This is no day. Write it like 24 Nov 2026 or 24.11.2026.' : amiss;
  return (
    <div className={className}>
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'caption'}>
        {label}
      </label>
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Anchor asChild>
          <span className="flex min-w-0">
            <input
              ref={ref}
              id={id}
              type="text"
              autoComplete="off"
              disabled={disabled}
              placeholder={placeholder}
              aria-invalid={says !== undefined}
              aria-describedby={says === undefined ? undefined : `${id}-amiss`}
              className="input min-w-0 grow tabular-nums aria-invalid:border-madder"
              value={draft ?? writtenDay(value)}
              onChange={(event) => {
                setDraft(event.target.value);
                setUnread(false);
              }}
              onBlur={commit}
              onKeyDown={(event) => {
                if (event.key === 'Enter') {
                  // What stands in a form is taken before the form is sent.
                  commit();
                } else if (event.key === 'Escape' && draft !== null) {
                  event.stopPropagation();
                  setDraft(null);
                  setUnread(false);
                } else if (event.key === 'ArrowDown' && event.altKey) {
                  event.preventDefault();
                  setOpen(true);
                }
              }}
            />
            <Popover.Trigger
              disabled={disabled}
              aria-label={`Choose the day in a calendar: ${label}`}
              className="-ml-px grid w-8 shrink-0 place-items-center border border-edge bg-card hover:border-ink hover:text-madder"
            >
              <CalendarDays aria-hidden className="size-4" />
            </Popover.Trigger>
          </span>
        </Popover.Anchor>
        <Popover.Portal>
          <Popover.Content
            onCloseAutoFocus={goOn}
            align="start"
            sideOffset={2}
            collisionPadding={8}
            aria-label={label}
            className="z-50 border border-edge bg-card p-3 text-[14px] text-ink shadow-md"
          >
            <Suspense fallback={<span className="block size-[224px]" />}>
              <Calendar
                day={value}
                onChoose={(day) => {
                  take(day);
                  setOpen(false);
                }}
              />
            </Suspense>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      {says !== undefined && (
        <span id={`${id}-amiss`} role="alert" className="block text-[12.5px] text-madder">
          {says}
        </span>
      )}
    </div>
  );
}
