import { Select } from '../kit/select.tsx';
import { FileDown, FileUp } from 'lucide-react';
import { useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import {
  listAssets,
  readLabelSheet,
  undoLabelSheet,
  writeLabelSheet,
  type LabelSheet,
} from '@placard/core/contract';
import { refusalOf, useAsk, useDo } from '../kit/asking.ts';
import { Progress } from '../kit/bar.tsx';
import { Notice } from '../kit/notice.tsx';
import { Table } from '../kit/table.tsx';
import type { Column } from '../kit/tablehead.tsx';
import { inCount, plural } from '@placard/core/text';
import { Differences } from './changesview.tsx';
import { LabelRooms } from './labelrooms.tsx';
import { useSheet } from './usesheet.ts';
import { useLeadOn } from '../kit/leadon.tsx';

/** Labels out to a spreadsheet and back in: compared first, written when that is asked for, and taken back. */
export default function Spreadsheet() {
  const { sheet } = useParams();
  const [search] = useSearchParams();
  const leadOn = useLeadOn('/label/spreadsheet/:sheet?');
  const all = useAsk(listAssets, { query: { ...Object.fromEntries(search), limit: '0' } as never });
  const { reading, trouble, read, cancel } = useSheet((id, fileName) =>
    leadOn({ to: `/label/spreadsheet/${id}`, says: `“${fileName}” was compared.` }),
  );
  return (
    <main className="h-full overflow-y-auto px-5 py-4">
      <div className="mx-auto max-w-[1100px] space-y-3">
        <h1>In a spreadsheet</h1>
        <LabelRooms />
        <div className="grid grid-cols-2 gap-5 max-sm:grid-cols-1">
          <section aria-label="Out" className="border border-rule bg-card p-4">
            <h2 className="mb-1">Out</h2>
            <p className="mb-3 text-soft">
              Every label as a row, to be changed in any spreadsheet program. Leave the columns “Id” and
              “Changed” as they are; the others may be moved, or left out.
            </p>
            <a className="button" href={`/api/labels.csv?${search.toString()}`} download="labels.csv">
              <FileDown aria-hidden className="size-4" /> Take out{' '}
              {all.data ? plural(all.data.total, 'label') : 'the labels'}
            </a>
          </section>
          <section aria-label="Back in" className="border border-rule bg-card p-4">
            <h2 className="mb-1">Back in</h2>
            <p className="mb-3 text-soft">
              Saved as CSV, with commas, semicolons or tabs. What differs is shown first; nothing is written
              before you say so. An empty cell leaves what the label says; a hyphen alone clears it.
            </p>
            {reading ? (
              <div>
                <p className="mb-1">
                  Comparing “{reading.fileName}”: {plural(reading.rows, 'row')} so far
                </p>
                <Progress done={Math.round(reading.share * 1000)} total={1000} label="Compared" />
                <button type="button" className="button-plain mt-1" onClick={cancel}>
                  Cancel
                </button>
              </div>
            ) : (
              <label className="button cursor-pointer focus-within:outline-2">
                <FileUp aria-hidden className="size-4" /> Choose the file
                <input
                  type="file"
                  accept=".csv,.txt,.tsv,text/csv"
                  className="sr-only"
                  onChange={(event) => {
                    const file = event.target.files?.[0];
                    if (file) void read(file);
                    event.target.value = '';
                  }}
                />
              </label>
            )}
            {trouble && <Notice severity="stop">{trouble}</Notice>}
          </section>
        </div>
        {sheet && !reading && <Compared key={sheet} id={sheet} />}
      </div>
    </main>
  );
}

type Only = 'changed' | 'newer' | 'trouble';

function Compared({ id }: { id: string }) {
  const [only, setOnly] = useState<Only>('changed');
  const [from, setFrom] = useState<number[]>([0]);
  const after = from.at(-1) ?? 0;
  const sheet = useAsk(
    readLabelSheet,
    { params: { id }, query: { after: String(after), only } },
    { placeholderData: (before) => before },
  );
  const write = useDo(writeLabelSheet);
  const undo = useDo(undoLabelSheet);
  const [newer, setNewer] = useState<'leave' | 'overwrite'>('leave');
  const refused = refusalOf(sheet);
  if (refused) return <Notice severity="stop">{refused.message}</Notice>;
  if (!sheet.data) return null;
  const { data } = sheet;
  const working = data.state === 'writing' || data.state === 'undoing';
  const last = data.lines.at(-1);
  const look = (which: Only) => {
    setOnly(which);
    setFrom([0]);
  };
  return (
    <section aria-label={`What ${data.fileName} changes`}>
      <h2 className="mt-2">{data.fileName}</h2>
      <p className="text-soft">
        {plural(data.rows, 'row')}, {inCount(data.same)} of them without a change
      </p>
      <div className="my-2 flex flex-wrap items-center gap-x-4 gap-y-1.5">
        <Filter on={only === 'changed'} onChoose={() => look('changed')}>
          {plural(data.changed, 'label')} to change
        </Filter>
        {data.newer > 0 && (
          <Filter on={only === 'newer'} onChoose={() => look('newer')}>
            <span className="text-ochre">{inCount(data.newer)} changed here meanwhile</span>
          </Filter>
        )}
        {data.trouble > 0 && (
          <Filter on={only === 'trouble'} onChoose={() => look('trouble')}>
            <span className="text-madder">{plural(data.trouble, 'row')} that cannot be used</span>
          </Filter>
        )}
      </div>
      {data.says && <Notice severity="stop">{data.says}</Notice>}
      {(write.error ?? undo.error) && <Notice severity="stop">{(write.error ?? undo.error)?.message}</Notice>}
      {working && (
        <div className="max-w-[420px]">
          <p className="mb-1">
            {data.state === 'writing' ? 'Writing' : 'Taking back'}: {inCount(data.done)} of{' '}
            {plural(data.changed, 'label')}
          </p>
          <Progress done={data.done} total={data.changed || 1} label="Labels" />
        </div>
      )}
      {(data.state === 'ready' || data.state === 'failed') && data.changed > 0 && (
        <div className="flex flex-wrap items-center gap-3">
          {data.newer > 0 && (
            <span className="flex items-center gap-2 text-[13.5px]">
              <Select
                className="w-auto"
                label="What was changed here meanwhile"
                value={newer}
                onChange={setNewer}
                options={[
                  ['leave', 'stays as it is here'],
                  ['overwrite', 'is written over'],
                ]}
              />
            </span>
          )}
          <button
            type="button"
            className="button button-go"
            disabled={write.isPending}
            onClick={() => write.mutate({ params: { id }, body: { newer } })}
          >
            Write {plural(data.changed, 'label')}
          </button>
        </div>
      )}
      <div role="status">
        {data.state === 'written' && (
          <p className="flex items-center gap-3 text-spruce">
            {plural(data.changed, 'label is', 'labels are')} written.
            <button
              type="button"
              className="button"
              disabled={undo.isPending}
              onClick={() => undo.mutate({ params: { id }, body: {} })}
            >
              Take it all back
            </button>
          </p>
        )}
        {data.state === 'undone' && (
          <p className="text-spruce">Undone. What was changed again since stays.</p>
        )}
      </div>
      <div className="mt-2 overflow-x-auto">
        <Table
          name="spreadsheet"
          label="What the spreadsheet changes"
          columns={COLUMNS}
          rows={data.lines}
          keyOf={({ line }) => String(line)}
          rowHeight={40}
          growing
        />
      </div>
      <div className="mt-2 flex gap-2">
        {from.length > 1 && (
          <button type="button" className="button" onClick={() => setFrom(from.slice(0, -1))}>
            The ones before
          </button>
        )}
        {data.lines.length === 100 && last && (
          <button type="button" className="button" onClick={() => setFrom([...from, last.line])}>
            The next ones
          </button>
        )}
      </div>
    </section>
  );
}

function Filter({
  on,
  onChoose,
  children,
}: {
  on: boolean;
  onChoose: () => void;
  children: React.ReactNode;
}) {
  return (
    <button
      type="button"
      aria-pressed={on}
      className="border-b-2 border-transparent py-0.5 aria-pressed:border-ink aria-pressed:font-semibold"
      onClick={onChoose}
    >
      {children}
    </button>
  );
}

type Line = LabelSheet['lines'][number];

const COLUMNS: Column<Line>[] = [
  {
    id: 'row',
    title: 'Row',
    width: 64,
    sortBy: ({ line }) => line,
    render: ({ line }) => <span className="font-mono text-soft">row {line}</span>,
  },
  {
    id: 'title',
    title: 'Title',
    width: 220,
    stays: true,
    sortBy: ({ title }) => title,
    render: ({ title }) => <span className="block truncate font-serif text-[14px]">{title}</span>,
  },
  {
    id: 'changes',
    title: 'What changes',
    width: 320,
    grow: true,
    stays: true,
    render: ({ before, after, newer, trouble }) =>
      trouble ? (
        <span className="text-madder">{trouble}</span>
      ) : (
        <Differences before={before} after={after} newer={newer} />
      ),
  },
];
