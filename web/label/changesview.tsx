import { useState } from 'react';
import { listLabelChanges, undoLabelChange, type LabelChange } from '@placard/core/contract';
import { headingOf } from '@placard/core/spreadsheet';
import type { Placard } from '@placard/core/credit';
import { refusalOf, useAsk, useDo } from '../kit/asking.ts';
import { Notice } from '../kit/notice.tsx';
import { plural, writtenDay } from '@placard/core/text';
import { ago } from '../kit/days.ts';
import { useTerms } from '../placard/useterms.ts';

const SOURCES: Record<LabelChange['source'], string> = {
  placard: '',
  many: 'on many at once',
  sheet: 'from a spreadsheet',
  swap: 'by a swap',
  undo: 'taking something back',
};

/** Every change of a label: who, when, what; and the way back. */
export function ChangesView({ id }: { id: string }) {
  const changes = useAsk(listLabelChanges, { params: { id } });
  const undo = useDo(undoLabelChange);
  const [left, setLeft] = useState<string[]>([]);
  const refused = refusalOf(changes);
  if (refused) return <Notice severity="stop">{refused.message}</Notice>;
  if (changes.data?.length === 0) return <p className="text-soft">Nothing has been changed since it came.</p>;
  return (
    <div className="text-[13px]">
      {undo.error && <Notice severity="stop">{undo.error.message}</Notice>}
      {left.length > 0 && (
        <Notice severity="note">
          {left.map((field) => headingOf(field as keyof Placard)).join(', ')}: changed again since, and left
          as it is.
        </Notice>
      )}
      <ol>
        {(changes.data ?? []).map((change) => (
          <li key={change.id} className="border-b border-rule py-2">
            <p className="flex items-baseline gap-2">
              <span className="grow">
                <b className="font-semibold">{change.by}</b>{' '}
                <span className="text-soft">
                  {ago(change.at)}
                  {SOURCES[change.source] && `, ${SOURCES[change.source]}`}
                  {change.together > 1 && ` (${plural(change.together, 'label')})`}
                </span>
              </span>
              <button
                type="button"
                className="button-plain py-0"
                disabled={undo.isPending}
                aria-label={`Undo what ${change.by} changed ${ago(change.at)}`}
                onClick={() =>
                  undo.mutate(
                    { params: { id: change.id }, body: {} },
                    { onSuccess: (answer) => setLeft(answer.left) },
                  )
                }
              >
                Undo
              </button>
            </p>
            <Differences before={change.before} after={change.after} />
          </li>
        ))}
      </ol>
    </div>
  );
}

/** Fields as they were and as they are. */
export function Differences({
  before,
  after,
  newer = [],
}: {
  before: Partial<Placard>;
  after: Partial<Placard>;
  /** Fields that somebody changed meanwhile. */
  newer?: readonly string[];
}) {
  const { termsOf } = useTerms();
  const shown = (field: keyof Placard, value: string | boolean | undefined): string => {
    if (typeof value === 'boolean') return value ? 'yes' : 'no';
    if (value === undefined || value === '') return 'nothing';
    return field === 'licence' ? termsOf(value).name : writtenDay(value);
  };
  return (
    <dl>
      {(Object.keys(after) as (keyof Placard)[]).map((field) => (
        <div key={field} className="grid grid-cols-[96px_1fr] gap-2 py-0.5">
          <dt className="text-soft">{headingOf(field)}</dt>
          <dd className="min-w-0 wrap-anywhere">
            <del className="text-soft decoration-madder">{shown(field, before[field])}</del>{' '}
            <ins className="decoration-spruce">{shown(field, after[field])}</ins>
            {newer.includes(field) && (
              <span className="block text-ochre">Changed here after the spreadsheet was written.</span>
            )}
          </dd>
        </div>
      ))}
    </dl>
  );
}
