import { Radios } from '../kit/radios.tsx';
import { Checkbox } from '../kit/checkbox.tsx';
import { useDeferredValue, useEffect, useRef, useState } from 'react';
import { searchFilms, type HostedFilm } from '@placard/core/contract';
import {
  FILM_SHOWN,
  filmAsLink,
  filmAsPlayer,
  filmAsStill,
  filmDetails,
  type Block,
  type FilmShown,
} from '@placard/core/page';
import { Paging } from '../kit/paging.tsx';
import { useAsk } from '../kit/asking.ts';
import { Notice } from '../kit/notice.tsx';
import { inTime, plural } from '@placard/core/text';
import { newPlacementId } from '../kit/newplacementid.ts';
import { fetchStill } from './fetchstill.ts';

const NAMES: Record<FilmShown, { name: string; says: string }> = {
  player: {
    name: 'Player in the page',
    says: 'plays in place; the host is asked when it comes near the screen',
  },
  still: {
    name: 'Still that opens the player',
    says: 'light; the host hears nothing until somebody presses it',
  },
  link: { name: 'Plain link', says: 'words only' },
};

/** Finds a film on the video host and chooses how it is to stand in a page. */
export function FilmChoice({
  section,
  go,
  onChosen,
}: {
  /** Where a still is filed. */
  section: string;
  /** What the button says. */
  go: string;
  onChosen: (block: Block) => void;
}) {
  const [words, setWords] = useState('');
  const [page, setPage] = useState(1);
  const [film, setFilm] = useState<HostedFilm | null>(null);
  const settled = useDeferredValue(words);
  const answer = useAsk(
    searchFilms,
    { query: { words: settled, page: String(page) } },
    { staleTime: 60_000, placeholderData: (before) => before, retry: false },
  );
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_300px] gap-5 max-lg:grid-cols-1">
      <div>
        <div className="mb-3 flex flex-wrap items-center gap-3">
          <input
            type="search"
            className="input w-[260px]"
            aria-label="Words of films to look for"
            placeholder="Words to look for"
            autoFocus
            value={words}
            onChange={(event) => {
              setWords(event.target.value);
              setPage(1);
            }}
          />
          <span className="ml-auto text-soft">
            {answer.data && `${plural(answer.data.total, 'film')} on ${answer.data.name}`}
          </span>
        </div>
        {answer.error && <Notice severity="stop">{answer.error.message}</Notice>}
        {answer.data?.films.length === 0 && <p className="text-soft">No film has all of these words.</p>}
        <ul className="grid max-h-[46vh] grid-cols-[repeat(auto-fill,minmax(176px,1fr))] gap-x-3 gap-y-4 overflow-y-auto p-1">
          {answer.data?.films.map((item) => (
            <li key={item.page}>
              <button
                type="button"
                aria-pressed={film?.page === item.page}
                onClick={() => setFilm(item)}
                className="group block w-full text-left"
              >
                <span className="relative block aspect-video bg-paper outline-offset-1 group-aria-pressed:outline-2 group-aria-pressed:outline-madder">
                  {item.preview && (
                    <img src={item.preview} alt="" loading="lazy" className="size-full object-cover" />
                  )}
                  {item.seconds > 0 && (
                    <span className="absolute right-0 bottom-0 bg-ink px-1.5 font-mono text-[11px] text-paper">
                      {inTime(item.seconds)}
                    </span>
                  )}
                </span>
                <span className="mt-1 line-clamp-2 font-serif text-[13.5px]">{item.title}</span>
                <span className="block truncate text-[12px] text-soft">{item.owner}</span>
              </button>
            </li>
          ))}
        </ul>
        <Paging page={page} total={answer.data?.total ?? 0} onPage={setPage} />
      </div>
      <HowShown key={film?.page} film={film} section={section} go={go} onChosen={onChosen} />
    </div>
  );
}

function HowShown({
  film,
  section,
  go,
  onChosen,
}: {
  film: HostedFilm | null;
  section: string;
  go: string;
  onChosen: (block: Block) => void;
}) {
  const [shown, setShown] = useState<FilmShown>('player');
  const [details, setDetails] = useState(true);
  const [busy, setBusy] = useState(false);
  const [wrong, setWrong] = useState<string | null>(null);
  // Whoever has chosen another one meanwhile, or left, is put nothing in the page any more.
  const here = useRef(true);
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  if (!film)
    return <p className="wall-label text-soft">Choose a film, then how it is to stand in the page.</p>;
  const choose = async () => {
    const wish = { id: newPlacementId(), measure: 'column', details };
    if (shown === 'player') return onChosen(filmAsPlayer(film, wish));
    if (shown === 'link') return onChosen(filmAsLink(film, wish));
    setBusy(true);
    setWrong(null);
    try {
      const { title, owner, page, still } = film;
      const asset = await fetchStill({ address: still, title, creator: owner, page }, section);
      if (here.current) onChosen(filmAsStill(film, asset, wish));
    } catch (error) {
      setWrong(error instanceof Error ? error.message : String(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="wall-label">
      <h2 className="text-[19px]">{film.title}</h2>
      <p className="mb-3 font-serif text-soft italic">{filmDetails(film) || 'owner not said'}</p>
      <Radios
        label="How it stands in the page"
        showLabel
        value={shown}
        onChange={setShown}
        className="[&>div]:border-b [&>div]:border-rule [&>div]:py-1.5"
        options={FILM_SHOWN.map(
          (way) =>
            [
              way,
              <span key={way} className="flex items-start gap-2">
                <Sketch way={way} still={film.preview} />
                <span>
                  {NAMES[way].name}
                  <span className="block text-[12px] text-soft">{NAMES[way].says}</span>
                </span>
              </span>,
            ] as const,
        )}
      />
      <Checkbox className="my-2.5" checked={details} onChange={(on) => setDetails(on)}>
        with its owner and length
      </Checkbox>
      {wrong && <Notice severity="stop">{wrong}</Notice>}
      <button type="button" className="button button-go" disabled={busy} onClick={() => void choose()}>
        {busy ? 'Fetching the still …' : go}
      </button>
    </div>
  );
}

/** The way it will stand, small. */
function Sketch({ way, still }: { way: FilmShown; still: string | null }) {
  if (way === 'link')
    return (
      <span aria-hidden className="grid h-9 w-16 shrink-0 place-items-center border border-rule">
        <span className="font-serif text-[11px] text-madder underline">film</span>
      </span>
    );
  return (
    <span aria-hidden className="relative block h-9 w-16 shrink-0 overflow-hidden bg-ink">
      {still && <img src={still} alt="" className="size-full object-cover" />}
      {way === 'player' && <span className="absolute inset-x-1 bottom-1 h-0.5 bg-paper" />}
    </span>
  );
}
