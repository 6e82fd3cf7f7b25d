import { Wand } from 'lucide-react';
import { editOf, UNTONED, withEdit, type Edit, type Tone } from '@placard/core/prep';
import { Knob } from './knob.tsx';

const PARTS = [
  ['brightness', 'Brightness'],
  ['contrast', 'Contrast'],
  ['saturation', 'Saturation'],
  ['warmth', 'Warmth'],
] as const satisfies readonly (readonly [keyof Tone, string])[];

/** Light and colour: by hand, or as the pixels suggest. */
export function LightTool({
  edits,
  improved,
  onEdits,
}: {
  edits: readonly Edit[];
  improved: Tone;
  onEdits: (edits: Edit[], settled: boolean) => void;
}) {
  const { kind: _, ...tone } = editOf(edits, 'tone') ?? { kind: 'tone', ...UNTONED };
  const set = (next: Tone, settled: boolean) => {
    const none = PARTS.every(([part]) => next[part] === 0);
    onEdits(withEdit(edits, 'tone', none ? null : { kind: 'tone', ...next }), settled);
  };
  const sharpen = editOf(edits, 'sharpen')?.strength ?? 0;
  return (
    <>
      <div className="mb-1 flex gap-2">
        <button type="button" className="button px-2.5 py-1" onClick={() => set(improved, true)}>
          <Wand aria-hidden className="size-4" /> Improve it
        </button>
        <button type="button" className="button-plain" onClick={() => set(UNTONED, true)}>
          As it came
        </button>
      </div>
      {PARTS.map(([part, name]) => (
        <Knob
          key={part}
          name={name}
          value={tone[part]}
          onChange={(value, settled) => set({ ...tone, [part]: Math.round(value) }, settled)}
        />
      ))}
      <Knob
        name="Sharpness"
        value={sharpen}
        least={0}
        onChange={(value, settled) =>
          onEdits(
            withEdit(edits, 'sharpen', value === 0 ? null : { kind: 'sharpen', strength: Math.round(value) }),
            settled,
          )
        }
      />
    </>
  );
}
