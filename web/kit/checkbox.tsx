import { Check, Minus } from 'lucide-react';
import { Checkbox as Radix } from 'radix-ui';
import { useId, useRef, type ReactNode } from 'react';

interface CheckboxProps {
  checked: boolean | 'indeterminate';
  onChange: (checked: boolean, withShift: boolean) => void;
  disabled?: boolean;
  className?: string;
  /** What it is called, where nothing stands beside it that says so. */
  label?: string;
  children?: ReactNode;
}

/** A box to tick, with its words beside it. */
export function Checkbox({
  checked,
  onChange,
  disabled = false,
  className = '',
  label,
  children,
}: CheckboxProps) {
  const id = useId();
  const shift = useRef(false);
  return (
    <span className={`flex items-center gap-2 ${className}`}>
      <Radix.Root
        id={id}
        checked={checked}
        disabled={disabled}
        aria-label={label}
        onClick={(event) => (shift.current = event.shiftKey)}
        onCheckedChange={(next) => onChange(next === true, shift.current)}
        className="small-target grid size-[17px] shrink-0 place-items-center rounded-xs border border-edge bg-card hover:border-ink disabled:cursor-not-allowed disabled:opacity-60 data-[state=checked]:border-ink data-[state=checked]:bg-ink data-[state=checked]:text-paper data-[state=indeterminate]:border-ink"
      >
        <Radix.Indicator>
          {checked === 'indeterminate' ? (
            <Minus aria-hidden className="size-3.5" />
          ) : (
            <Check aria-hidden className="size-3.5" strokeWidth={3} />
          )}
        </Radix.Indicator>
      </Radix.Root>
      {children !== undefined && (
        <label htmlFor={id} className="cursor-pointer">
          {children}
        </label>
      )}
    </span>
  );
}
