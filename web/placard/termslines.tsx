import { termsInWords, type Terms } from '@placard/core/licence';

const TONES = { may: 'text-spruce', must: 'text-ochre', not: 'text-madder' };

/** Terms as a short list of may, must and may not. */
export function TermsLines({ terms }: { terms: Terms }) {
  return (
    <ul className="text-[13px]">
      {termsInWords(terms).map(({ kind, says }) => (
        <li key={kind} className="grid grid-cols-[62px_1fr] gap-2 py-0.5">
          <b className={`font-semibold ${TONES[kind]}`}>{kind === 'not' ? 'may not' : kind}</b>
          <span>{says}</span>
        </li>
      ))}
    </ul>
  );
}
