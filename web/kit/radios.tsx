import { RadioGroup as Radix } from 'radix-ui';
import { useId, type ReactNode } from 'react';

interface RadiosProps<T extends string> {
  label: string;
  /** Shown above them; else said to screen readers only. */
  showLabel?: boolean;
  options: readonly (readonly [value: T, says: ReactNode])[];
  value: T | null;
  onChange: (value: T) => void;
  className?: string;
}

/** One of a few, all of them to be seen; arrow keys go from one to the next. */
export function Radios<T extends string>({
  label,
  showLabel = false,
  options,
  value,
  onChange,
  className = '',
}: RadiosProps<T>) {
  const id = useId();
  return (
    <>
      {showLabel && (
        <span id={id} className="caption block">
          {label}
        </span>
      )}
      <Radix.Root
        value={value}
        onValueChange={(next) => onChange(next as T)}
        aria-label={showLabel ? undefined : label}
        aria-labelledby={showLabel ? id : undefined}
        className={className}
      >
        {options.map(([own, says]) => (
          <div key={own} className="flex items-start gap-2 py-0.5">
            <Radix.Item
              value={own}
              id={`${id}-${own}`}
              className="small-target mt-0.5 grid size-[17px] shrink-0 place-items-center rounded-full border border-edge bg-card hover:border-ink data-[state=checked]:border-ink"
            >
              <Radix.Indicator className="size-[9px] rounded-full bg-ink" />
            </Radix.Item>
            <label htmlFor={`${id}-${own}`} className="grow cursor-pointer">
              {says}
            </label>
          </div>
        ))}
      </Radix.Root>
    </>
  );
}

/** One of a few words, each a button. */
export function Choice<T extends string>({
  label,
  options,
  value,
  onChange,
}: {
  label: string;
  options: readonly (readonly [T, string])[];
  value: T;
  onChange: (value: T) => void;
}) {
  return (
    <Radix.Root
      aria-label={label}
      value={value}
      onValueChange={(next) => onChange(next as T)}
      className="flex flex-wrap gap-1.5"
    >
      {options.map(([option, says]) => (
        <Radix.Item
          key={option}
          value={option}
          className="rounded-xs border border-edge bg-card px-2 py-0.5 text-[13px] hover:border-ink data-[state=checked]:border-ink data-[state=checked]:bg-ink data-[state=checked]:text-paper"
        >
          {says}
        </Radix.Item>
      ))}
    </Radix.Root>
  );
}
