import { useDeferredValue } from 'react';
import { searchAgency } from '@placard/core/contract';
import { useAddressQuery } from '../kit/addressquery.ts';
import { useAsk } from '../kit/asking.ts';
import { Notice } from '../kit/notice.tsx';
import { plural } from '@placard/core/text';
import { Comps } from './comps.tsx';
import { FoundSheet } from './foundsheet.tsx';
import { Paging } from '../kit/paging.tsx';

/** Takes comps from the picture agency, and swaps in their originals once they are bought. */
export function FromAgency() {
  const [search, change] = useAddressQuery();
  const words = search.get('words') ?? '';
  const settled = useDeferredValue(words);
  const page = Math.max(1, Number(search.get('page') ?? 1));
  const answer = useAsk(
    searchAgency,
    { query: { words: settled, page: String(page) } },
    { staleTime: 60_000, placeholderData: (before) => before, retry: false },
  );
  return (
    <>
      <Comps />
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <input
          type="search"
          className="input w-[280px]"
          aria-label="Words or a picture’s number"
          placeholder="Words, or a picture’s number"
          value={words}
          onChange={(event) => change({ words: event.target.value, page: '' })}
        />
        <span className="text-soft">
          Comps may be tried out in pages, with the credit the agency demands. They must not go out to
          visitors.
        </span>
        <span className="ml-auto text-soft">{answer.data && plural(answer.data.total, 'picture')}</span>
      </div>
      {answer.error && <Notice severity="stop">{answer.error.message}</Notice>}
      {answer.data && (
        <FoundSheet found={answer.data.items} empty="The agency has nothing under these words." />
      )}
      <Paging page={page} total={answer.data?.total ?? 0} onPage={(next) => change({ page: String(next) })} />
    </>
  );
}
