import { differenceInCalendarDays, parseISO } from 'date-fns';
import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import { listEnding, replaceInPages, type Ending } from '@placard/core/contract';
import { useAsk, useDo } from '../kit/asking.ts';
import { tell } from '../kit/messages.tsx';
import { InsteadChoice } from '../placard/insteadchoice.tsx';
import { Empty, Notice } from '../kit/notice.tsx';
import { inCount, plural, writtenDay } from '@placard/core/text';
import { today } from '../kit/days.ts';
import { toneOf } from './endingtone.ts';
import { LabelRooms } from './labelrooms.tsx';

const EndingPlot = lazy(() => import('./endingplot.tsx'));

/** What may be shown only until a day: on a time line, with the pages it stands in, and what can take its place. */
export default function EndingList() {
  const ending = useAsk(listEnding);
  const lines = ending.data ?? [];
  const over = lines.filter(({ until }) => daysTo(until) < 0);
  return (
    <main className="h-full overflow-y-auto px-5 py-4">
      <div className="mx-auto max-w-[1100px] space-y-3">
        <div className="flex flex-wrap items-baseline gap-x-4">
          <h1>Running out</h1>
          <p className="text-soft">
            {lines.length === 0
              ? ''
              : `${plural(lines.length, 'asset')} with an end${over.length > 0 ? `, ${inCount(over.length)} of them over` : ''}`}
          </p>
        </div>
        <LabelRooms />
        {ending.error && <Notice severity="stop">{ending.error.message}</Notice>}
        {ending.isSuccess && lines.length === 0 ? (
          <Empty title="Nothing ends">
            Write on a placard until when something may be shown, and it is listed here before that day.
          </Empty>
        ) : (
          <>
            <Suspense fallback={<div className="h-[122px] border border-rule bg-card" />}>
              <EndingPlot
                lines={lines}
                onChoose={(asset) => document.getElementById(`ends-${asset}`)?.focus()}
              />
            </Suspense>
            <ul>
              {lines.map((line) => (
                <Line key={line.asset} line={line} />
              ))}
            </ul>
          </>
        )}
      </div>
    </main>
  );
}

const daysTo = (until: string) => differenceInCalendarDays(parseISO(until), parseISO(today()));

function inDays(days: number): string {
  if (days < 0) return days === -1 ? 'over since yesterday' : `over for ${inCount(-days)} days`;
  if (days === 0) return 'today is its last day';
  return days === 1 ? 'one day left' : `${inCount(days)} days left`;
}

function Line({ line }: { line: Ending }) {
  const [choosing, setChoosing] = useState(false);
  const replace = useDo(replaceInPages);
  const days = daysTo(line.until);
  const tone = { madder: 'text-madder', ochre: 'text-ochre', spruce: 'text-spruce' }[toneOf(days)];
  return (
    <li className="grid grid-cols-[96px_1fr_auto] items-start gap-x-4 gap-y-2 max-sm:grid-cols-[72px_1fr] border-b border-rule py-3">
      {line.thumbnail ? (
        <img src={line.thumbnail} alt="" className="h-[64px] w-full object-cover" />
      ) : (
        <span className="h-[64px] bg-rule" />
      )}
      <div className="min-w-0 text-[13.5px]">
        <Link
          id={`ends-${line.asset}`}
          to={`/label/${line.asset}`}
          className="font-serif text-[16px] font-semibold hover:text-madder"
        >
          {line.title}
        </Link>
        <p>
          <span className={`font-semibold ${tone}`}>{inDays(days)}</span>{' '}
          <span className="text-soft">
            until {writtenDay(line.until)}, by{' '}
            {line.by === 'placard' ? 'its placard' : 'the permission on file'}
          </span>
        </p>
        <p>
          {line.pages.length === 0 ? (
            <span className="text-soft">Stands in no page.</span>
          ) : (
            <>
              Stands in{' '}
              {line.pages.map(({ id, title }, at) => (
                <span key={id}>
                  {at > 0 && ', '}
                  <Link
                    to={`/place/${id}`}
                    className="underline decoration-edge underline-offset-3 hover:text-madder"
                  >
                    {title}
                  </Link>
                </span>
              ))}
            </>
          )}
        </p>
        {choosing && (
          <div className="mt-2">
            <InsteadChoice
              id={line.asset}
              title={line.title}
              busy={replace.isPending}
              onChoose={(instead) =>
                replace.mutate(
                  { params: { id: line.asset }, body: { instead } },
                  {
                    onSuccess: ({ pages, places }) => {
                      setChoosing(false);
                      tell({
                        says: `“${line.title}” was replaced in ${plural(pages, 'page')}.`,
                        undo: () =>
                          replace.mutateAsync({
                            params: { id: instead },
                            body: { instead: line.asset, only: places },
                          }),
                      });
                    },
                  },
                )
              }
            />
          </div>
        )}
        {replace.error && <Notice severity="stop">{replace.error.message}</Notice>}
      </div>
      {line.pages.length > 0 && (
        <button
          type="button"
          className={`${days <= 30 && !choosing ? 'button button-go' : 'button'} max-sm:col-start-2 max-sm:justify-self-start`}
          onClick={() => setChoosing(!choosing)}
        >
          {choosing ? 'Cancel' : 'Replace it in its pages'}
        </button>
      )}
    </li>
  );
}
