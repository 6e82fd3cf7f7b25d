import { useInfiniteQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { listOutside, lookOutside, type OutsideLine } from '@placard/core/contract';
import { plural } from '@placard/core/text';
import { call, type Refusal } from '../kit/api.ts';
import { keyOf, useDo, useMay } from '../kit/asking.ts';
import { Checkbox } from '../kit/checkbox.tsx';
import { ago } from '../kit/days.ts';
import { Empty, Notice } from '../kit/notice.tsx';
import { useTitle } from '../kit/usetitle.ts';
import { HostRooms } from './hostrooms.tsx';

const KINDS: Record<OutsideLine['kind'], string> = {
  frame: 'embed',
  script: 'script in a box',
  card: 'link card',
  link: 'link',
};
const STATES: Record<OutsideLine['state'], { says: string; tone: string }> = {
  unseen: { says: 'not looked at yet', tone: 'text-soft' },
  works: { says: 'works', tone: 'text-spruce' },
  moved: { says: 'moved', tone: 'text-ochre' },
  gone: { says: 'gone', tone: 'text-madder' },
  refuses: { says: 'refuses frames', tone: 'text-madder' },
  certificate: { says: 'no valid certificate', tone: 'text-madder' },
  anchor: { says: 'place is gone', tone: 'text-ochre' },
  form: { says: 'has a form', tone: 'text-soft' },
  silent: { says: 'does not answer', tone: 'text-ochre' },
};

/** What pages lead to and show outside, and whether it still works. */
export default function Outside() {
  useTitle('What still works', 'Place');
  const [all, setAll] = useState(false);
  const query = all ? { all: 'yes' as const } : {};
  const found = useInfiniteQuery({
    queryKey: keyOf(listOutside, {}, query),
    queryFn: ({ pageParam }) =>
      call(listOutside, { query: { ...query, ...(pageParam ? { cursor: pageParam } : {}) } }),
    initialPageParam: '',
    getNextPageParam: ({ next }) => next,
  });
  const mayLook = useMay(lookOutside);
  const look = useDo(lookOutside);
  const counts = found.data?.pages[0]?.counts;
  const lines = (found.data?.pages ?? []).flatMap((page) => page.lines);
  const error = found.error as Refusal | null;
  return (
    <main className="h-full overflow-y-auto px-5 py-4">
      <div className="mx-auto max-w-[1100px] space-y-3">
        <h1>What still works</h1>
        <HostRooms />
        {error && <Notice severity="stop">{error.message}</Notice>}
        {counts && (
          <p className="text-[13.5px] text-soft">
            {plural(counts.all, 'address', 'addresses')} outside, {counts.looked} of them looked at, once a
            day and gently; something is wrong with {counts.wrong}.
          </p>
        )}
        <div className="flex flex-wrap items-center gap-4">
          <Checkbox checked={all} onChange={setAll}>
            also those with which all is well
          </Checkbox>
          {mayLook && lines.length > 0 && (
            <button
              type="button"
              className="button"
              disabled={look.isPending}
              onClick={() => look.mutate({ body: { ids: lines.slice(0, 500).map(({ id }) => id) } })}
            >
              Look at these again now
            </button>
          )}
          {look.isSuccess && <span role="status">They are being looked at.</span>}
          {look.error && <Notice severity="stop">{look.error.message}</Notice>}
        </div>
        {found.data && lines.length === 0 && (
          <Empty title="Nothing is broken">
            {counts?.all === 0
              ? 'As soon as a page leads or shows something outside, it is looked at here.'
              : 'All that pages lead to and show outside was as it should be.'}
          </Empty>
        )}
        <ul>
          {lines.map((line) => (
            <OneLine
              key={line.id}
              line={line}
              {...(mayLook ? { onLook: () => look.mutate({ body: { ids: [line.id] } }) } : {})}
            />
          ))}
        </ul>
        {found.hasNextPage && (
          <button
            type="button"
            className="button"
            disabled={found.isFetchingNextPage}
            onClick={() => void found.fetchNextPage()}
          >
            Show more
          </button>
        )}
      </div>
    </main>
  );
}

function OneLine({ line, onLook }: { line: OutsideLine; onLook?: () => void }) {
  const { says, tone } = STATES[line.state];
  return (
    <li className="grid grid-cols-[130px_minmax(0,1fr)_auto] items-baseline gap-x-4 border-b border-rule py-2 text-[13.5px] max-md:grid-cols-1">
      <span className={`font-semibold ${tone}`}>{says}</span>
      <div className="min-w-0">
        <p className="break-all">
          <span className="text-soft">{KINDS[line.kind]}</span> {line.address}
        </p>
        {line.says && <p>{line.says}</p>}
        <p className="text-soft">
          {line.pages.map(({ id, title }, at) => (
            <span key={id}>
              {at > 0 && ', '}
              <Link
                to={line.state === 'works' ? `/place/${id}` : `/proof/${id}`}
                className="underline decoration-edge hover:text-madder"
              >
                {title}
              </Link>
            </span>
          ))}
          {line.checkedAt && <> · looked at {ago(line.checkedAt)}</>}
        </p>
      </div>
      {onLook && (
        <button
          type="button"
          className="button-plain"
          aria-label={`Look again at ${line.address}`}
          onClick={onLook}
        >
          Look again
        </button>
      )}
    </li>
  );
}
