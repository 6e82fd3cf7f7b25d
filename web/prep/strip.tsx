import type { Site } from '@placard/core/contract';
import { renditionWidths, type Size } from '@placard/core/geometry';
import { windowOf, type Preparation } from '@placard/core/prep';
import { inCount } from '@placard/core/text';
import { readShape } from './readshape.ts';
import { Seen } from './seen.tsx';

/** Every rendition as it will come out, to scale among each other. */
export function Strip({
  preparation,
  original,
  site,
  src,
}: {
  preparation: Preparation;
  original: Size;
  site: Site;
  src: string;
}) {
  const { window, says } = readShape(preparation, original);
  if (says) return null;
  const widths = renditionWidths(site.measures, window.size.width);
  const sum = widths.reduce((all, width) => all + width, 0);
  const small = (width: number) => Math.max(12, Math.min(240, Math.round((560 * width) / sum)));
  const part = preparation.narrow ? windowOf(preparation, original, 'narrow') : null;
  return (
    <section
      aria-label="Renditions as they will come out"
      // What does not fit is reached by the arrow keys.
      tabIndex={0}
      className="mt-3 flex items-end gap-2.5 overflow-x-auto border border-rule bg-card p-3"
    >
      {widths.map((width) => (
        <figure key={width} className="shrink-0">
          <Seen src={src} original={original} window={window} look={preparation.edits} width={small(width)} />
          <figcaption className="mt-1 font-mono text-[12px] text-soft">{inCount(width)}</figcaption>
        </figure>
      ))}
      {part && (
        <figure className="ml-auto shrink-0 border-l border-rule pl-3">
          <Seen
            src={src}
            original={original}
            window={part}
            look={preparation.edits}
            width={Math.min(90, (110 * part.size.width) / part.size.height)}
          />
          <figcaption className="mt-1 text-[12px] text-soft">narrow screens</figcaption>
        </figure>
      )}
    </section>
  );
}
