import { sharpnessAt, type Measure, type Size } from '@placard/core/geometry';
import { inCount } from '@placard/core/text';

const FILLS = { everywhere: 'bg-spruce', plain: 'bg-ink', nowhere: 'bg-ochre' };

/** The pixels of a version drawn to scale against the measures of the site, and what they are enough for. */
export function AgainstMeasures({ size, measures }: { size: Size; measures: readonly Measure[] }) {
  const widest = Math.max(size.width, ...measures.map(({ width }) => width * 2));
  const share = (pixels: number) => `${(100 * pixels) / widest}%`;
  const byWidth = [...measures].sort((a, b) => a.width - b.width);
  return (
    <section
      aria-label="Its pixels against the measures"
      className="mt-3 border-t border-rule pt-2.5 text-[12.5px]"
    >
      <p>
        <span className="font-semibold">This version</span>{' '}
        <span className="font-mono">{inCount(size.width)}</span>
      </p>
      <span aria-hidden className="block h-2 border border-ink" style={{ width: share(size.width) }} />
      <ul className="mt-1 space-y-1">
        {byWidth.map((measure) => {
          const { sharp, factor } = sharpnessAt(measure, size.width);
          return (
            <li key={measure.id}>
              <span className="font-semibold">{measure.name}</span>{' '}
              <span className="font-mono">{measure.width}</span>{' '}
              <span className={sharp === 'nowhere' ? 'text-ochre' : 'text-soft'}>
                {sharp === 'everywhere'
                  ? 'sharp on every screen'
                  : sharp === 'plain'
                    ? 'sharp on plain screens'
                    : `soft, ${factor.toFixed(1)} times too few`}
              </span>
              <span aria-hidden className="relative flex h-2 items-center">
                <span className={`h-1 ${FILLS[sharp]}`} style={{ width: share(measure.width) }} />
                <span className={`h-1 opacity-30 ${FILLS[sharp]}`} style={{ width: share(measure.width) }} />
                <span
                  className="absolute inset-y-0 -ml-px border-l border-ink"
                  style={{ left: share(size.width) }}
                />
              </span>
            </li>
          );
        })}
      </ul>
      <p className="mt-1 text-[12px] text-soft">
        The line is where its pixels end. The pale half of a bar is what fine screens want.
      </p>
    </section>
  );
}
