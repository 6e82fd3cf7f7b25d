import { useDeferredValue, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { cueAt, judgeAll, readCaptions, USUAL_BOUNDS } from '@placard/core/captions';
import { putCaptions, readSite, setPolicy, type AssetDetail } from '@placard/core/contract';
import { plural } from '@placard/core/text';
import { useAsk, useMay } from '../kit/asking.ts';
import { Empty, Notice } from '../kit/notice.tsx';
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
  const judged = useDeferredValue(cues);
  const faults = useMemo(() => judgeAll(judged, bounds), [judged, bounds]);
  const bringIn = async (file: File) => {
    const read = readCaptions(await file.text());
    setWrong('wrong' in read ? read.wrong : null);
    if ('cues' in read) write(read.cues, 0);
  };
  const onKeyDown = (event: KeyboardEvent) => {
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
  };
  return (
    <div
      role="group"
      aria-label="Captions beside their film"
      className="grid min-h-0 grow grid-cols-[minmax(0,1fr)_minmax(380px,46%)] gap-5 max-lg:block max-lg:space-y-4"
      onKeyDown={onKeyDown}
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
