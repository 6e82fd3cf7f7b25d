import { useCallback, useMemo, useState } from 'react';
import { SORTED_UP, type Asset, type Sort } from '@placard/core/contract';
import { inBytes, inPixels } from '@placard/core/text';
import { ago } from '../kit/days.ts';
import { Table } from '../kit/table.tsx';
import type { Column } from '../kit/tablehead.tsx';
import { Thumbnail } from '../kit/thumbnail.tsx';
import { useTerms } from '../placard/useterms.ts';
import { howOf, tabbedOf, type SheetProps } from './contactsheet.tsx';
import { useWindow } from './usewindow.ts';

const ROW = 41;

/** One line each, in columns that sort; only the lines in view are drawn. */
export function Ledger({
  asked,
  total,
  scroller,
  chosen,
  roved,
  onRove,
  onPick,
  onOpen,
  onKey,
  onSort,
}: SheetProps & { onSort: (sort: Sort, order: 'up' | 'down') => void }) {
  const { termsOf } = useTerms();
  const sort = asked.sort ?? 'added';
  const up = asked.order ? asked.order === 'up' : SORTED_UP.has(sort);
  const [[first, last], setView] = useState([0, 0]);
  const onView = useCallback((from: number, to: number) => setView([from, to]), []);
  const assetAt = useWindow(asked, first, last);
  const tabbed = tabbedOf(roved, first, last);
  const columns = useMemo<Column<Asset>[]>(
    () => [
      {
        id: 'title',
        title: 'Title',
        width: 150,
        least: 90,
        grow: true,
        stays: true,
        sorts: true,
        render: (asset, index) => (
          <button
            type="button"
            data-index={index}
            tabIndex={index === tabbed ? 0 : -1}
            aria-pressed={chosen.has(asset.id)}
            className="flex w-full items-center gap-2 text-left aria-pressed:font-semibold"
            onClick={(event) => onPick(asset, index, howOf(event))}
            onDoubleClick={() => onOpen(asset)}
            onKeyDown={onKey}
          >
            <Thumbnail src={asset.thumbnail} facts={asset.facts} className="h-8 w-12 shrink-0" />
            <span className="truncate">{asset.placard.title || asset.fileName}</span>
          </button>
        ),
      },
      {
        id: 'pixels',
        title: 'Pixels',
        width: 86,
        sorts: true,
        render: ({ facts }) => (facts.width > 0 ? inPixels(facts.width, facts.height) : ''),
      },
      {
        id: 'bytes',
        title: 'Bytes',
        width: 54,
        right: true,
        sorts: true,
        render: ({ bytes }) => inBytes(bytes),
      },
      { id: 'added', title: 'Added', width: 62, sorts: true, render: ({ addedAt }) => ago(addedAt) },
      { id: 'by', title: 'By', width: 70, sorts: true, render: ({ addedBy }) => addedBy },
      {
        id: 'licence',
        title: 'Licence',
        width: 76,
        sorts: true,
        render: ({ placard }) => {
          const terms = termsOf(placard.licence);
          return terms.short || terms.name;
        },
      },
      { id: 'uses', title: 'In pages', width: 58, right: true, sorts: true, render: ({ uses }) => uses },
    ],
    [chosen, tabbed, onPick, onOpen, onKey, termsOf],
  );
  return (
    <div onFocus={(event) => onRove(Number(event.target.dataset['index'] ?? roved))}>
      <Table
        name="ledger"
        label="Ledger"
        columns={columns}
        rows={{ count: total, at: assetAt }}
        rowHeight={ROW}
        scroller={scroller}
        sorting={{ by: sort, up }}
        onSort={(next) => onSort(next.by as Sort, next.up ? 'up' : 'down')}
        onView={onView}
        rowClass={({ id }) => (chosen.has(id) ? 'bg-card' : 'hover:bg-card')}
      />
    </div>
  );
}
