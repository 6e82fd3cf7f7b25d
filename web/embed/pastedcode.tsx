import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useRecentPages } from '../pages/userecentpages.ts';

/** An embed code pasted where no page is open: it is asked which page it is for, and unpacked there. */
export function PastedCode({ code, onDone }: { code: string; onDone: () => void }) {
  const pages = useRecentPages();
  const navigate = useNavigate();
  const [chosen, setChosen] = useState('');
  const page = chosen || pages[0]?.id;
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
        {pages.length === 0
          ? 'Begin a page first, and paste it there.'
          : 'Which page is it for? It is unpacked there before anything is placed.'}
      </p>
      {page && (
        <>
          <select
            autoFocus
            aria-label="Page for the embed"
            className="input w-auto max-w-[300px]"
            value={page}
            onChange={(event) => setChosen(event.target.value)}
          >
            {pages.map(({ id, title }) => (
              <option key={id} value={id}>
                {title}
              </option>
            ))}
          </select>
          <button
            type="button"
            className="button button-go"
            onClick={() => {
              void navigate(`/place/${page}`, { state: { embed: code } });
              onDone();
            }}
          >
            Unpack it there
          </button>
        </>
      )}
      <button type="button" className="button-plain" onClick={onDone}>
        Leave it
      </button>
    </section>
  );
}
