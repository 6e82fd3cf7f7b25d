import { useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { cueAt, judgeAll, readCaptions, USUAL_BOUNDS } from '@placard/core/captions';
import { putCaptions, readSite, setPolicy, type AssetDetail } from '@placard/core/contract';
import { decoded, plural } from '@placard/core/text';
import { useAsk, useMay } from '../kit/asking.ts';
import { Empty, Notice } from '../kit/notice.tsx';
import { useLatest } from '../kit/uselatest.ts';
import { BoundsFields } from './boundsfields.tsx';
import { CueList } from './cuelist.tsx';
import { FilmBeside } from './filmbeside.tsx';
import { NotSaved } from './notsaved.tsx';
import { TrackFiles } from './trackfiles.tsx';
import { useCueDoings } from './usecuedoings.ts';
import { useCues } from './usecues.ts';
import { useSavedCues, type WhichTrack } from './usesavedcues.ts';
import { WholeTrack } from './wholetrack.tsx';

const SAYS = {
  loading: 'loading …',
  saved: 'saved',
  writing: 'saving …',
  clash: 'not saved',
  failed: 'not saved',
};

/** One track of a film, written beside it. */
export function TrackEditor({ asset, which }: { asset: AssetDetail; which: WhichTrack }) {
  const state = useCues();
  const { cues, at, write, choose, takeBack, doAgain } = state;
  const { saved, brought, save, loadTheirs } = useSavedCues(which, state);
  const mayWrite = useMay(putCaptions);
  const mayDecide = useMay(setPolicy);
  const site = useAsk(readSite);
  const bounds = site.data?.policy.captions ?? USUAL_BOUNDS;
  const film = useRef<HTMLVideoElement>(null);
  const [moment, setMoment] = useState(0);
  const [wrong, setWrong] = useState<string | null>(null);
  const shown = cueAt(cues, moment);
  const { doings, onText, onTime, goTo } = useCueDoings(state, film);
  // A length of nothing is one that is not known.
  const filmEnds = asset.facts.duration || undefined;
  const judged = useDeferredValue(cues);
  const faults = useMemo(() => judgeAll(judged, bounds, filmEnds), [judged, bounds, filmEnds]);
  const [notes, setNotes] = useState<readonly string[]>([]);
  const bringIn = async (file: File) => {
    const { text, as } = decoded(new Uint8Array(await file.arrayBuffer()));
    const read = readCaptions(text);
    setWrong('wrong' in read ? read.wrong : null);
    setNotes([]);
    if ('wrong' in read) return;
    write(read.cues, 0);
    setNotes([
      ...(as === 'windows-1252'
        ? ['The file does not say how it is written. It was read as Windows-1252: look at its accents.']
        : []),
      ...read.mended.slice(0, 3),
      ...(read.mended.length > 3 ? [`${read.mended.length - 3} more times were mended.`] : []),
    ]);
  };
  const press = useLatest((event: KeyboardEvent) => {
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    if (event.altKey && !event.ctrlKey && mayWrite && key in doings) {
      event.preventDefault();
      doings[key as keyof typeof doings]();
    }
    const inWords = event.target instanceof HTMLTextAreaElement;
    if ((event.ctrlKey || event.metaKey) && key === 'z' && !inWords) {
      event.preventDefault();
      if (event.shiftKey) doAgain();
      else takeBack();
    }
  });
  // Wherever somebody stands on this screen.
  useEffect(() => {
    const hear = (event: KeyboardEvent) => !event.defaultPrevented && press.current(event);
    document.addEventListener('keydown', hear);
    return () => document.removeEventListener('keydown', hear);
  }, [press]);
  return (
    <div
      role="group"
      aria-label="Captions beside their film"
      className="grid min-h-0 grow grid-cols-[minmax(0,1fr)_minmax(380px,46%)] gap-5 max-lg:block max-lg:space-y-4"
    >
      <FilmBeside
        asset={asset}
        film={film}
        cues={cues}
        at={at}
        shown={shown}
        moment={moment}
        doings={mayWrite ? doings : null}
        onMoment={setMoment}
        onChoose={goTo}
        onTime={onTime}
      />
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
            {SAYS[saved.state]}
          </span>
          <TrackFiles
            asset={asset}
            which={which}
            cues={cues}
            onFile={mayWrite ? (file) => void bringIn(file) : null}
          />
        </div>
        {wrong && <Notice severity="stop">{wrong}</Notice>}
        {notes.map((note) => (
          <Notice key={note} severity="note">
            {note}
          </Notice>
        ))}
        {brought && saved.state === 'writing' && (
          <Notice severity="note">What was not saved last time is here again.</Notice>
        )}
        {(saved.state === 'clash' || saved.state === 'failed') && (
          <NotSaved
            says={saved.says}
            clash={saved.state === 'clash'}
            onTheirs={() => void loadTheirs()}
            onSave={() => void save()}
          />
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
            filmEnds={filmEnds}
            onChoose={choose}
            onText={onText}
            onTime={onTime}
          />
        )}
        {mayWrite && cues.length > 0 && <WholeTrack state={state} which={which} />}
        <p className="text-[12px] text-soft">
          {bounds.perSecond} letters a second, {bounds.lines} lines of {bounds.perLine} letters,{' '}
          {bounds.least} to {bounds.most} s.
          {JSON.stringify(bounds) === JSON.stringify(USUAL_BOUNDS)
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
