import { useId, useState } from 'react';

interface NumberFieldProps {
  label: string;
  /** Said to screen readers only: what stands round it shows what it is. */
  hideLabel?: boolean;
  value: number | null;
  /** Called once for what was typed, when it is left or confirmed, and for every step. */
  onChange: (value: number) => void;
  /** Where it may be left empty: called for that. */
  onEmpty?: () => void;
  least?: number;
  most?: number;
  step?: number;
  /** Said behind it: px, %, kB. */
  unit?: string;
  placeholder?: string;
  className?: string;
  disabled?: boolean;
  autoFocus?: boolean;
}

/** Reads a number as people write it, with a comma or a point; null for none. */
export function readNumber(text: string): number | null {
  const plain = text
    .trim()
    .replace(/\u2212/g, '-')
    .replace(',', '.');
  return /^[+-]?(?:\d+(?:\.\d*)?|\.\d+)$/.test(plain) ? Number(plain) : null;
}

/**
 * A number (ARIA spinbutton): typed, and taken with Enter or by leaving it; stepped by the arrow keys, ten at a time
 * with Shift. Escape gives back what stood there.
 */
export function NumberField({
  label,
  hideLabel = false,
  value,
  onChange,
  onEmpty,
  least = Number.NEGATIVE_INFINITY,
  most = Number.POSITIVE_INFINITY,
  step = 1,
  unit,
  placeholder,
  className = '',
  disabled,
  autoFocus = false,
}: NumberFieldProps) {
  const id = useId();
  const [draft, setDraft] = useState<string | null>(null);
  const within = (number: number) => Math.min(most, Math.max(least, number));
  const commit = () => {
    if (draft === null) return;
    setDraft(null);
    const typed = readNumber(draft);
    if (draft.trim() === '') onEmpty?.();
    else if (typed !== null && within(typed) !== value) onChange(within(typed));
  };
  const stepBy = (by: number) => {
    const from = (draft === null ? null : readNumber(draft)) ?? value ?? Math.max(0, least);
    setDraft(null);
    // Steps of a fraction do not add up in binary.
    const next = within(Number((from + by * step).toFixed(6)));
    if (next !== value) onChange(next);
  };
  return (
    <>
      {!hideLabel && (
        <label htmlFor={id} className="caption">
          {label}
        </label>
      )}
      <input
        id={id}
        type="text"
        inputMode={step < 1 ? 'decimal' : 'numeric'}
        role="spinbutton"
        aria-label={hideLabel ? label : undefined}
        aria-valuenow={value ?? undefined}
        aria-valuemin={Number.isFinite(least) ? least : undefined}
        aria-valuemax={Number.isFinite(most) ? most : undefined}
        aria-valuetext={value === null ? undefined : `${value}${unit ? ` ${unit}` : ''}`}
        autoComplete="off"
        disabled={disabled}
        autoFocus={autoFocus}
        placeholder={placeholder}
        className={`input ${className}`}
        value={draft ?? (value === null ? '' : String(value))}
        onChange={(event) => setDraft(event.target.value)}
        onFocus={(event) => event.target.select()}
        onBlur={commit}
        onKeyDown={(event) => {
          const by = { ArrowUp: 1, ArrowDown: -1 }[event.key];
          if (by !== undefined) {
            event.preventDefault();
            stepBy(event.shiftKey ? by * 10 : by);
          } else if (event.key === 'Enter') {
            // What stands in a form is taken before the form is sent.
            commit();
          } else if (event.key === 'Escape' && draft !== null) {
            event.stopPropagation();
            setDraft(null);
          }
        }}
      />
      {unit && (
        <span aria-hidden className="text-soft">
          {unit}
        </span>
      )}
    </>
  );
}
