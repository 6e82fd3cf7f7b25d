import { Slider as Radix } from 'radix-ui';
import { useRef } from 'react';

interface SliderFieldProps {
  label: string;
  value: number;
  least?: number;
  most?: number;
  step?: number;
  /** `settled` is true for the first change of a drag, and for every key. */
  onChange: (value: number, settled: boolean) => void;
  className?: string;
}

/** A number drawn on a line (ARIA slider). */
export function SliderField({
  label,
  value,
  least = 0,
  most = 100,
  step = 1,
  onChange,
  className = '',
}: SliderFieldProps) {
  const dragging = useRef(false);
  return (
    <Radix.Root
      value={[value]}
      min={least}
      max={most}
      step={step}
      onValueChange={([next]) => {
        onChange(next ?? value, !dragging.current);
        dragging.current = true;
      }}
      onValueCommit={() => (dragging.current = false)}
      className={`relative flex h-6 w-full touch-none items-center select-none ${className}`}
    >
      <Radix.Track className="relative h-[3px] grow bg-edge">
        <Radix.Range className="absolute h-full bg-ink" />
      </Radix.Track>
      <Radix.Thumb
        aria-label={label}
        className="relative block h-4 w-2.5 rounded-xs border border-ink bg-card after:absolute after:-inset-x-2 after:-inset-y-1.5 hover:bg-ink"
      />
    </Radix.Root>
  );
}
