import { NumberField } from '../kit/numberfield.tsx';
import { BLANK_SHEET, UNTONED, type Sheet } from '@placard/core/prep';
import type { SizeWish } from '@placard/core/geometry';
import { inkNamed } from './finishtool.tsx';
import { Choice } from '../kit/radios.tsx';
import { Knob } from './knob.tsx';
import { OutputTool } from './outputtool.tsx';

const RATIOS = [
  ['own', 'as each is'],
  ['1:1', '1:1'],
  ['4:3', '4:3'],
  ['3:2', '3:2'],
  ['16:9', '16:9'],
  ['2:1', '2:1'],
  ['3:4', '3:4'],
] as const;
type RatioName = (typeof RATIOS)[number][0];
const SIZES = [
  ['own', 'as each is'],
  ['width', 'width'],
  ['height', 'height'],
  ['longest', 'longest side'],
  ['percent', 'percent'],
] as const;
const TONES = [
  ['leave', 'as each is'],
  ['improve', 'improved, each for itself'],
  ['set', 'the same for all'],
] as const;
const INKS = [
  ['own', 'as each is'],
  ['monochrome', 'monochrome'],
  ['sepia', 'sepia'],
  ['two-ink', 'two inks'],
] as const;

/** What a prep sheet says; what it does not speak of stays as each picture has it. */
export function SheetForm({ sheet, onChange }: { sheet: Sheet; onChange: (sheet: Sheet) => void }) {
  const set = (changes: Partial<Sheet>) => onChange({ ...sheet, ...changes });
  const by = sheet.size?.by ?? 'own';
  const wished = sheet.size ? (sheet.size.by === 'percent' ? sheet.size.percent : sheet.size.pixels) : 0;
  const sizeOf = (kind: SizeWish['by'], value: number): SizeWish =>
    kind === 'percent' ? { by: kind, percent: value } : { by: kind, pixels: Math.max(1, Math.round(value)) };
  return (
    <div className="space-y-3 text-[13.5px]">
      <Line title="Size">
        <Choice
          label="Size of all"
          options={SIZES}
          value={by}
          onChange={(kind) =>
            set({ size: kind === 'own' ? null : sizeOf(kind, kind === 'percent' ? 50 : 1120) })
          }
        />
        {sheet.size && (
          <span className="mt-1.5 flex items-center gap-2">
            <NumberField
              label="Size of all chosen"
              hideLabel
              least={1}
              className="w-[96px] px-1.5 py-0.5 font-mono text-[12.5px]"
              value={wished ?? null}
              onChange={(value) => sheet.size && set({ size: sizeOf(sheet.size.by, value) })}
            />
            <span className="text-soft">
              {by === 'percent' ? '%' : 'px'}; what has fewer pixels is left as large as it is
            </span>
          </span>
        )}
      </Line>
      <Line title="Cut to a ratio, round each focal point">
        <Ratio label="Ratio of all" ratio={sheet.ratio} onChange={(ratio) => set({ ratio })} />
      </Line>
      <Line title="Apart for narrow screens">
        <Ratio
          label="Ratio on narrow screens"
          ratio={sheet.narrowRatio}
          onChange={(narrowRatio) => set({ narrowRatio })}
        />
      </Line>
      <Line title="Light and colour">
        <Choice
          label="Tone of all chosen"
          options={TONES}
          value={sheet.tone?.way ?? 'leave'}
          onChange={(way) =>
            set({
              tone: way === 'leave' ? null : way === 'improve' ? { way } : { way: 'set', ...UNTONED },
            })
          }
        />
        {sheet.tone?.way === 'set' &&
          (['brightness', 'contrast', 'saturation', 'warmth'] as const).map((part) => (
            <Knob
              key={part}
              name={part[0]?.toUpperCase() + part.slice(1)}
              value={sheet.tone?.way === 'set' ? sheet.tone[part] : 0}
              onChange={(value) =>
                sheet.tone?.way === 'set' && set({ tone: { ...sheet.tone, [part]: Math.round(value) } })
              }
            />
          ))}
        <Knob
          name="Sharpness"
          value={sheet.sharpen}
          least={0}
          onChange={(value) => set({ sharpen: Math.round(value) })}
        />
      </Line>
      <Line title="Inks">
        <Choice
          label="Inks of all"
          options={INKS}
          value={(sheet.ink?.kind as (typeof INKS)[number][0] | undefined) ?? 'own'}
          onChange={(name) => set({ ink: inkNamed(name) })}
        />
      </Line>
      <Line title="Files">
        <OutputTool output={sheet.output} onChange={(output) => set({ output })} />
      </Line>
      {JSON.stringify(sheet) !== JSON.stringify(BLANK_SHEET) && (
        <button type="button" className="button-plain" onClick={() => onChange(BLANK_SHEET)}>
          Begin with a blank sheet
        </button>
      )}
    </div>
  );
}

function Line({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section>
      <h3 className="mb-1 font-sans text-[13px] font-semibold">{title}</h3>
      {children}
    </section>
  );
}

function Ratio({
  label,
  ratio,
  onChange,
}: {
  label: string;
  ratio: Sheet['ratio'];
  onChange: (ratio: Sheet['ratio']) => void;
}) {
  const named = ratio ? `${ratio.width}:${ratio.height}` : 'own';
  return (
    <Choice
      label={label}
      options={RATIOS}
      value={named as RatioName}
      onChange={(name) => {
        const [width = 1, height = 1] = name.split(':').map(Number);
        onChange(name === 'own' ? null : { width, height });
      }}
    />
  );
}
