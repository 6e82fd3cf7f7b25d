import { useState } from 'react';
import { useNavigate } from 'react-router';
import { FilmChoice } from '../embed/filmchoice.tsx';
import { useRecentPages } from '../pages/userecentpages.ts';

/** Finds films on the video host and takes one to a page: it stays on the host. */
export function FromFilms() {
  const pages = useRecentPages();
  const navigate = useNavigate();
  const [chosen, setChosen] = useState('');
  const page = pages.find(({ id }) => id === chosen) ?? pages[0];
  if (!page) return <p className="text-soft">Begin a page first; films on a host are put into pages.</p>;
  return (
    <>
      <label className="mb-3 flex items-center gap-2">
        <span className="caption">For the page</span>
        <select className="input w-auto" value={page.id} onChange={(event) => setChosen(event.target.value)}>
          {pages.map(({ id, title }) => (
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
