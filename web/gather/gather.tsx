import { Clapperboard, FolderOpen, FolderTree, Globe, Images, Mic, Stamp } from 'lucide-react';
import { lazy, Suspense, useRef, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { acceptArrivals, discardArrival, listArrivals, readSite, type Arrival } from '@placard/core/contract';
import { useAsk, useDo, useMay } from '../kit/asking.ts';
import { takeInHand } from '../kit/inhand.ts';
import { Empty, Loading, Notice } from '../kit/notice.tsx';
import { plural } from '@placard/core/text';
import { ArrivalList } from './arrivallist.tsx';
import { wishOf, type Decision } from './decision.ts';
import { ForAll } from './forall.tsx';
import { FromAddress } from './fromaddress.tsx';
import { Room } from './room.tsx';
import { uploads, useSending } from '../kit/uploads.ts';

// What is not looked at first is loaded when it is.
const FromAgency = lazy(() => import('./fromagency.tsx').then((room) => ({ default: room.FromAgency })));
const FromCatalogue = lazy(() =>
  import('./fromcatalogue.tsx').then((room) => ({ default: room.FromCatalogue })),
);
const FromFilms = lazy(() => import('./fromfilms.tsx').then((room) => ({ default: room.FromFilms })));
const FromFolders = lazy(() => import('./fromfolders.tsx').then((room) => ({ default: room.FromFolders })));
const Recording = lazy(() => import('./record.tsx').then((room) => ({ default: room.Record })));

const ACCEPTED =
  '.jpg,.jpeg,.png,.webp,.avif,.gif,.tif,.tiff,.heic,.heif,.svg,.mp4,.mov,.m4v,.webm,.mkv,.avi,.mpg,.mpeg,.vob,.ts,.mts,.m2ts,.wmv,.flv,.ogv,.3gp,.mp3,.m4a,.aac,.aif,.aiff,.wma,.ogg,.opus,.wav,.flac,image/*,video/*,audio/*,.pdf,.docx,.xlsx,.pptx,.odt,.ods,.odp';

/** The ways in, besides files of one's own. */
const WAYS = [
  { way: 'address', says: 'From an address', icon: Globe },
  { way: 'catalogue', says: 'From the catalogue', icon: Images },
  { way: 'agency', says: 'From the agency', icon: Stamp },
  { way: 'films', says: 'Films on the host', icon: Clapperboard },
  { way: 'folders', says: 'Connected folders', icon: FolderTree },
  { way: 'record', says: 'Record', icon: Mic },
];

/** Bring files in by every way there is, see them arrive, and take them into the holdings. */
export default function Gather() {
  const [search, setSearch] = useSearchParams();
  const from = search.get('from');
  const arrivals = useAsk(listArrivals);
  const site = useAsk(readSite);
  const sending = useSending();
  const [decisions, setDecisions] = useState<Record<string, Decision>>({});
  const [all, setAll] = useState<Decision>({});
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const mayAccept = useMay(acceptArrivals);
  const accept = useDo(acceptArrivals);
  const discard = useDo(discardArrival);
  // Kept as state: the list asks for it before it is there, and has to be told once it is.
  const [scroller, setScroller] = useState<HTMLElement | null>(null);

  const here = new Set(sending.map(({ arrival }) => arrival));
  const list = (arrivals.data ?? []).filter(({ id, state }) => !(state === 'sending' && here.has(id)));
  const ready = list.filter(({ state }) => state === 'ready');
  const meant = ready.some(({ id }) => chosen.has(id)) ? ready.filter(({ id }) => chosen.has(id)) : ready;
  const sections = site.data?.sections ?? [];
  const forAll = { ...all, section: all.section ?? sections[0]?.id ?? '' };
  const wishFor = (arrival: Arrival) => wishOf(arrival, decisions[arrival.id] ?? {}, forAll);
  const take = (some: Arrival[], instead?: string) =>
    accept.mutate(
      {
        body: {
          arrivals: some.map((arrival) => ({
            ...wishFor(arrival),
            ...(instead ? { instead } : {}),
          })),
        },
      },
      {
        // Who prepares many next means these.
        onSuccess: ({ accepted }) =>
          accepted.length > 0 &&
          takeInHand(
            'prep many',
            accepted.map(({ asset }) => asset),
          ),
      },
    );
  const open = (way: string) => setSearch(from === way ? {} : { from: way }, { replace: true });

  return (
    <main ref={setScroller} className="h-full overflow-y-auto">
      <div className="mx-auto max-w-[1240px] px-5 py-4">
        <div className="mb-2 flex flex-wrap items-end justify-between gap-x-6 gap-y-1">
          <div>
            <h1>Arrivals</h1>
            <p className="text-soft">
              {mayAccept
                ? 'Drop files anywhere, or paste a picture or an address.'
                : 'What has come in, and waits for an editor.'}
            </p>
          </div>
          <Room />
        </div>
        <div hidden={!mayAccept} className="mb-3 flex flex-wrap gap-x-2 gap-y-2">
          <PickFiles />
          {WAYS.map(({ way, says, icon: Icon }) => (
            <Way
              key={way}
              on={from === way}
              onClick={() => open(way)}
              icon={<Icon aria-hidden className="size-4" />}
            >
              {says}
            </Way>
          ))}
        </div>
        {from && mayAccept && (
          <section
            aria-label={WAYS.find(({ way }) => way === from)?.says ?? 'Bring in'}
            className="mb-4 border border-rule bg-card px-4 py-3.5"
          >
            <Suspense fallback={null}>
              {from === 'address' && <FromAddress given={search.get('address') ?? ''} />}
              {from === 'catalogue' && <FromCatalogue />}
              {from === 'agency' && <FromAgency />}
              {from === 'films' && <FromFilms />}
              {from === 'folders' && <FromFolders />}
              {from === 'record' && <Recording />}
            </Suspense>
          </section>
        )}
        {accept.error && <Notice severity="stop">{accept.error.message}</Notice>}
        {accept.data?.left.map(({ arrival, says }) => (
          <Notice key={arrival} severity="warn">
            {says}
          </Notice>
        ))}
        {accept.data && accept.data.accepted.length > 0 && (
          <Notice
            severity="note"
            action={
              <Link className="button shrink-0" to="/prep/many">
                Prepare {accept.data.accepted.length === 1 ? 'it' : 'them'}
              </Link>
            }
          >
            {plural(accept.data.accepted.length, 'file')} accepted. The renditions are being made; the labels
            come next.
          </Notice>
        )}
        {!arrivals.isSuccess && !arrivals.error && <Loading what="the arrivals" />}
        {arrivals.isSuccess && list.length + sending.length === 0 ? (
          <Empty title="Nothing has arrived">
            Drop pictures, drawings, films, sounds or documents here: JPEG, PNG, WebP, AVIF, GIF, TIFF, HEIC,
            SVG; MP4, MOV, WebM, MKV, AVI, MPEG and more; MP3, M4A, Ogg, WAV, FLAC and more; PDF, DOCX, XLSX,
            PPTX, ODT, ODS, ODP. They keep their original bytes, whatever happens to them later.
          </Empty>
        ) : (
          <>
            {ready.length > 0 && mayAccept && (
              <ForAll
                meant={meant}
                everything={meant.length === ready.length}
                sections={sections}
                all={forAll}
                busy={accept.isPending}
                onDecide={(decision) => {
                  if (meant.length === ready.length) setAll((before) => ({ ...before, ...decision }));
                  setDecisions((before) => ({
                    ...before,
                    ...Object.fromEntries(meant.map(({ id }) => [id, { ...before[id], ...decision }])),
                  }));
                }}
                onChoose={(every) => setChosen(new Set(every ? ready.map(({ id }) => id) : []))}
                onAccept={() => take(meant)}
                onDiscard={() => {
                  for (const { id } of meant) discard.mutate({ params: { id } });
                }}
              />
            )}
            <ArrivalList
              scroller={scroller}
              sending={sending}
              list={list}
              sections={sections}
              decisionOf={({ id }) => ({ ...forAll, ...decisions[id] })}
              wishFor={wishFor}
              chosen={chosen}
              onChoose={setChosen}
              onDecide={(id, decision) =>
                setDecisions((before) => ({ ...before, [id]: { ...before[id], ...decision } }))
              }
              onAccept={(arrival, instead) => take([arrival], instead)}
              onDiscard={(id) => discard.mutate({ params: { id } })}
            />
          </>
        )}
      </div>
    </main>
  );
}

function Way({
  on,
  onClick,
  icon,
  children,
}: {
  on: boolean;
  onClick: () => void;
  icon: React.ReactNode;
  children: string;
}) {
  return (
    <button
      type="button"
      className="button aria-expanded:bg-ink aria-expanded:text-paper"
      aria-expanded={on}
      onClick={onClick}
    >
      {icon} {children}
    </button>
  );
}

function PickFiles() {
  const picker = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="button" onClick={() => picker.current?.click()}>
        <FolderOpen aria-hidden className="size-4" /> Choose files
      </button>
      <input
        ref={picker}
        type="file"
        multiple
        accept={ACCEPTED}
        aria-label="Files to bring in"
        className="hidden"
        onChange={(event) => {
          if (event.target.files) uploads.add(event.target.files);
          event.target.value = '';
        }}
      />
    </>
  );
}
