import { useEffect, useState } from 'react';
import type { AssetDetail } from '@placard/core/contract';
import { frameOf, frameOn, momentInWords } from '@placard/core/film';
import { SliderField } from '../kit/slider.tsx';

/** So many frames lie in the row. */
const ROW = 10;
/** A film that is scrubbed through is asked for a frame once one stays at it for so long, in milliseconds. */
const PACE = 120;

/** The moment of a film that stands for it until it plays: looked for along a row of its frames, frame by frame at its end. */
export function StillChoice({
  frames,
  asset,
  chosen,
  onChoose,
}: {
  /** Where its frames are. */
  frames: string;
  asset: AssetDetail;
  /** In seconds; null for the one that is taken where nobody chooses. */
  chosen: number | null;
  /** Null where nobody may. */
  onChoose: ((moment: number | null) => void) | null;
}) {
  const seconds = asset.facts.duration ?? 0;
  const [at, setAt] = useState(chosen ?? usual(seconds));
  const looked = usePaced(at);
  const [failed, setFailed] = useState(false);
  const { width, height, rate } = asset.facts;
  // The last frame is shown to the very end.
  const within = Math.min(at, Math.max(0, seconds - 0.01));
  const frame = (moment: number, across: number) => `${frames}?at=${moment.toFixed(2)}&width=${across}`;
  const go = (moment: number) => {
    setFailed(false);
    setAt(Math.min(seconds, Math.max(0, Math.round(moment * 100) / 100)));
  };
  const is = chosen === at || (chosen === null && at === usual(seconds));
  return (
    <section aria-label="The still" className="border border-rule bg-card p-3">
      <div
        className="mx-auto grid max-h-[380px] place-items-center overflow-hidden bg-paper"
        style={{ aspectRatio: `${width}/${height}`, maxWidth: '100%' }}
      >
        {failed ? (
          <p className="p-6 text-soft">There is no picture at {momentInWords(looked)}.</p>
        ) : (
          <img
            src={frame(looked, 960)}
            alt={`The film at ${momentInWords(looked)}`}
            onError={() => setFailed(true)}
            className="size-full object-contain"
          />
        )}
      </div>
      <div className="mt-2.5 flex">
        {Array.from({ length: ROW }, (_, nth) => {
          const moment = ((nth + 0.5) * seconds) / ROW;
          return (
            <button
              key={nth}
              type="button"
              tabIndex={-1}
              aria-label={`Look at ${momentInWords(moment)}`}
              className="min-w-0 grow basis-0"
              onClick={() => go(moment)}
            >
              <img
                src={frame(moment, 160)}
                alt=""
                loading="lazy"
                className="block w-full"
                style={{ aspectRatio: `${width}/${height}` }}
              />
            </button>
          );
        })}
      </div>
      <SliderField
        label="Moment, in seconds"
        value={at}
        most={Math.max(0.1, seconds)}
        step={0.1}
        onChange={go}
      />
      <div className="mt-1 flex flex-wrap items-center gap-2 text-[13px]">
        <span className="font-mono">
          {momentInWords(at)} of {momentInWords(seconds)}
          {rate !== undefined && `, frame ${frameOf(within, rate) + 1}`}
        </span>
        <button type="button" className="button-plain" onClick={() => go(frameOn(within, -1, rate))}>
          A frame back
        </button>
        <button type="button" className="button-plain" onClick={() => go(frameOn(within, 1, rate))}>
          A frame on
        </button>
        {onChoose && (
          <button type="button" className="button ml-auto" disabled={is} onClick={() => onChoose(at)}>
            {is ? 'This is its still' : 'Take this as its still'}
          </button>
        )}
      </div>
    </section>
  );
}

/** The moment that is taken where nobody chooses one. */
const usual = (seconds: number) => Math.round(Math.min(2, seconds / 3) * 100) / 100;

/** A value that follows another one once that stays. */
function usePaced(value: number): number {
  const [paced, setPaced] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setPaced(value), PACE);
    return () => clearTimeout(timer);
  }, [value]);
  return paced;
}
