import { NumberField } from '../kit/numberfield.tsx';
import type { Output, Quality } from '@placard/core/prep';
import { Choice } from '../kit/radios.tsx';

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
        <span className="mt-2 flex items-center gap-2">
          <NumberField
            label="similarity at least"
            least={0.8}
            most={0.999}
            step={0.005}
            className="w-[88px] px-1.5 py-0.5 font-mono text-[12.5px]"
            value={quality.likeness}
            onChange={(likeness) => onChange({ ...output, quality: { way: 'same', likeness } })}
          />
          <span className="text-soft">(SSIM; 1 is alike)</span>
        </span>
      )}
      {quality.way === 'under' && (
        <span className="mt-2 flex items-center gap-2">
          <NumberField
            label="each file under"
            least={1}
            most={50_000}
            unit="kB"
            className="w-[88px] px-1.5 py-0.5 font-mono text-[12.5px]"
            value={Math.round(quality.bytes / 1000)}
            onChange={(kilobytes) =>
              onChange({ ...output, quality: { way: 'under', bytes: Math.round(kilobytes * 1000) } })
            }
          />
        </span>
      )}
    </>
  );
}
