import { Switch as Radix } from 'radix-ui';
import { useId, type ReactNode } from 'react';

/** Something that is on or off at once, with its words before it (ARIA switch). */
export function Switch({
  says,
  help,
  checked,
  disabled = false,
  onChange,
}: {
  says: ReactNode;
  /** What it does, where its name does not say it. */
  help?: ReactNode;
  checked: boolean;
  disabled?: boolean;
  onChange: (on: boolean) => void;
}) {
  const id = useId();
  return (
    <div className="flex items-start justify-between gap-3 border-b border-rule py-1.5">
      <span className="min-w-0">
        <label htmlFor={id} className="cursor-pointer">
          {says}
        </label>
        {help && (
          <span id={`${id}-help`} className="block text-[12px] text-soft">
            {help}
          </span>
        )}
      </span>
      <Radix.Root
        id={id}
        checked={checked}
        disabled={disabled}
        aria-describedby={help ? `${id}-help` : undefined}
        onCheckedChange={onChange}
        className="small-target mt-0.5 h-[18px] w-8 shrink-0 rounded-full border border-ink bg-card p-[2px] data-[state=checked]:bg-spruce disabled:opacity-50"
      >
        <Radix.Thumb className="block size-3 rounded-full bg-ink transition-transform data-[state=checked]:translate-x-[14px] data-[state=checked]:bg-card motion-reduce:transition-none" />
      </Radix.Root>
    </div>
  );
}
