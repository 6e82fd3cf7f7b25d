import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Link, useLocation } from 'react-router';
import { listAssets, planNames, renameAssets } from '@placard/core/contract';
import { namesAmiss, TOKENS } from '@placard/core/naming';
import { call } from '../kit/api.ts';
import { useDo } from '../kit/asking.ts';
import { tell } from '../kit/messages.tsx';
import { Table } from '../kit/table.tsx';
import type { Column } from '../kit/tablehead.tsx';
import { EmptyScreen, Notice } from '../kit/notice.tsx';
import { plural } from '@placard/core/text';

interface Told {
  id: string;
  before: string;
  after: string;
  says: string | null;
  /** What the server found amiss before anybody typed: a row stays in its place while it is mended. */
  planned: string | null;
}

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
  // Kept as state: what is drawn in it asks for it before it is there, and has to be told once it is.
  const [scroller, setScroller] = useState<HTMLElement | null>(null);
  const columns = useMemo<Column<Told>[]>(
    () => [
      {
        id: 'before',
        title: 'Called now',
        width: 260,
        stays: true,
        sortBy: ({ before }) => before,
        render: ({ before }) => <span className="font-mono text-[12.5px] text-soft">{before}</span>,
      },
      {
        id: 'after',
        title: 'Will be called',
        width: 280,
        grow: true,
        stays: true,
        render: ({ id, before, after, says }) => (
          <input
            aria-label={`New name of ${before}`}
            aria-invalid={says !== null}
            className="input px-1.5 py-0.5 font-mono text-[12.5px] aria-invalid:border-madder"
            value={after}
            onChange={({ target }) => setOwn((names) => ({ ...names, [id]: target.value }))}
          />
        ),
      },
      {
        id: 'amiss',
        title: 'What is amiss',
        width: 300,
        sortBy: ({ planned }) => planned ?? '\uffff',
        render: ({ before, after, says }) => (
          <span className={says ? 'whitespace-normal text-[12px] leading-tight text-madder' : 'text-soft'}>
            {says ?? (before === after ? 'stays' : '')}
          </span>
        ),
      },
    ],
    [],
  );
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
    planned: line.says,
  }));
  const amiss = told.filter(({ says }) => says !== null).length;
  const changing = told.filter(({ before, after }) => before !== after);
  return (
    <main ref={setScroller} className="h-full overflow-auto px-5 py-4">
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
        <div className="mb-3 flex items-center gap-3">
          <button
            type="button"
            className="button button-go"
            disabled={
              amiss > 0 ||
              changing.length === 0 ||
              rename.isPending ||
              plan.isError ||
              // What stands there is of another pattern until this one has been answered.
              plan.isPlaceholderData
            }
            onClick={() =>
              rename.mutate(
                { body: { names: changing.map(({ id, before, after }) => ({ id, before, after })) } },
                {
                  onSuccess: () => {
                    setOwn({});
                    tell({
                      says: 'They are called so now. Addresses with their former names lead on to the new ones.',
                      undo: () =>
                        rename.mutateAsync({
                          body: {
                            names: changing.map(({ id, before, after }) => ({
                              id,
                              before: after,
                              after: before,
                            })),
                          },
                        }),
                    });
                  },
                },
              )
            }
          >
            Rename {plural(changing.length, 'asset')}
          </button>
          {amiss > 0 && <span className="text-madder">{plural(amiss, 'name')} cannot be given</span>}
        </div>
        <Table
          name="names"
          label="Names"
          columns={columns}
          rows={told}
          keyOf={({ id }) => id}
          rowHeight={38}
          scroller={scroller}
        />
      </div>
    </main>
  );
}
