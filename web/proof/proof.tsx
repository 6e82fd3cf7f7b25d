import { DESK, PHONE } from '@placard/core/geometry';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { proofPage, readPage, readSite } from '@placard/core/contract';
import { PREVIEW_SANDBOX } from '../embed/blockpreview.tsx';
import { isOld, refusalOf, useAsk } from '../kit/asking.ts';
import { LeadOn } from '../kit/leadon.tsx';
import { EmptyScreen, Loading, Notice } from '../kit/notice.tsx';
import { useTitle } from '../kit/usetitle.ts';
import { isSeen } from '@placard/core/page';
import { dayIn, inBytes, writtenDay } from '@placard/core/text';
import { Checkbox } from '../kit/checkbox.tsx';
import { DayField } from '../kit/dayfield.tsx';
import { scheduleInWords } from '../place/desk/scheduleinwords.ts';
import { leaving } from '../place/desk/leaving.ts';
import { PageChoice } from '../pages/pagechoice.tsx';
import { usePageInHand, useTakePage } from '../pages/usepageinhand.ts';
import { Findings } from './findings.tsx';

/** The page as visitors see it, at desk and phone width side by side, with what was found in it. */
export default function Proof() {
  const { page: id } = useParams();
  const first = usePageInHand(id);
  if (id !== undefined) return <OneProof key={id} id={id} />;
  if (first === null)
    return <EmptyScreen title="No pages yet">A page is looked at here before it goes out.</EmptyScreen>;
  return first ? <LeadOn from="/proof" to={`/proof/${first}`} /> : null;
}

function OneProof({ id }: { id: string }) {
  const page = useAsk(readPage, { params: { id } });
  useTakePage(id);
  useTitle(page.data?.title, 'Proof');
  const [day, lookOn] = useState('');
  const [ours, lookAsOurs] = useState(false);
  const proof = useAsk(
    proofPage,
    { params: { id }, query: { ...(day && { on: day }), ...(ours && { ours: 'yes' as const }) } },
    {
      staleTime: 0,
      after: () => leaving.over(id),
      placeholderData: (before) => before,
    },
  );
  const site = useAsk(readSite);
  const looked = { day: day || dayIn(site.data?.policy.timeZone ?? 'UTC', new Date()), ours };
  const shown = page.data?.shown ?? null;
  const refused = refusalOf(proof);
  if (refused)
    return (
      <div className="p-5">
        <Notice severity="stop">{refused.message}</Notice>
      </div>
    );
  const weight = (viewport: number) => {
    const [once = 0, dense = 0] = (proof.data?.weights ?? [])
      .filter((entry) => entry.viewport === viewport)
      .map(({ bytes }) => bytes);
    return once === dense ? inBytes(once) : `${inBytes(once)}, ${inBytes(dense)} on a dense screen`;
  };
  return (
    <main className="grid h-full grid-cols-[minmax(0,1fr)_330px] grid-rows-[minmax(0,1fr)] gap-5 px-5 py-4 max-lg:block max-lg:space-y-5 max-lg:overflow-y-auto max-sm:px-3">
      <div className="flex min-h-0 min-w-0 flex-col">
        <div className="mb-2 flex flex-wrap items-baseline gap-x-4">
          <h1>Proof</h1>
          <PageChoice stage="proof" chosen={id} />
          <span className="ml-auto flex items-center gap-3 text-[13px]">
            <DayField
              label="As it will be on"
              hideLabel
              value={day}
              placeholder="as it is today"
              className="w-44"
              onChange={lookOn}
            />
            <Checkbox checked={ours} onChange={lookAsOurs}>
              as our people see it
            </Checkbox>
          </span>
          <Link className="button-plain" to={`/place/${id}`}>
            Back to the page
          </Link>
        </div>
        {shown && !isSeen(shown, looked) && (
          <Notice severity="note">
            {ours ? 'Nobody' : 'No visitor'} sees this page {day ? `on ${writtenDay(day)}` : 'today'}:{' '}
            {scheduleInWords(shown, looked.day)}.
          </Notice>
        )}
        {(!proof.data || !page.data || isOld(proof)) && <Loading what="the page as visitors see it" />}
        {/* What was proofed before would be loaded in both frames only to be loaded anew at once. */}
        {proof.data && page.data && !isOld(proof) && (
          <div className="flex min-h-0 grow gap-4 max-lg:h-[80vh] max-sm:h-auto max-sm:flex-col">
            <Screen
              name="At a desk"
              width={DESK}
              src={proof.data.preview}
              title={page.data.title}
              weight={weight(DESK)}
              className="grow max-sm:h-[60vh] max-sm:shrink-0"
            />
            <Screen
              name="On a phone"
              width={PHONE}
              src={proof.data.preview}
              title={page.data.title}
              weight={weight(PHONE)}
              className="w-[30%] min-w-[200px] max-sm:order-first max-sm:h-[66vh] max-sm:w-full max-sm:shrink-0"
            />
          </div>
        )}
      </div>
      <aside className="overflow-y-auto pr-1">
        {proof.data ? (
          <Findings findings={proof.data.findings} pageId={id} />
        ) : (
          <Loading what="the findings" />
        )}
      </aside>
    </main>
  );
}

/** One screen width, scaled down to the room there is; the page inside believes in its true width. */
function Screen({
  name,
  width,
  src,
  title,
  weight,
  className,
}: {
  name: string;
  width: number;
  src: string;
  title: string;
  weight: string;
  className: string;
}) {
  const [room, setRoom] = useState<{ width: number; height: number } | null>(null);
  const measure = (element: HTMLDivElement | null) => {
    if (!element) return undefined;
    const observer = new ResizeObserver(() =>
      setRoom({ width: element.clientWidth, height: element.clientHeight }),
    );
    observer.observe(element);
    return () => observer.disconnect();
  };
  const scale = room ? Math.min(1, room.width / width) : 1;
  return (
    <section aria-label={name} className={`flex min-h-0 min-w-0 flex-col ${className}`}>
      <p className="caption mb-1 flex justify-between gap-2">
        <span>
          {name}, {width} px{scale < 1 && `, shown at ${Math.round(scale * 100)} %`}
        </span>
        <span>{weight}</span>
      </p>
      <div ref={measure} className="relative min-h-0 grow overflow-hidden border border-edge bg-white">
        {room && (
          <iframe
            // In the same frame another page would be a step that Back goes back by.
            key={src}
            src={src}
            title={`${title}, ${name.toLowerCase()}`}
            sandbox={PREVIEW_SANDBOX}
            className="absolute top-0 left-0 origin-top-left"
            style={{ width, height: room.height / scale, transform: `scale(${scale})` }}
          />
        )}
      </div>
    </section>
  );
}
