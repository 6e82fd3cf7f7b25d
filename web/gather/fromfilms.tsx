import { useState } from 'react';
import { useNavigate } from 'react-router';
import { listPages } from '@placard/core/contract';
import { FilmChoice } from '../embed/filmchoice.tsx';
import { useAsk } from '../kit/asking.ts';

/** Finds films on the video host and takes one to a page: it stays on the host. */
export function FromFilms() {
  const pages = useAsk(listPages);
  const navigate = useNavigate();
  const [chosen, setChosen] = useState('');
  const page = pages.data?.find(({ id }) => id === chosen) ?? pages.data?.[0];
  if (!page) return <p className="text-soft">Begin a page first; films on a host are put into pages.</p>;
  return (
    <>
      <label className="mb-3 flex items-center gap-2">
        <span className="caption">For the page</span>
        <select className="input w-auto" value={page.id} onChange={(event) => setChosen(event.target.value)}>
          {pages.data?.map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
      </label>
      <FilmChoice
        section={page.section.id}
        go="Take it to the page"
        onChosen={(block) => void navigate(`/place/${page.id}`, { state: { block } })}
      />
    </>
  );
}
