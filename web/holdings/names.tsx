import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useLocation } from 'react-router';
import { listAssets, planNames, renameAssets } from '@placard/core/contract';
import { namesAmiss, TOKENS } from '@placard/core/naming';
import { call } from '../kit/api.ts';
import { useDo } from '../kit/asking.ts';
import { EmptyScreen, Notice } from '../kit/notice.tsx';
import { plural } from '../kit/words.ts';

/** Renames what is chosen by a pattern: the whole table first, then all at once. */
export default function Names() {
  const { state } = useLocation() as { state: { assets?: string[] } | null };
  const assets = state?.assets ?? [];
  const [pattern, setPattern] = useState('{words}');
  const [own, setOwn] = useState<Record<string, string>>({});
  const plan = useQuery({
    queryKey: [listAssets.path, 'names', assets, pattern],
    queryFn: () => call(planNames, { body: { assets, pattern } }),
    enabled: assets.length > 0 && pattern.trim() !== '',
    placeholderData: (before) => before,
    retry: false,
  });
  const rename = useDo(renameAssets);
  if (assets.length === 0)
    return (
      <EmptyScreen title="Nothing is chosen">
        <Link className="underline" to="/holdings">
          Choose assets in the holdings
        </Link>
        , then press “Names”.
      </EmptyScreen>
    );
  const lines = (plan.data ?? []).map((line) => ({ ...line, after: own[line.id] ?? line.after }));
  // What was typed here is judged here; what else is called so, the server knows.
  const typed = namesAmiss(lines, () => false);
  const told = lines.map((line) => ({
    ...line,
    says: typed.get(line.id) ?? (own[line.id] === undefined ? line.says : null),
  }));
  const amiss = told.filter(({ says }) => says !== null).length;
  const changing = told.filter(({ before, after }) => before !== after);
  return (
    <main className="h-full overflow-y-auto px-5 py-4">
      <div className="mx-auto max-w-[980px]">
        <h1 className="mb-2">Names of {plural(assets.length, 'asset')}</h1>
        <div className="mb-3 flex flex-wrap items-center gap-2">
          <label className="flex grow items-center gap-2">
            <span className="whitespace-nowrap text-soft">By the pattern</span>
            <input
              className="input font-mono"
              value={pattern}
              onChange={(event) => {
                setPattern(event.target.value);
                setOwn({});
              }}
            />
          </label>
          {TOKENS.map((token) => (
            <button
              key={token}
              type="button"
              className="rounded-xs border border-edge bg-card px-1.5 font-mono text-[12.5px] hover:border-ink"
              onClick={() => {
                setPattern(`${pattern}${pattern === '' ? '' : ' '}{${token}}`);
                setOwn({});
              }}
            >
              {`{${token}}`}
            </button>
          ))}
        </div>
        {plan.error && <Notice severity="stop">{plan.error.message}</Notice>}
        {rename.error && <Notice severity="stop">{rename.error.message}</Notice>}
        {rename.isSuccess && (
          <Notice severity="note">
            They are called so now. Addresses with their former names lead on to the new ones.
          </Notice>
        )}
        <div className="mb-3 flex items-center gap-3">
          <button
            type="button"
            className="button button-go"
            disabled={amiss > 0 || changing.length === 0 || rename.isPending || plan.isError}
            onClick={() =>
              rename.mutate(
                { body: { names: changing.map(({ id, before, after }) => ({ id, before, after })) } },
                { onSuccess: () => setOwn({}) },
              )
            }
          >
            Rename {plural(changing.length, 'asset')}
          </button>
          {amiss > 0 && <span className="text-madder">{plural(amiss, 'name')} cannot be given</span>}
        </div>
        <table className="w-full border border-rule bg-card text-[13.5px]">
          <thead>
            <tr className="caption border-b border-rule text-left">
              <th className="px-3 py-1.5 font-normal">Called now</th>
              <th className="px-3 font-normal">Will be called</th>
              <th className="px-3 font-normal">
                <span className="sr-only">What is amiss</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {told.map(({ id, before, after, says }) => (
              <tr key={id} className="border-b border-rule last:border-0">
                <td className="px-3 py-1 font-mono text-[12.5px] text-soft">{before}</td>
                <td className="px-3 py-1">
                  <input
                    aria-label={`New name of ${before}`}
                    aria-invalid={says !== null}
                    className="input px-1.5 py-0.5 font-mono text-[12.5px] aria-invalid:border-madder"
                    value={after}
                    onChange={(event) => setOwn({ ...own, [id]: event.target.value })}
                  />
                </td>
                <td className="w-[34%] px-3 text-[12.5px]">
                  {says ? (
                    <span className="text-madder">{says}</span>
                  ) : (
                    <span className="text-soft">{before === after ? 'stays' : ''}</span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </main>
  );
}
