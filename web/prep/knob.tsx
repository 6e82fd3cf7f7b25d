import { useState } from 'react';

/** A slider with its number beside it; `settled` is true for the first change of a drag, and for what is typed. */
export function Knob({
  name,
  value,
  least = -100,
  most = 100,
  step = 1,
  unit = '',
  onChange,
}: {
  name: string;
  value: number;
  least?: number;
  most?: number;
  step?: number;
  unit?: string;
  onChange: (value: number, settled: boolean) => void;
}) {
  const [dragging, setDragging] = useState(false);
  const change = (text: string, settled: boolean) => {
    const next = Number(text);
    if (text !== '' && Number.isFinite(next)) onChange(Math.min(most, Math.max(least, next)), settled);
  };
  return (
    <div className="grid grid-cols-[84px_minmax(0,1fr)_66px_14px] items-center gap-2 py-1">
      <span>{name}</span>
      <input
        type="range"
        aria-label={name}
        className="w-full accent-madder"
        min={least}
        max={most}
        step={step}
        value={value}
        onPointerUp={() => setDragging(false)}
        onBlur={() => setDragging(false)}
        onChange={(event) => {
          change(event.target.value, !dragging);
          setDragging(true);
        }}
      />
      <input
        type="number"
        aria-label={`${name}, typed`}
        className="input px-1.5 py-0.5 text-right font-mono text-[12.5px]"
        min={least}
        max={most}
        step={step}
        value={value}
        onChange={(event) => change(event.target.value, true)}
      />
      <span className="text-soft">{unit}</span>
    </div>
  );
}

/** One of a few words, chosen by a press. */
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
    <div role="radiogroup" aria-label={label} className="flex flex-wrap gap-1.5">
      {options.map(([option, says]) => (
        <button
          key={option}
          type="button"
          role="radio"
          aria-checked={option === value}
          className="rounded-xs border border-edge bg-card px-2 py-0.5 text-[13px] hover:border-ink aria-checked:border-ink aria-checked:bg-ink aria-checked:text-paper"
          onClick={() => onChange(option)}
        >
          {says}
        </button>
      ))}
    </div>
  );
}
