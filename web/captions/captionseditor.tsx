import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import {
  added,
  cueAt,
  joined,
  judgeAll,
  readCaptions,
  shifted,
  split,
  timed,
  TRACK_KINDS,
  USUAL_BOUNDS,
  without,
  writeSrt,
  writeVtt,
  type Cue,
  type TrackKind,
} from '@placard/core/captions';
import {
  putCaptions,
  readAsset,
  readSite,
  removeTrack,
  setPolicy,
  type AssetDetail,
} from '@placard/core/contract';
import { languageName, plural } from '@placard/core/text';
import { refusalOf, useAsk, useDo, useMay } from '../kit/asking.ts';
import { BoundsFields } from './boundsfields.tsx';
import { AskFirst } from '../kit/askfirst.tsx';
import { Language } from '../kit/codechoice.tsx';
import { Empty, Notice } from '../kit/notice.tsx';
import { NumberField } from '../kit/numberfield.tsx';
import { Select } from '../kit/select.tsx';
import { useTitle } from '../kit/usetitle.ts';
import { CueList } from './cuelist.tsx';
import { SoundWave } from './soundwave.tsx';
import { useCues } from './usecues.ts';
import { useSavedCues, type WhichTrack } from './usesavedcues.ts';

const KINDS: Record<TrackKind, string> = {
  captions: 'captions: what is said',
  descriptions: 'descriptions: what is to be seen',
  chapters: 'chapters: which part begins when',
};

/** Captions, descriptions and chapters of a film, written beside it with its sound drawn. */
export default function CaptionsEditor() {
  const { asset: id = '' } = useParams();
  const [query] = useSearchParams();
  const asset = useAsk(readAsset, { params: { id } });
  useTitle(asset.data?.placard.title, 'Captions');
  const refused = refusalOf(asset);
  if (refused)
    return (
      <div className="p-5">
        <Notice severity="stop">{refused.message}</Notice>
      </div>
    );
  if (!asset.data) return null;
  const { facts, tracks } = asset.data;
  if (facts.kind !== 'film' && facts.kind !== 'sound')
    return <Empty title="Nothing to write captions for">Only films and sounds have captions.</Empty>;
  const kind = TRACK_KINDS.find((known) => known === query.get('kind')) ?? 'captions';
  const language = query.get('language') ?? tracks.find((track) => track.kind === kind)?.language ?? '';
  const track = tracks.find((one) => one.kind === kind && one.language === language);
  return (
    <main className="flex h-full flex-col gap-3 overflow-hidden px-5 py-3 max-lg:overflow-y-auto">
      <Which asset={asset.data} kind={kind} language={language} />
      {language === '' ? (
        <Empty title="In which language?">Choose the language that is spoken, and write as it is said.</Empty>
      ) : (
        <OneTrack
          key={`${kind} ${language}`}
          asset={asset.data}
          which={{ asset: id, track: track?.id ?? null, kind, language }}
        />
      )}
    </main>
  );
}

/** Which of its tracks is written. */
function Which({ asset, kind, language }: { asset: AssetDetail; kind: TrackKind; language: string }) {
  const navigate = useNavigate();
  const go = (to: { kind: TrackKind; language: string }) =>
    void navigate(`/label/${asset.id}/captions?${new URLSearchParams(to)}`);
  return (
    <div className="flex flex-wrap items-end gap-4">
      <h1 className="mr-2">{asset.placard.title || asset.fileName}</h1>
      <Select
        label="What is written"
        hideLabel
        className="w-[280px]"
        value={kind}
        onChange={(next) => go({ kind: next, language })}
        options={TRACK_KINDS.map((one) => [one, KINDS[one]] as const)}
      />
      <Language
        label="Language of the captions"
        hideLabel
        className="w-[170px]"
        value={language}
        onChange={(next) => go({ kind, language: next })}
      />
      <span className="text-[13px] text-soft">
        {asset.tracks.map((track, at) => (
          <span key={track.id}>
            {at > 0 && ', '}
            <Link
              to={`/label/${asset.id}/captions?${new URLSearchParams({ kind: track.kind, language: track.language })}`}
              className="underline decoration-edge hover:text-madder"
            >
              {track.label}
            </Link>
          </span>
        ))}
      </span>
      <Link to={`/label/${asset.id}`} className="button-plain ml-auto">
        Back to its label
      </Link>
    </div>
  );
}

function OneTrack({ asset, which }: { asset: AssetDetail; which: WhichTrack }) {
  const state = useCues();
  const { cues, at, write, choose, takeBack, doAgain } = state;
  const { saved, brought, save, loadTheirs } = useSavedCues(which, state);
  const mayWrite = useMay(putCaptions);
  const site = useAsk(readSite);
  const bounds = site.data?.policy.captions ?? USUAL_BOUNDS;
  const mayDecide = useMay(setPolicy);
  const film = useRef<HTMLVideoElement>(null);
  const picker = useRef<HTMLInputElement>(null);
  const [moment, setMoment] = useState(0);
  const [by, setBy] = useState(0);
  const [wrong, setWrong] = useState<string | null>(null);
  const duration = asset.facts.duration ?? 0;
  const shown = cueAt(cues, moment);
  const latest = useRef({ cues, at });
  useEffect(() => {
    latest.current = { cues, at };
  });
  const onText = useCallback(
    (index: number, text: string) => {
      const now = latest.current;
      const cue = now.cues[index];
      if (cue && cue.text !== text) write(now.cues.with(index, { ...cue, text }), now.at);
    },
    [write],
  );
  const onTime = useCallback(
    (index: number, times: Partial<Pick<Cue, 'start' | 'end'>>) => {
      const now = latest.current;
      write(timed(now.cues, index, times), now.at);
    },
    [write],
  );
  const goTo = useCallback(
    (index: number) => {
      choose(index);
      const cue = latest.current.cues[index];
      if (cue && film.current && film.current.paused) film.current.currentTime = cue.start;
    },
    [choose],
  );
  const here = () => film.current?.currentTime ?? moment;
  const doings: Record<string, () => void> = {
    p: () => void (film.current?.paused ? film.current.play() : film.current?.pause()),
    n: () => {
      const next = added(cues, here());
      write(next.cues, next.at);
    },
    b: () => onTime(at, { start: here() }),
    e: () => onTime(at, { end: here() }),
    d: () => {
      const area = document.activeElement;
      const cue = cues[at];
      if (!cue) return;
      // What was typed last may not be written down yet.
      const written =
        area instanceof HTMLTextAreaElement ? { text: area.value, letter: area.selectionStart } : null;
      if (written && area instanceof HTMLElement) area.blur();
      const text = written?.text ?? cue.text;
      const letter = written?.letter || Math.ceil(text.length / 2);
      write(split(latest.current.cues.with(at, { ...cue, text }), at, letter, here()), at);
    },
    j: () => write(joined(cues, at), at),
    x: () => write(without(cues, at), Math.min(at, cues.length - 2)),
    ArrowLeft: () => film.current && (film.current.currentTime = Math.max(0, here() - 1)),
    ArrowRight: () => film.current && (film.current.currentTime = here() + 1),
    ArrowDown: () => goTo(Math.min(cues.length - 1, at + 1)),
    ArrowUp: () => goTo(Math.max(0, at - 1)),
  };
  const judged = useDeferredValue(cues);
  const faults = useMemo(() => judgeAll(judged, bounds), [judged, bounds]);
  const bringIn = async (file: File | undefined) => {
    if (!file) return;
    const read = readCaptions(await file.text());
    setWrong('wrong' in read ? read.wrong : null);
    if ('cues' in read) write(read.cues, 0);
  };
  return (
    <div
      role="group"
      aria-label="Captions beside their film"
      className="grid min-h-0 grow grid-cols-[minmax(0,1fr)_minmax(380px,46%)] gap-5 max-lg:block max-lg:space-y-4"
      onKeyDown={(event) => {
        if (event.altKey && !event.ctrlKey && mayWrite) {
          const doing = doings[event.key.length === 1 ? event.key.toLowerCase() : event.key];
          if (doing) {
            event.preventDefault();
            doing();
          }
        }
        const inWords = event.target instanceof HTMLTextAreaElement;
        if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !inWords) {
          event.preventDefault();
          if (event.shiftKey) doAgain();
          else takeBack();
        }
      }}
    >
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
            onTimeUpdate={(event) => setMoment(event.currentTarget.currentTime)}
            onSeeked={(event) => setMoment(event.currentTarget.currentTime)}
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
          duration={duration}
          cues={cues}
          at={at}
          moment={moment}
          onChoose={goTo}
          onTime={onTime}
        />
        {mayWrite && (
          <div className="flex flex-wrap gap-1.5 text-[13px]" role="toolbar" aria-label="Captions">
            {[
              ['p', 'Play or stop'],
              ['n', 'New here'],
              ['b', 'Begins here'],
              ['e', 'Ends here'],
              ['d', 'Divide'],
              ['j', 'Join with the next'],
              ['x', 'Take out'],
            ].map(([key = '', says = '']) => (
              <button
                key={key}
                type="button"
                className="button px-2 py-1 text-[13px]"
                disabled={!['p', 'n'].includes(key) && at < 0}
                onClick={doings[key]}
              >
                {says} <kbd className="ml-1 font-mono text-[11px] text-soft">Alt {key.toUpperCase()}</kbd>
              </button>
            ))}
          </div>
        )}
      </section>
      <section aria-label="What is written" className="flex min-h-0 flex-col gap-2 max-lg:h-[70vh]">
        <div className="flex flex-wrap items-center gap-2 text-[13px]">
          <span role="status" className="mr-auto text-soft">
            {plural(cues.length, 'caption')}
            {faults.length > 0 && (
              <>
                ,{' '}
                <button
                  type="button"
                  className="text-ochre underline decoration-edge"
                  onClick={() => goTo(faults.find((fault) => fault.at > at)?.at ?? faults[0]?.at ?? 0)}
                >
                  {faults.length} of them hard on readers
                </button>
              </>
            )}
            {' · '}
            {
              {
                loading: 'loading …',
                saved: 'saved',
                writing: 'saving …',
                clash: 'not saved',
                failed: 'not saved',
              }[saved.state]
            }
          </span>
          {mayWrite && (
            <>
              <button type="button" className="button-plain" onClick={() => picker.current?.click()}>
                Bring in a file
              </button>
              <input
                ref={picker}
                type="file"
                accept=".vtt,.srt,text/vtt"
                aria-label="File of captions"
                className="hidden"
                onChange={(event) => void bringIn(event.target.files?.[0])}
              />
            </>
          )}
          <Out asset={asset} which={which} name="WebVTT" extension="vtt" text={() => writeVtt(cues)} />
          <Out asset={asset} which={which} name="SRT" extension="srt" text={() => writeSrt(cues)} />
        </div>
        {wrong && <Notice severity="stop">{wrong}</Notice>}
        {brought && saved.state === 'writing' && (
          <Notice severity="note">What was not saved last time is here again.</Notice>
        )}
        {(saved.state === 'clash' || saved.state === 'failed') && (
          <Notice
            severity="stop"
            action={
              <span className="flex shrink-0 gap-2">
                {saved.state === 'clash' && (
                  <button type="button" className="button" onClick={() => void loadTheirs()}>
                    Load theirs
                  </button>
                )}
                <button type="button" className="button" onClick={() => void save()}>
                  {saved.state === 'clash' ? 'Keep mine instead' : 'Try again'}
                </button>
              </span>
            }
          >
            {saved.says}
          </Notice>
        )}
        {cues.length === 0 && saved.state !== 'loading' ? (
          <Empty title="Nothing is written yet">
            Play the film and press “New here” when somebody speaks, or bring in a file.
          </Empty>
        ) : (
          <CueList
            cues={cues}
            at={at}
            shown={shown}
            bounds={bounds}
            onChoose={choose}
            onText={onText}
            onTime={onTime}
          />
        )}
        {mayWrite && cues.length > 0 && (
          <div className="flex flex-wrap items-end gap-2 text-[13px]">
            <NumberField
              label="Shift by seconds"
              hideLabel
              className="w-20"
              step={0.1}
              unit="s"
              value={by}
              onChange={setBy}
            />
            <button
              type="button"
              className="button"
              disabled={by === 0}
              onClick={() => write(shifted(cues, by), at)}
            >
              Shift all by {by} s
            </button>
            <button
              type="button"
              className="button"
              disabled={by === 0 || at < 0}
              onClick={() => write(shifted(cues, by, at), at)}
            >
              From the chosen one on
            </button>
            <button
              type="button"
              className="button-plain"
              disabled={state.before.length === 0}
              onClick={takeBack}
            >
              Take back
            </button>
            {which.track && <TakeOff which={which} />}
          </div>
        )}
        <p className="text-[12px] text-soft">
          {bounds.perSecond} letters a second, {bounds.lines} lines of {bounds.perLine} letters,{' '}
          {bounds.least} to {bounds.most} s.
          {bounds === USUAL_BOUNDS || JSON.stringify(bounds) === JSON.stringify(USUAL_BOUNDS)
            ? ' After UNE 153010:2012 and the trade’s rule of six seconds.'
            : ' As this site has decided.'}
        </p>
        {mayDecide && site.data && (
          <BoundsFields key={JSON.stringify(site.data.policy.captions)} policy={site.data.policy} />
        )}
      </section>
    </div>
  );
}

/** What is written, as a file. */
function Out({
  asset,
  which,
  name,
  extension,
  text,
}: {
  asset: AssetDetail;
  which: WhichTrack;
  name: string;
  extension: string;
  text: () => string;
}) {
  return (
    <button
      type="button"
      className="button-plain"
      onClick={() => {
        const link = document.createElement('a');
        link.href = URL.createObjectURL(
          new Blob([text()], { type: extension === 'vtt' ? 'text/vtt' : 'application/x-subrip' }),
        );
        link.download = `${asset.name}-${which.language}${which.kind === 'captions' ? '' : `-${which.kind}`}.${extension}`;
        link.click();
        setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
      }}
    >
      Out as {name}
    </button>
  );
}

function TakeOff({ which }: { which: WhichTrack }) {
  const remove = useDo(removeTrack);
  const navigate = useNavigate();
  return (
    <AskFirst
      title={`Take these ${which.kind} in ${languageName(which.language) ?? which.language} off?`}
      says="Pages that show the film show it without them."
      go="Take them off"
      leave="Leave them"
      onGo={() =>
        remove.mutate(
          { params: { id: which.track ?? '' } },
          { onSuccess: () => void navigate(`/label/${which.asset}/captions`) },
        )
      }
    >
      <button type="button" className="button-plain ml-auto">
        Take them off …
      </button>
    </AskFirst>
  );
}
