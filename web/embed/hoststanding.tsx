import { useState } from 'react';
import { Link } from 'react-router';
import { askForHost, type UnpackAnswer } from '@placard/core/contract';
import { useDo, useMay } from '../kit/asking.ts';
import { Notice } from '../kit/notice.tsx';

const SAYS = {
  approved: 'is an approved host',
  unreviewed: 'was reviewed by nobody yet',
  refused: 'was refused by a reviewer',
};

/** How the site stands to the hosts that a choice asks, and a way to ask the reviewers for one. */
export function HostStanding({ hosts, says }: { hosts: UnpackAnswer['hosts']; says: string }) {
  return (
    <div>
      {hosts.map(({ host, review, note }) => (
        <OneHost key={host} host={host} review={review} note={note} says={says} />
      ))}
    </div>
  );
}

function OneHost({ host, review, note, says }: UnpackAnswer['hosts'][number] & { says: string }) {
  const may = useMay(askForHost);
  const ask = useDo(askForHost);
  const [why, setWhy] = useState<string | null>(null);
  return (
    <div className="border-b border-rule py-1.5 text-[13px]">
      <p className="flex items-baseline justify-between gap-2">
        <span
          className={
            review === 'approved' ? 'text-spruce' : review === 'refused' ? 'text-madder' : 'text-ochre'
          }
        >
          {host} {SAYS[review]}
          {note && <span className="text-soft">: {note}</span>}
        </span>
        {review === 'unreviewed' && may && why === null && !ask.isSuccess && (
          <button
            type="button"
            className="button-plain -mr-1.5 shrink-0"
            onClick={() => setWhy(`For “${says}”.`)}
          >
            Ask for it
          </button>
        )}
        {review !== 'unreviewed' && (
          <Link to="/hosts" className="button-plain -mr-1.5 shrink-0">
            Hosts
          </Link>
        )}
      </p>
      {ask.isSuccess && <p role="status">The reviewers have it on their list.</p>}
      {why !== null && !ask.isSuccess && (
        <form
          className="mt-1 flex gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            ask.mutate({ params: { host }, body: { why } });
          }}
        >
          <input
            autoFocus
            className="input w-auto flex-[1_1_120px]"
            aria-label={`What ${host} is wanted for`}
            value={why}
            onChange={(event) => setWhy(event.target.value)}
            onKeyDown={(event) => event.key === 'Escape' && setWhy(null)}
          />
          <button type="submit" className="button" disabled={ask.isPending}>
            Ask the reviewers
          </button>
        </form>
      )}
      {ask.error && <Notice severity="stop">{ask.error.message}</Notice>}
    </div>
  );
}
