import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { memo } from 'react';
import { SORTED_UP, type Asset, type Sort } from '@placard/core/contract';
import { Thumbnail } from '../kit/thumbnail.tsx';
import { ago, inBytes, inPixels } from '../kit/words.ts';
import { useTerms } from '../placard/useterms.ts';
import { howOf, tabbedOf, type SheetProps } from './contactsheet.tsx';
import { useWindow } from './usewindow.ts';

const ROW = 41;
const COLUMNS: { title: string; sort?: Sort; right?: boolean }[] = [
  { title: 'Title', sort: 'title' },
  { title: 'Pixels', sort: 'pixels' },
  { title: 'Bytes', sort: 'bytes', right: true },
  { title: 'Added', sort: 'added' },
  { title: 'By', sort: 'by' },
  { title: 'Licence', sort: 'licence' },
  { title: 'In pages', sort: 'uses', right: true },
];
const GRID = 'grid grid-cols-[minmax(130px,1fr)_88px_54px_66px_76px_88px_52px] gap-x-2.5';

/** One line each, in columns that sort; only the lines in view are drawn. */
export function Ledger(props: SheetProps & { onSort: (sort: Sort, order: 'up' | 'down') => void }) {
  const { asked, total, scroller, chosen, roved, onRove, onPick, onOpen, onKey, onSort } = props;
  const { termsOf } = useTerms();
  const sort = asked.sort ?? 'added';
  const up = asked.order ? asked.order === 'up' : SORTED_UP.has(sort);
  const lines = useVirtualizer({
    count: total,
    getScrollElement: () => scroller,
    estimateSize: () => ROW,
    overscan: 4,
  });
  const visible = lines.getVirtualItems();
  const tabbed = tabbedOf(roved, visible[0]?.index ?? 0, visible.at(-1)?.index ?? 0);
  const assetAt = useWindow(asked, visible[0]?.index ?? 0, visible.at(-1)?.index ?? 0);
  return (
    <div role="table" aria-label="Ledger" aria-rowcount={total + 1} className="text-[13px]">
      <div role="rowgroup" className="sticky top-0 z-10 bg-desk">
        <div role="row" className={`${GRID} caption border-b border-ink`}>
          {COLUMNS.map((column) => (
            <span
              key={column.title}
              role="columnheader"
              aria-sort={column.sort === sort ? (up ? 'ascending' : 'descending') : 'none'}
              className={column.right ? 'text-right' : ''}
            >
              {column.sort ? (
                <button
                  type="button"
                  className="inline-flex items-center gap-1 py-1.5 hover:text-ink"
                  onClick={() =>
                    column.sort &&
                    onSort(
                      column.sort,
                      column.sort === sort && !up ? 'up' : column.sort === sort ? 'down' : 'up',
                    )
                  }
                >
                  {column.title}
                  {column.sort === sort &&
                    (up ? (
                      <ArrowUp aria-hidden className="size-3.5" />
                    ) : (
                      <ArrowDown aria-hidden className="size-3.5" />
                    ))}
                </button>
              ) : (
                <span className="inline-block py-1.5">{column.title}</span>
              )}
            </span>
          ))}
        </div>
      </div>
      <div
        role="rowgroup"
        style={{ height: lines.getTotalSize(), position: 'relative' }}
        onFocus={(event) => onRove(Number(event.target.dataset['index'] ?? roved))}
      >
        {visible.map(({ index, start }) => {
          const asset = assetAt(index);
          return (
            <div
              key={index}
              role="row"
              aria-rowindex={index + 2}
              aria-selected={asset ? chosen.has(asset.id) : false}
              style={{ position: 'absolute', top: start, insetInline: 0, height: ROW }}
              className={`${GRID} items-center border-b border-rule hover:bg-card aria-selected:bg-card`}
            >
              {asset && (
                <Line
                  asset={asset}
                  index={index}
                  chosen={chosen.has(asset.id)}
                  onPick={onPick}
                  onOpen={onOpen}
                  onKey={onKey}
                  termsOf={termsOf}
                  tabbed={index === tabbed}
                />
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}

/** The cells of one line, drawn anew only when something of it changes. */
const Line = memo(function Line({
  asset,
  index,
  chosen,
  tabbed,
  onPick,
  onOpen,
  onKey,
  termsOf,
}: Pick<SheetProps, 'onPick' | 'onOpen' | 'onKey'> & {
  asset: Asset;
  index: number;
  chosen: boolean;
  /** It is the one of them that Tab leads to; the arrows lead on from it. */
  tabbed: boolean;
  termsOf: ReturnType<typeof useTerms>['termsOf'];
}) {
  const terms = termsOf(asset.placard.licence);
  return (
    <>
      <span role="cell" className="min-w-0">
        <button
          type="button"
          data-index={index}
          tabIndex={tabbed ? 0 : -1}
          aria-pressed={chosen}
          className="flex w-full items-center gap-2 text-left"
          onClick={(event) => onPick(asset, index, howOf(event))}
          onDoubleClick={() => onOpen(asset)}
          onKeyDown={onKey}
        >
          <Thumbnail src={asset.thumbnail} facts={asset.facts} className="h-8 w-12 shrink-0" />
          <span className={`truncate ${chosen ? 'font-semibold' : ''}`}>
            {asset.placard.title || asset.fileName}
          </span>
        </button>
      </span>
      <span role="cell" className="whitespace-nowrap tabular-nums">
        {asset.facts.width > 0 ? inPixels(asset.facts.width, asset.facts.height) : ''}
      </span>
      <span role="cell" className="text-right whitespace-nowrap tabular-nums">
        {inBytes(asset.bytes)}
      </span>
      <span role="cell" className="truncate">
        {ago(asset.addedAt)}
      </span>
      <span role="cell" className="truncate">
        {asset.addedBy}
      </span>
      <span role="cell" className="truncate">
        {terms.short || terms.name}
      </span>
      <span role="cell" className="text-right tabular-nums">
        {asset.uses}
      </span>
    </>
  );
});
