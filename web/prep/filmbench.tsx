import { useState } from 'react';
import {
  drawSound,
  listJobs,
  makeLighter,
  openFilm,
  readSound,
  stopLighter,
  type AssetDetail,
  type Sound,
  type VersionLine,
} from '@placard/core/contract';
import { LOUDNESSES, NO_CHOICES, type FilmChoices } from '@placard/core/film';
import { AS_IT_CAME, PreparationSchema } from '@placard/core/prep';
import { useAsk, useDo } from '../kit/asking.ts';
import { Progress } from '../kit/bar.tsx';
import { inHand } from '../kit/inhand.ts';
import { Notice } from '../kit/notice.tsx';
import { Select } from '../kit/select.tsx';
import { KeepButtons } from './keepbuttons.tsx';
import { Renditions } from './renditions.tsx';
import { StillChoice } from './stillmoment.tsx';
import { useKeepVersion } from './usekeepversion.ts';
import { Versions } from './versions.tsx';

interface FilmBenchProps {
  asset: AssetDetail;
  versions: VersionLine[];
  mayWrite: boolean;
}

/** A film or sound: the moment of its still, how loud it is, and the files that a page plays of it. */
export function FilmBench(props: FilmBenchProps) {
  const { asset, versions } = props;
  const current =
    versions.find(({ state }) => state === 'next') ?? versions.find(({ state }) => state === 'current');
  if (!current) return <div className="min-h-[400px]" aria-busy="true" />;
  return <Bench key={`${asset.id} ${current.id}`} {...props} current={current} />;
}

function Bench({ asset, versions, mayWrite, current }: FilmBenchProps & { current: VersionLine }) {
  const opened = useAsk(openFilm, { params: { id: asset.id } });
  const before = current.preparation.film ?? NO_CHOICES;
  const name = `prep ${asset.id} ${current.id}`;
  const [now, setNow] = useState<FilmChoices>(() => inHand(name, PreparationSchema)?.film ?? before);
  const [looked, setLooked] = useState<string | null>(null);
  const changed = now.still !== before.still || now.loudness !== before.loudness;
  const preparation = { ...AS_IT_CAME, film: now };
  const { keep, kept, keeping, refusal } = useKeepVersion(asset.id, name, preparation, changed);
  const film = asset.facts.kind === 'film';
  const plays = current.renditions.filter(({ mime }) => !mime.startsWith('image/'));
  const stills = current.renditions.filter(({ mime }) => mime.startsWith('image/'));
  const original = { ...asset.facts, bytes: asset.bytes };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_372px] items-start gap-5 max-lg:grid-cols-1">
      <div className="min-w-0 space-y-4">
        {film && opened.data?.frames && (
          <StillChoice
            frames={opened.data.frames}
            asset={asset}
            chosen={now.still}
            onChoose={mayWrite ? (still) => setNow({ ...now, still }) : null}
          />
        )}
        <Renditions
          title="What a page plays"
          original={original}
          renditions={plays}
          says={
            film
              ? 'A browser takes the first that it plays: for phones a narrower one. Nothing is enlarged, and what came out larger than the film is not kept.'
              : 'A sound is played as it came, with its label in it and nothing else that it said; a large one as AAC too.'
          }
        />
        {film && (
          <Renditions
            title="Its still"
            original={original}
            renditions={stills}
            says="What stands in a page until the film plays."
          />
        )}
      </div>
      <div className="min-w-0 space-y-4">
        <Lighter asset={asset} mayWrite={mayWrite} />
        {mayWrite && (
          <section aria-label="This version" className="space-y-3 border border-rule bg-card px-4 py-3">
            <Loudness
              asset={asset}
              wanted={now.loudness}
              onWant={(loudness) => setNow({ ...now, loudness })}
            />
            {refusal && <Notice severity="stop">{refusal.message}</Notice>}
            {kept ? (
              <p role="status" className="text-spruce">
                Kept. Its files are being made.
              </p>
            ) : (
              <KeepButtons asset={asset} place={null} disabled={!changed || keeping} onKeep={keep} />
            )}
            <p className="caption">The original stays as it came, whatever is made of it.</p>
          </section>
        )}
        <Versions
          asset={asset}
          versions={versions}
          mayWrite={mayWrite}
          opened={looked}
          onOpen={setLooked}
          onTake={(preparation) => setNow(preparation.film ?? NO_CHOICES)}
        />
      </div>
    </div>
  );
}

const HEARD: Record<Exclude<Sound['state'], 'there'>, string> = {
  none: 'Nobody has measured it yet.',
  working: 'It is being measured.',
  silent: 'It has no sound.',
  failed: 'Its sound could not be read.',
};

function Loudness({
  asset,
  wanted,
  onWant,
}: {
  asset: AssetDetail;
  wanted: number | null;
  onWant: (loudness: number | null) => void;
}) {
  const sound = useAsk(readSound, { params: { id: asset.id } });
  const draw = useDo(drawSound);
  const { state, loudness } = sound.data ?? {};
  return (
    <div>
      <h2 className="mb-1.5">How loud</h2>
      <p className="mb-2 flex items-baseline gap-3 text-[13px] text-soft">
        {state === 'there'
          ? loudness
            ? `As it came: ${loudness.integrated.toFixed(1)} LUFS, peak ${loudness.peak.toFixed(1)} dBTP (EBU R 128).`
            : 'Nothing is heard in it.'
          : state && HEARD[state]}
        {state === 'none' && (
          <button
            type="button"
            className="button-plain"
            disabled={draw.isPending}
            onClick={() => draw.mutate({ params: { id: asset.id } })}
          >
            Measure it
          </button>
        )}
      </p>
      {draw.error && <Notice severity="stop">{draw.error.message}</Notice>}
      {state !== 'silent' && (
        <Select
          label="Make it"
          value={wanted === null ? 'came' : String(wanted)}
          onChange={(next) => onWant(next === 'came' ? null : Number(next))}
          options={[
            ['came', 'as loud as it came'],
            ...LOUDNESSES.map(([level, where]) => [String(level), `${level} LUFS, ${where}`] as const),
          ]}
        />
      )}
    </div>
  );
}

/** How far its lighter files are, with a way to stop. */
export function Lighter({ asset, mayWrite }: { asset: AssetDetail; mayWrite: boolean }) {
  const jobs = useAsk(listJobs, {}, { staleTime: Number.POSITIVE_INFINITY });
  const stop = useDo(stopLighter);
  const make = useDo(makeLighter);
  const job = jobs.data?.find(({ subject, kind }) => subject === asset.id && kind === 'film');
  if (!job)
    return mayWrite && stop.isSuccess ? (
      <Notice
        severity="warn"
        action={
          <button
            type="button"
            className="button"
            onClick={() => make.mutate({ params: { id: asset.id } }, { onSuccess: () => stop.reset() })}
          >
            Make the rest
          </button>
        }
      >
        Stopped. Files that were made by then are kept.
      </Notice>
    ) : null;
  if (job.state === 'failed')
    return (
      <Notice
        severity="warn"
        action={
          mayWrite && (
            <button
              type="button"
              className="button"
              onClick={() => make.mutate({ params: { id: asset.id } })}
            >
              Try again
            </button>
          )
        }
      >
        {job.says} It is played as it came.
      </Notice>
    );
  const share = job.total > 0 ? Math.round((100 * job.done) / job.total) : 0;
  return (
    <section aria-label="Lighter files" className="border border-rule bg-card px-4 py-3">
      <p className="mb-1.5 flex items-baseline gap-3">
        <span className="mr-auto">
          {job.state === 'waiting'
            ? 'Lighter files: waiting for their turn'
            : `Making lighter files, ${share} %`}
        </span>
        {mayWrite && (
          <button
            type="button"
            className="button-plain"
            disabled={stop.isPending}
            onClick={() => stop.mutate({ params: { id: asset.id } })}
          >
            Stop
          </button>
        )}
      </p>
      <Progress done={job.done} total={job.total || 1} label="Lighter files" />
      <p className="caption mt-1.5">It is placed and played meanwhile, as it came.</p>
    </section>
  );
}
