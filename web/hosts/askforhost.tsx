import { useState } from 'react';
import { askForHost, reviewHost } from '@placard/core/contract';
import { useDo } from '../kit/asking.ts';
import { Notice } from '../kit/notice.tsx';

/** Asks for a host that no page shows anything of yet, or decides about it at once where that is one's to do. */
export function AskForHost({ mayReview }: { mayReview: boolean }) {
  const [host, setHost] = useState('');
  const [why, setWhy] = useState('');
  const ask = useDo(askForHost);
  const review = useDo(reviewHost);
  const done = { onSuccess: () => (setHost(''), setWhy('')) };
  const params = { host: named(host) };
  const error = ask.error ?? review.error;
  return (
    <form
      className="mb-1 border-b border-rule py-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (mayReview) review.mutate({ params, body: { review: 'approved', note: why.trim() } }, done);
        else ask.mutate({ params, body: { why } }, done);
      }}
    >
      <div className="flex flex-wrap items-center gap-2 text-[13.5px]">
        <input
          className="input w-[240px]"
          aria-label="Host, or a family of hosts"
          placeholder="host.example, or *.host.example"
          value={host}
          onChange={(event) => setHost(event.target.value)}
        />
        <input
          className="input w-auto flex-[1_1_200px]"
          aria-label="What it is wanted for"
          placeholder={mayReview ? 'Why' : 'What it is wanted for'}
          value={why}
          onChange={(event) => setWhy(event.target.value)}
        />
        <button
          type="submit"
          className="button"
          disabled={host.trim() === '' || ask.isPending || review.isPending}
        >
          {mayReview ? 'Approve it' : 'Ask the reviewers'}
        </button>
      </div>
      {error && <Notice severity="stop">{error.message}</Notice>}
      {ask.isSuccess && host === '' && <p role="status">The reviewers have it on their list.</p>}
    </form>
  );
}

/** The host in what somebody typed: whole addresses are taken as well. */
function named(typed: string): string {
  const bare = typed.trim().toLowerCase();
  return URL.canParse(bare) && bare.includes('://') ? new URL(bare).host : (bare.split('/')[0] ?? '');
}
