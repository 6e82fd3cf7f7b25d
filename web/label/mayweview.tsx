import { Check, CircleAlert, Minus, OctagonX } from 'lucide-react';
import { Link } from 'react-router';
import type { Judged } from '@placard/core/contract';

type Answer = Judged['asItIs'];

const VERDICT = {
  yes: { word: 'Yes', tone: 'text-spruce', Icon: Check },
  if: { word: 'Yes, if', tone: 'text-ochre', Icon: CircleAlert },
  no: { word: 'No', tone: 'text-madder', Icon: OctagonX },
} as const;

/** Whether it may be used, as it is and in each place, with the reasons, their sources, and what is owed. */
export function MayWeView({ judged }: { judged: Judged }) {
  const others = judged.places.filter(({ answer }) => differs(answer, judged.asItIs));
  const same = judged.places.filter(({ answer }) => !differs(answer, judged.asItIs));
  return (
    <div className="space-y-3 text-[13.5px]">
      <Judgement title="As it is" answer={judged.asItIs} />
      {same.length > 0 && (
        <p className="text-soft">
          The same goes for{' '}
          {same.map((place, at) => (
            <span key={place.place}>
              {at > 0 && ', '}
              <PageLink place={place} />
            </span>
          ))}
          .
        </p>
      )}
      {others.map((place) => (
        <Judgement
          key={place.place}
          title={
            <>
              In <PageLink place={place} />
              {place.changes.length > 0 && `, ${place.changes.join(', ')}`}
            </>
          }
          answer={place.answer}
        />
      ))}
      <p className="text-[12px] text-soft">
        This reads what the licences say. It knows no country’s law, and is no lawyer’s advice.
      </p>
    </div>
  );
}

const differs = (one: Answer, two: Answer) => JSON.stringify(one) !== JSON.stringify(two);

function PageLink({ place }: { place: Judged['places'][number] }) {
  return (
    <Link
      to={`/place/${place.page}`}
      className="underline decoration-edge underline-offset-3 hover:text-madder"
    >
      {place.title}
    </Link>
  );
}

function Judgement({ title, answer }: { title: React.ReactNode; answer: Answer }) {
  const { word, tone, Icon } = VERDICT[answer.verdict];
  return (
    <section className="border-t border-rule pt-2 first:border-0 first:pt-0">
      <h2 className="flex items-baseline gap-2 font-sans text-[13.5px] font-semibold">
        <span className="grow">{title}</span>
        <span className={`flex items-center gap-1 ${tone}`}>
          <Icon aria-hidden className="size-4" />
          {word}
        </span>
      </h2>
      <ul className="mt-1">
        {answer.reasons.map(({ weighs, says, clause }) => (
          <li key={says} className="grid grid-cols-[18px_1fr] py-0.5">
            {weighs === 'for' ? (
              <Check aria-label="for it" className="mt-1 size-3.5 text-spruce" />
            ) : weighs === 'condition' ? (
              <Minus aria-label="on a condition" className="mt-1 size-3.5 text-ochre" />
            ) : (
              <OctagonX aria-label="against it" className="mt-1 size-3.5 text-madder" />
            )}
            <span>
              {says} <Cited clause={clause} />
            </span>
          </li>
        ))}
      </ul>
      {answer.owes.length > 0 && (
        <>
          <p className="caption mt-1.5">What we owe</p>
          <ul className="list-disc pl-[18px] marker:text-soft">
            {answer.owes.map(({ says, clause }) => (
              <li key={says}>
                {says} <Cited clause={clause} />
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

function Cited({ clause }: { clause?: { text: string; address?: string | undefined } | undefined }) {
  if (!clause) return null;
  return clause.address ? (
    <a
      href={clause.address}
      target="_blank"
      rel="noreferrer"
      className="text-[12px] text-soft underline decoration-edge underline-offset-2 hover:text-ink"
    >
      {clause.text}
    </a>
  ) : (
    <span className="text-[12px] text-soft">{clause.text}</span>
  );
}
