import type { FrameShape } from '@placard/core/embed';
import type { Embed } from '@placard/core/page';
import { NumberField } from '../kit/numberfield.tsx';
import { Select } from '../kit/select.tsx';

const RATIOS = [
  [16, 9],
  [4, 3],
  [3, 2],
  [1, 1],
  [4, 5],
  [9, 16],
] as const;

const named = (width: number, height: number) => `${width}:${height}`;

/** How a frame takes its room: the host's own ratio or another, or a height; and another ratio on a phone. */
export function SizeControls({
  attrs,
  hosts,
  onChange,
}: {
  attrs: Embed['attrs'];
  /** The room that the host gave it, where that is known. */
  hosts: FrameShape | null;
  onChange: (attrs: Partial<Embed['attrs']>) => void;
}) {
  const { frame, narrow } = attrs;
  const { shape } = frame;
  const known = RATIOS.find(
    ([width, height]) =>
      shape.kind === 'ratio' && Math.abs(shape.width / shape.height / (width / height) - 1) < 0.004,
  );
  const value = shape.kind === 'height' ? 'height' : known ? named(known[0], known[1]) : 'own';
  const set = (next: FrameShape) => onChange({ frame: { ...frame, shape: next } });
  const setRatio = (width: number, height: number) => set({ kind: 'ratio', width, height });
  const isHosts = hosts !== null && JSON.stringify(hosts) === JSON.stringify(shape);
  return (
    <div role="group" aria-label="Its size" className="text-[13px]">
      <div className="flex items-center justify-between gap-3 border-b border-rule py-1.5">
        <span>Ratio</span>
        <span className="flex items-center gap-2">
          <Select
            label="Its ratio"
            hideLabel
            look="line"
            value={value}
            onChange={(next) => {
              if (next === 'height') return set({ kind: 'height', height: shape.height });
              if (next === 'own') return setRatio(shape.kind === 'ratio' ? shape.width : 640, shape.height);
              const [width = 16, height = 9] = next.split(':').map(Number);
              setRatio(width * 40, height * 40);
            }}
            options={[
              ...RATIOS.map(([width, height]) => [named(width, height), named(width, height)] as const),
              [
                'own',
                shape.kind === 'ratio' && !known ? `${shape.width} × ${shape.height}` : 'its own',
              ] as const,
              ['height', 'a height of its own'] as const,
            ]}
          />
        </span>
      </div>
      {value === 'own' && shape.kind === 'ratio' && (
        <div className="flex items-center justify-end gap-1.5 border-b border-rule py-1.5">
          <NumberField
            label="Width of the ratio"
            hideLabel
            className="w-16"
            value={shape.width}
            least={1}
            most={10_000}
            onChange={(width) => setRatio(width, shape.height)}
          />
          ×
          <NumberField
            label="Height of the ratio"
            hideLabel
            className="w-16"
            value={shape.height}
            least={1}
            most={10_000}
            onChange={(height) => setRatio(shape.width, height)}
          />
        </div>
      )}
      {value === 'height' && (
        <div className="flex items-center justify-between gap-3 border-b border-rule py-1.5">
          <span>Height</span>
          <span>
            <NumberField
              label="Its height"
              hideLabel
              className="w-20"
              unit="px"
              value={shape.height}
              least={40}
              most={4000}
              onChange={(height) => set({ kind: 'height', height })}
            />
          </span>
        </div>
      )}
      {shape.kind === 'ratio' && (
        <div className="flex items-center justify-between gap-3 border-b border-rule py-1.5">
          <span>On a phone</span>
          <Select
            label="Its ratio on a phone"
            hideLabel
            look="line"
            value={narrow ? named(narrow.width, narrow.height) : 'same'}
            onChange={(next) => {
              const [width = 0, height = 0] = next.split(':').map(Number);
              onChange({ narrow: next === 'same' ? null : { width, height } });
            }}
            options={[
              ['same', 'the same'] as const,
              ...RATIOS.map(([width, height]) => [named(width, height), named(width, height)] as const),
              ...(narrow && !RATIOS.some(([w, h]) => w === narrow.width && h === narrow.height)
                ? [[named(narrow.width, narrow.height), named(narrow.width, narrow.height)] as const]
                : []),
            ]}
          />
        </div>
      )}
      {hosts && !isHosts && (
        <button type="button" className="button-plain -ml-1.5" onClick={() => set(hosts)}>
          As the host gave it
        </button>
      )}
    </div>
  );
}
