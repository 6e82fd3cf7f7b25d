import { useState } from 'react';
import { Link } from 'react-router';
import { listHostPages, reviewHost, type HostLine } from '@placard/core/contract';
import { plural } from '@placard/core/text';
import { useAsk, useDo } from '../kit/asking.ts';
import { Notice } from '../kit/notice.tsx';

/** Approves or refuses a host, with why; what a refusal will change is shown before it is done. */
export function Decide({
  host,
  review,
  onDone = () => {},
}: {
  host: string;
  review: HostLine['review'];
  onDone?: () => void;
}) {
  const [note, setNote] = useState('');
  const [refusing, setRefusing] = useState(false);
  const decide = useDo(reviewHost);
  const go = (to: HostLine['review']) =>
    decide.mutate({ params: { host }, body: { review: to, note: note.trim() } }, { onSuccess: onDone });
  return (
    <div role="group" aria-label={`Decide about ${host}`} className="mt-1.5 space-y-2">
      <div className="flex flex-wrap items-center gap-2">
        <input
          className="input w-auto flex-[1_1_240px]"
          aria-label={`Why, about ${host}`}
          placeholder="Why: what it is, what it learns of visitors"
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
        {review !== 'approved' && (
          <button type="button" className="button" disabled={decide.isPending} onClick={() => go('approved')}>
            Approve it
          </button>
        )}
        {review !== 'refused' && (
          <button
            type="button"
            className="button"
            aria-expanded={refusing}
            onClick={() => setRefusing(!refusing)}
          >
            Refuse it …
          </button>
        )}
      </div>
      {review !== 'approved' && (
        <p className="caption">
          A script of it in a box loads only from hosts that are named. One way out has no policy in any
          browser: by WebRTC it can tell any machine what it has in its box, and a visitor’s address.
        </p>
      )}
      {refusing && <Refusal host={host} onGo={() => go('refused')} />}
      {decide.error && <Notice severity="stop">{decide.error.message}</Notice>}
    </div>
  );
}

/** What a refusal will change in which pages. */
function Refusal({ host, onGo }: { host: string; onGo: () => void }) {
  const pages = useAsk(listHostPages, { params: { host } });
  if (!pages.data)
    return <p className="text-soft">{pages.error?.message ?? 'Looking what that changes …'}</p>;
  const stopped = pages.data.filter(({ stops }) => stops).length;
  return (
    <section aria-label="What a refusal changes" className="border-l-2 border-madder pl-3">
      {pages.data.length === 0 ? (
        <p>No page shows anything of it.</p>
      ) : (
        <>
          <p>
            {plural(pages.data.length, 'page')} {pages.data.length === 1 ? 'shows' : 'show'} something of it;{' '}
            {stopped === 0
              ? 'none of them may leave today anyway'
              : `${stopped} of them may leave today and could no more`}
            . What stands there stays until somebody takes it out.
          </p>
          <ul className="my-1">
            {pages.data.map(({ id, title, embeds, stops }) => (
              <li key={id}>
                <Link to={`/place/${id}`} className="underline decoration-edge hover:text-madder">
                  {title}
                </Link>
                : {embeds.join(', ')}
                {stops && <span className="text-madder"> — will be kept back</span>}
              </li>
            ))}
          </ul>
        </>
      )}
      <button type="button" className="button button-go" onClick={onGo}>
        Refuse {host}
      </button>
    </section>
  );
}
