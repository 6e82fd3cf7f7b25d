import { pageWidth, figureStyle, standingIn, type StandingSaid } from '@placard/core/page';
import { DESK, PHONE, type Measure } from '@placard/core/geometry';
import { useLayoutEffect, useRef } from 'react';
import { dress } from '../../kit/markup.tsx';

/** The space at either side of the words on a phone. */
const MARGIN = 16;

/**
 * The very words set round the very picture, small: the page at its true width on a screen, drawn at a scale. What
 * visitors get is set by the same style.
 */
export function TrueSetting({
  said,
  src,
  shape,
  words,
  measures,
  column,
  screen,
  width,
}: {
  said: StandingSaid;
  src: string | null;
  /** Width by height of what is placed. */
  shape: number;
  words: string;
  measures: readonly Measure[];
  column: number;
  /** The screen that it is seen on, in CSS pixels. */
  screen: typeof DESK | typeof PHONE;
  /** How wide it is drawn, in CSS pixels. */
  width: number;
}) {
  const figure = useRef<HTMLElement>(null);
  const page = screen === DESK ? column + 2 * BLEED_SEEN : screen;
  const style = figureStyle(standingIn(pageWidth(measures), said, measures), `${screen}px`);
  useLayoutEffect(() => {
    if (figure.current) dress(figure.current, style);
  });
  const filler = 'The words of the page stand here as soon as some are written below this. '.repeat(8);
  return (
    <span aria-hidden className="block size-full overflow-hidden bg-white">
      <span
        className="block origin-top-left font-serif text-[17px] leading-[1.58] text-[#333]"
        style={{
          width: page,
          padding: `${MARGIN}px ${screen === DESK ? BLEED_SEEN : MARGIN}px`,
          transform: `scale(${width / page})`,
        }}
      >
        <span ref={figure} className="block">
          {src ? (
            <img src={src} alt="" className="block w-full object-cover" style={{ aspectRatio: shape }} />
          ) : (
            <span className="block w-full bg-[#bbb]" style={{ aspectRatio: shape }} />
          )}
        </span>
        {words || filler}
      </span>
    </span>
  );
}

/** How much is seen of the page beside its column, so that what leaves the column shows. */
const BLEED_SEEN = 90;
