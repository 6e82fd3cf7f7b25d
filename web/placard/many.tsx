import type { Summary } from '@placard/core/contract';
import { inBytes, inCount, plural } from '@placard/core/text';
import { useSummary } from './usesummary.ts';
import { useTerms } from './useterms.ts';
import { refusalOf } from '../kit/asking.ts';

const LACKS = [
  ['alt', 'alt text'],
  ['credit', 'a credit'],
  ['licence', 'a licence'],
] as const;
const COMMON: readonly [keyof Summary['common'], string][] = [
  ['creator', 'Creator'],
  ['source', 'Source'],
  ['licence', 'Licence'],
  ['section', 'Section'],
  ['keywords', 'Keywords'],
];

/** The placard of many at once: what they lack, and what they have in common. */
export function ManyPlacards({ chosen, onNarrow }: { chosen: string[]; onNarrow: (ids: string[]) => void }) {
  const { termsOf } = useTerms();
  const summary = useSummary(chosen);
  const refused = refusalOf(summary);
  if (refused) return <div className="wall-label">{refused.message}</div>;
  if (!summary.data) return <div className="wall-label min-h-[300px]" aria-busy="true" />;
  const { total, bytes, used, lacking, common } = summary.data;
  const lacks = LACKS.filter(([field]) => lacking[field].length > 0);
  return (
    <article aria-label={`Placard of ${plural(total, 'asset')}`} className="wall-label">
      <h2 className="text-[20px]">{plural(total, 'asset')}</h2>
      <p className="caption mb-3">
        {inBytes(bytes)} of originals, {used === 0 ? 'none in a page' : `${inCount(used)} in pages`}
      </p>
      {lacks.length === 0 ? (
        <p className="text-spruce">Nothing is missing on any of their labels.</p>
      ) : (
        <ul className="space-y-1.5">
          {lacks.map(([field, says]) => (
            <li key={field}>
              <p className="flex items-baseline text-[13.5px]">
                <span className="mr-auto text-madder">
                  {lacking[field].length === total ? 'All' : inCount(lacking[field].length)} of{' '}
                  {inCount(total)} lack {says}
                </span>
                {lacking[field].length < total && (
                  <button
                    type="button"
                    className="button-plain py-0 text-[12.5px]"
                    onClick={() => onNarrow(lacking[field])}
                  >
                    Choose these
                  </button>
                )}
              </p>
              <span aria-hidden className="block h-[5px] bg-rule">
                <span
                  className="block h-full bg-madder"
                  style={{ width: `${(100 * lacking[field].length) / total}%` }}
                />
              </span>
            </li>
          ))}
        </ul>
      )}
      <hr className="my-3 border-rule" />
      <dl className="text-[13px]">
        {COMMON.map(([field, name]) => {
          const values = common[field] ?? [];
          return (
            <div key={field} className="grid grid-cols-[76px_1fr] border-b border-rule py-1.5">
              <dt className="text-soft">{name}</dt>
              <dd>
                {values.length === 0 && <span className="text-soft">none</span>}
                {values.map(({ value, assets }) => (
                  <span key={value} className="flex">
                    <span className="mr-auto min-w-0 wrap-anywhere">
                      {field === 'licence' ? termsOf(value).name : value}
                    </span>
                    <span className="pl-2 text-soft">{assets === total ? 'all' : inCount(assets)}</span>
                  </span>
                ))}
              </dd>
            </div>
          );
        })}
      </dl>
      <p className="caption mt-3">File, write, keyword, shortlist and bin them all with the line below.</p>
    </article>
  );
}
