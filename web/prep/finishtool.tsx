import { editOf, INKS, withEdit, type Edit } from '@placard/core/prep';
import { Choice } from '../kit/radios.tsx';
import { Knob } from './knob.tsx';

const INK_CHOICES = [
  ['none', 'its own colours'],
  ['monochrome', 'monochrome'],
  ['sepia', 'sepia'],
  ['two-ink', 'two inks'],
] as const;
type InkName = (typeof INK_CHOICES)[number][0];
const TWO_INKS = { kind: 'two-ink', dark: '#14213d', light: '#f2e8cf' } as const;

/** The ink in a list of edits, by its name. */
export function inkOf(edits: readonly Edit[]): InkName {
  return (INKS.find((kind) => edits.some((edit) => edit.kind === kind)) as InkName | undefined) ?? 'none';
}

/** The edit that an ink's name stands for; null for none. */
export function inkNamed(name: string): Edit | null {
  if (name === 'monochrome' || name === 'sepia') return { kind: name };
  return name === 'two-ink' ? TWO_INKS : null;
}

/** Inks, blur, border and corners. */
export function FinishTool({
  edits,
  onEdits,
}: {
  edits: readonly Edit[];
  onEdits: (edits: Edit[], settled: boolean) => void;
}) {
  const inks = editOf(edits, 'two-ink');
  const border = editOf(edits, 'border');
  const choose = (name: InkName) => {
    const plain = INKS.reduce<readonly Edit[]>((rest, kind) => withEdit(rest, kind, null), edits);
    const ink = inkNamed(name);
    onEdits(ink ? withEdit(plain, ink.kind, ink) : [...plain], true);
  };
  return (
    <>
      <Choice label="Inks" options={INK_CHOICES} value={inkOf(edits)} onChange={choose} />
      {inks && (
        <div className="mt-2 flex gap-4">
          {(['dark', 'light'] as const).map((end) => (
            <label key={end} className="flex items-center gap-2">
              <input
                type="color"
                value={inks[end]}
                className="h-7 w-10"
                onChange={(event) =>
                  onEdits(withEdit(edits, 'two-ink', { ...inks, [end]: event.target.value }), true)
                }
              />
              {end === 'dark' ? 'for the darks' : 'for the lights'}
            </label>
          ))}
        </div>
      )}
      <div className="mt-2">
        <Knob
          name="Blur"
          value={editOf(edits, 'blur')?.strength ?? 0}
          least={0}
          onChange={(value, settled) =>
            onEdits(
              withEdit(edits, 'blur', value === 0 ? null : { kind: 'blur', strength: Math.round(value) }),
              settled,
            )
          }
        />
        <Knob
          name="Border"
          value={border?.width ?? 0}
          least={0}
          most={10}
          step={0.5}
          unit="%"
          onChange={(value, settled) =>
            onEdits(
              withEdit(
                edits,
                'border',
                value === 0 ? null : { kind: 'border', width: value, colour: border?.colour ?? '#1f2328' },
              ),
              settled,
            )
          }
        />
        {border && (
          <label className="flex items-center gap-2 py-1">
            <input
              type="color"
              aria-label="Colour of the border"
              value={border.colour}
              className="h-7 w-10"
              onChange={(event) =>
                onEdits(withEdit(edits, 'border', { ...border, colour: event.target.value }), true)
              }
            />
            its colour
          </label>
        )}
        <Knob
          name="Corners"
          value={editOf(edits, 'corners')?.radius ?? 0}
          least={0}
          most={50}
          step={0.5}
          unit="%"
          onChange={(value, settled) =>
            onEdits(
              withEdit(edits, 'corners', value === 0 ? null : { kind: 'corners', radius: value }),
              settled,
            )
          }
        />
      </div>
    </>
  );
}
