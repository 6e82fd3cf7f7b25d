import { useState } from 'react';
import { useNavigate } from 'react-router';
import { listPages, type PageList } from '@placard/core/contract';
import { useAsk } from '../kit/asking.ts';
import { PageSearch } from '../pages/pagesearch.tsx';

/** An embed code pasted where no page is open: it is asked which page it is for, and unpacked there. */
export function PastedCode({ code, onDone }: { code: string; onDone: () => void }) {
  const recent = useAsk(listPages, { query: { limit: '1' } });
  const navigate = useNavigate();
  const [chosen, setChosen] = useState<PageList['pages'][number] | null>(null);
  const page = chosen ?? recent.data?.pages[0];
  return (
    <section
      aria-label="Pasted embed code"
      className="absolute inset-x-0 top-0 z-40 flex flex-wrap items-center gap-3 border-b border-ink bg-card px-5 py-3"
      onKeyDown={(event) => {
        if (event.key === 'Escape') onDone();
      }}
    >
      <p className="min-w-0 grow">
        What was pasted is an embed code.{' '}
        {recent.data?.pages.length === 0
          ? 'Begin a page first, and paste it there.'
          : 'Which page is it for? It is unpacked there before anything is placed.'}
      </p>
      {page && (
        <>
          <PageSearch
            autoFocus
            label="Page for the embed"
            className="w-[300px]"
            chosen={page.title}
            onChoose={setChosen}
          />
          <button
            type="button"
            className="button button-go"
            onClick={() => {
              void navigate(`/place/${page.id}`, { state: { embed: code } });
              onDone();
            }}
          >
            Unpack it there
          </button>
        </>
      )}
      <button type="button" className="button-plain" onClick={onDone}>
        Cancel
      </button>
    </section>
  );
}
