import type { RefObject } from 'react';
import type { Cue } from '@placard/core/captions';
import type { AssetDetail } from '@placard/core/contract';
import { SoundWave } from './soundwave.tsx';
import type { CueDoing, CueDoings } from './usecuedoings.ts';

const BUTTONS: readonly (readonly [CueDoing, says: string])[] = [
  ['p', 'Play or stop'],
  ['n', 'New here'],
  ['b', 'Begins here'],
  ['e', 'Ends here'],
  ['d', 'Divide'],
  ['j', 'Join with the next'],
  ['x', 'Remove'],
];

/** The film with the caption of this moment, its sound drawn, and what is done to captions where it stands. */
export function FilmBeside({
  asset,
  film,
  cues,
  at,
  shown,
  moment,
  doings,
  onMoment,
  onChoose,
  onTime,
}: {
  asset: AssetDetail;
  film: RefObject<HTMLVideoElement | null>;
  cues: readonly Cue[];
  /** Which caption is chosen, and which is shown at this moment; -1 for none. */
  at: number;
  shown: number;
  moment: number;
  /** Null for who may not write. */
  doings: CueDoings | null;
  onMoment: (seconds: number) => void;
  onChoose: (at: number) => void;
  onTime: (at: number, times: Partial<Pick<Cue, 'start' | 'end'>>) => void;
}) {
  return (
    <section aria-label="The film" className="flex min-h-0 flex-col gap-2 overflow-y-auto">
      <div className="relative bg-black">
        <video
          ref={film}
          controls
          preload="metadata"
          src={asset.original}
          aria-label={asset.placard.title || asset.fileName}
          className="mx-auto block max-h-[36vh] w-full"
          style={{ aspectRatio: asset.facts.width ? `${asset.facts.width}/${asset.facts.height}` : '6/1' }}
          onTimeUpdate={(event) => onMoment(event.currentTarget.currentTime)}
          onSeeked={(event) => onMoment(event.currentTarget.currentTime)}
        />
        {shown >= 0 && (
          <p
            data-testid="shown"
            className="pointer-events-none absolute inset-x-0 bottom-12 text-center text-[16px] leading-snug whitespace-pre-line text-white"
          >
            <span className="bg-black/75 box-decoration-clone px-2 py-0.5">
              {cues[shown]?.text.replace(/<[^<>]*>/g, '')}
            </span>
          </p>
        )}
      </div>
      <SoundWave
        asset={asset.id}
        film={film}
        duration={asset.facts.duration ?? 0}
        cues={cues}
        at={at}
        moment={moment}
        onChoose={onChoose}
        onTime={onTime}
      />
      {doings && (
        <div className="flex flex-wrap gap-1.5 text-[13px]" role="toolbar" aria-label="Captions">
          {BUTTONS.map(([key, says]) => (
            <button
              key={key}
              type="button"
              className="button px-2 py-1 text-[13px]"
              disabled={key !== 'p' && key !== 'n' && at < 0}
              onClick={doings[key]}
            >
              {says} <kbd className="ml-1 font-mono text-[11px] text-soft">Alt {key.toUpperCase()}</kbd>
            </button>
          ))}
        </div>
      )}
    </section>
  );
}
