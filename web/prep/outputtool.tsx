import type { Output, Quality } from '@placard/core/prep';
import { Choice } from './knob.tsx';

const SAME = 0.98;
const UNDER = 150_000;

/** In which format the files come out, and how good they have to be. */
export function OutputTool({ output, onChange }: { output: Output; onChange: (output: Output) => void }) {
  const { quality } = output;
  const way = (name: Quality['way']) =>
    onChange({
      ...output,
      quality:
        name === 'same'
          ? { way: name, likeness: SAME }
          : name === 'under'
            ? { way: name, bytes: UNDER }
            : { way: 'usual' },
    });
  return (
    <>
      <p className="caption mb-1">Modern format, beside one that everything reads</p>
      <Choice
        label="Modern format"
        options={[
          ['site', 'as the site wants'],
          ['webp', 'WebP'],
          ['avif', 'AVIF'],
        ]}
        value={output.modern ?? 'site'}
        onChange={(name) => onChange({ ...output, modern: name === 'site' ? null : name })}
      />
      <p className="caption mt-2 mb-1">As good as</p>
      <Choice
        label="Quality"
        options={[
          ['usual', 'usual'],
          ['same', 'looks the same'],
          ['under', 'fits in some bytes'],
        ]}
        value={quality.way}
        onChange={way}
      />
      {quality.way === 'same' && (
        <label className="mt-2 flex items-center gap-2">
          <span className="text-soft">similarity at least</span>
          <input
            type="number"
            min={0.8}
            max={0.999}
            step={0.005}
            className="input w-[88px] px-1.5 py-0.5 font-mono text-[12.5px]"
            value={quality.likeness}
            onChange={(event) => {
              const likeness = Number(event.target.value);
              if (likeness >= 0.8 && likeness <= 0.999)
                onChange({ ...output, quality: { way: 'same', likeness } });
            }}
          />
          <span className="text-soft">(SSIM; 1 is alike)</span>
        </label>
      )}
      {quality.way === 'under' && (
        <label className="mt-2 flex items-center gap-2">
          <span className="text-soft">each file under</span>
          <input
            type="number"
            min={1}
            className="input w-[88px] px-1.5 py-0.5 font-mono text-[12.5px]"
            value={Math.round(quality.bytes / 1000)}
            onChange={(event) => {
              const bytes = Math.round(Number(event.target.value) * 1000);
              if (bytes >= 1000 && bytes <= 50_000_000)
                onChange({ ...output, quality: { way: 'under', bytes } });
            }}
          />
          <span className="text-soft">kB</span>
        </label>
      )}
    </>
  );
}
