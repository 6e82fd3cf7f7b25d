import { NumberField } from '../kit/numberfield.tsx';
import { SliderField } from '../kit/slider.tsx';

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
  return (
    <div className="grid grid-cols-[84px_minmax(0,1fr)_66px_14px] items-center gap-2 py-1">
      <span aria-hidden>{name}</span>
      <SliderField label={name} value={value} least={least} most={most} step={step} onChange={onChange} />
      <NumberField
        label={`${name}, typed`}
        hideLabel
        className="px-1.5 py-0.5 text-right font-mono text-[12.5px]"
        least={least}
        most={most}
        step={step}
        value={value}
        onChange={(next) => onChange(next, true)}
      />
      <span aria-hidden className="text-soft">
        {unit}
      </span>
    </div>
  );
}
