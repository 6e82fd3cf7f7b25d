import { useState } from 'react';
import { useNavigate } from 'react-router';
import { FilmChoice } from '../embed/filmchoice.tsx';
import { listPages, type PageList } from '@placard/core/contract';
import { useAsk } from '../kit/asking.ts';
import { PageSearch } from '../pages/pagesearch.tsx';

/** Finds films on the video host and takes one to a page: it stays on the host. */
export function FromFilms() {
  const recent = useAsk(listPages, { query: { limit: '1' } });
  const navigate = useNavigate();
  const [chosen, setChosen] = useState<PageList['pages'][number] | null>(null);
  const page = chosen ?? recent.data?.pages[0];
  if (!recent.data) return null;
  if (!page) return <p className="text-soft">Begin a page first; films on a host are put into pages.</p>;
  return (
    <>
      <div className="mb-3 flex items-center gap-2">
        <PageSearch
          label="For the page"
          showLabel
          className="w-[300px]"
          chosen={page.title}
          onChoose={setChosen}
        />
      </div>
      <FilmChoice
        section={page.section.id}
        go="Take it to the page"
        onChosen={(block) => void navigate(`/place/${page.id}`, { state: { block } })}
      />
    </>
  );
}
