import { useEffect } from 'react';
import type { Size, Window } from '@placard/core/geometry';
import type { Edit } from '@placard/core/prep';
import { inPixels } from '@placard/core/text';
import { Seen } from './seen.tsx';
import { useRoom } from './stage.tsx';

interface Side {
  title: string;
  window: Window;
  look: readonly Edit[];
}

/** Two versions of one picture beside each other, at one scale. */
export function SideBySide({ src, original, sides }: { src: string; original: Size; sides: [Side, Side] }) {
  const { box, room, highest } = useRoom();
  // It was asked for further down.
  useEffect(() => {
    box.current?.scrollIntoView({ block: 'center' });
  }, [box]);
  const gap = 12;
  const pixelsAcross = sides[0].window.size.width + sides[1].window.size.width;
  const highestOfBoth = Math.max(...sides.map(({ window }) => window.size.height));
  const scale = Math.min((room - gap) / pixelsAcross, highest / highestOfBoth);
  return (
    <div ref={box} className="border border-rule bg-card p-3">
      <div className="flex items-start justify-center" style={{ gap }} data-testid="side-by-side">
        {sides.map(({ title, window, look }) => (
          <figure key={title} className="min-w-0">
            <Seen
              src={src}
              original={original}
              window={window}
              look={look}
              width={Math.max(8, Math.floor(window.size.width * scale))}
            />
            <figcaption className="mt-1 text-[12.5px]">
              <span className="font-semibold">{title}</span>{' '}
              <span className="font-mono text-soft">{inPixels(window.size.width, window.size.height)}</span>
            </figcaption>
          </figure>
        ))}
      </div>
    </div>
  );
}
