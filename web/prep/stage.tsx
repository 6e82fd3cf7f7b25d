import { SliderField } from '../kit/slider.tsx';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { heightAt, type Measure, type Size, type Window } from '@placard/core/geometry';
import type { Edit } from '@placard/core/prep';
import { MeasureRule } from '../kit/measurerule.tsx';
import { Seen } from './seen.tsx';

interface StageProps {
  /** The upright original at a size for screens, and whole. */
  src: { small: string; whole: string };
  original: Size;
  window: Window;
  look: readonly Edit[];
  /** One pixel of the picture on one CSS pixel, under a ruler of these measures. */
  measures: Measure[] | null;
  /** How much of it is shown as it was before, in hundredths; null for none. */
  compared: number | null;
  onCompare: (share: number) => void;
  /** What is drawn on the picture, at the size that it is shown at in CSS pixels. */
  children: (shown: Size) => ReactNode;
}

/** The picture as large as there is room for or at its true size, with what is drawn on it, or beside itself as it was. */
export function Stage({
  src,
  original,
  window: seen,
  look,
  measures,
  compared,
  onCompare,
  children,
}: StageProps) {
  const { box, room, highest } = useRoom();
  const frame = useRef<HTMLDivElement>(null);
  const whole = measures !== null;
  // On whole pixels, so that nothing is drawn between two of them.
  const fitted = Math.max(40, Math.floor(Math.min(room, (highest * seen.size.width) / seen.size.height)));
  const width = whole ? seen.size.width : fitted;
  const marginLeft = Math.max(0, Math.floor((room - width) / 2));
  const shown = { src: whole ? src.whole : src.small, original, window: seen, width };
  useEffect(() => {
    const { current } = frame;
    if (whole && current)
      current.scrollTo(
        (current.scrollWidth - current.clientWidth) / 2,
        (current.scrollHeight - current.clientHeight) / 2,
      );
  }, [whole]);
  return (
    <div ref={box} className="border border-rule bg-card p-3">
      <div
        ref={frame}
        className={`max-w-full ${whole ? 'overflow-auto' : ''}`}
        {...(whole ? { style: { maxHeight: highest }, tabIndex: 0, role: 'region' } : {})}
        aria-label={whole ? 'The picture at its true size' : undefined}
      >
        {measures && (
          <div className="sticky top-0 z-10 bg-card" style={{ width, marginLeft }}>
            <MeasureRule measures={measures} column={width} />
          </div>
        )}
        <div className="relative" style={{ width, marginLeft }} data-testid="stage">
          <Seen {...shown} look={look} />
          {compared === null ? (
            children({ width, height: heightAt(width, seen.size) })
          ) : (
            <>
              <div className="absolute inset-0" style={{ clipPath: `inset(0 ${100 - compared}% 0 0)` }}>
                <Seen {...shown} look={[]} />
                <span className="absolute top-2 left-2 bg-[#1f2328] px-1.5 text-[12px] text-white">
                  before
                </span>
              </div>
              <span
                aria-hidden
                className="absolute inset-y-0 w-0.5 -translate-x-1/2 bg-white"
                style={{ left: `${compared}%` }}
              />
              <SliderField
                label="Before and after"
                className="absolute! inset-x-0 bottom-2 mx-auto w-1/2!"
                value={compared}
                onChange={onCompare}
              />
            </>
          )}
        </div>
      </div>
    </div>
  );
}

/** The room that there is for pictures, in CSS pixels. */
export function useRoom() {
  const box = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(700);
  useEffect(() => {
    if (!box.current) return undefined;
    const watch = new ResizeObserver(([entry]) => setRoom(Math.floor(entry?.contentRect.width ?? 700)));
    watch.observe(box.current);
    return () => watch.disconnect();
  }, []);
  return { box, room, highest: Math.max(240, Math.min(640, window.innerHeight - 512)) };
}
