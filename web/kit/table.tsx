import { functionalUpdate, useTable, type ColumnDef } from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useEffect, useMemo, useState, type CSSProperties } from 'react';
import { features, Head, LEAST, MOST, Which, type Column, type Features } from './tablehead.tsx';
import { useTableLook } from './usetablelook.ts';

/** By which column the rows are sorted, upwards or down. */
export interface Sorting {
  by: string;
  up: boolean;
}

interface TableProps<T> {
  /** Under which its look is kept for whoever is signed in. */
  name: string;
  label: string;
  columns: readonly Column<T>[];
  /** All rows; or how many there are, and those that are known. */
  rows: readonly T[] | { count: number; at: (index: number) => T | undefined };
  keyOf?: (row: T, index: number) => string;
  /** CSS pixels of a row; where rows are as high as what is in them, about as many. */
  rowHeight: number;
  growing?: boolean;
  /** What scrolls: only the rows in view are drawn. Without it, all of them are. */
  scroller?: HTMLElement | null;
  /** How it is sorted by whoever has the rows; without it, it is sorted here. */
  sorting?: Sorting;
  onSort?: (sorting: Sorting) => void;
  /** The first and the last row that are drawn. */
  onView?: (first: number, last: number) => void;
  rowClass?: (row: T, index: number) => string;
}

const NONE: never[] = [];

/** Rows in columns (ARIA table): sorted, sized and hidden as whoever is signed in wants it; only what is seen is drawn. */
export function Table<T extends object>({
  name,
  label,
  columns,
  rows,
  keyOf,
  rowHeight,
  growing = false,
  scroller,
  sorting,
  onSort,
  onView,
  rowClass,
}: TableProps<T>) {
  const { look, change } = useTableLook(name);
  const [ownSort, setOwnSort] = useState<Sorting | null>(null);
  const sorted = sorting ?? ownSort;
  const all = Array.isArray(rows) ? (rows as readonly T[]) : null;
  const definitions = useMemo(
    () =>
      columns.map(({ id, title, width, least = LEAST, sortBy, sorts = false, stays = false }) => ({
        id,
        header: title,
        size: width,
        minSize: least,
        maxSize: MOST,
        enableHiding: !stays,
        enableSorting: sorts || sortBy !== undefined,
        // Whoever has the rows sorts them; here it is only known that they can be.
        ...(sortBy ? { accessorFn: sortBy } : sorts ? { accessorFn: () => '' } : {}),
        sortFn: byValue,
      })) as ColumnDef<Features, T>[],
    [columns],
  );
  const table = useTable({
    features,
    columns: definitions,
    data: all ?? NONE,
    manualSorting: sorting !== undefined,
    enableSortingRemoval: false,
    sortDescFirst: false,
    enableMultiSort: false,
    columnResizeMode: 'onChange',
    state: {
      columnSizing: look?.widths ?? {},
      columnVisibility: Object.fromEntries((look?.hidden ?? []).map((id) => [id, false])),
      sorting: sorted ? [{ id: sorted.by, desc: !sorted.up }] : [],
    },
    onColumnSizingChange: (updater) => {
      const widths = functionalUpdate(updater, look?.widths ?? {});
      change({ widths: Object.fromEntries(Object.entries(widths).map(([id, px]) => [id, Math.round(px)])) });
    },
    onSortingChange: (updater) => {
      const [next] = functionalUpdate(updater, sorted ? [{ id: sorted.by, desc: !sorted.up }] : []);
      if (next) (onSort ?? setOwnSort)({ by: next.id, up: !next.desc });
    },
  });
  const count = Array.isArray(rows) ? rows.length : (rows as { count: number }).count;
  const model = all ? table.getRowModel().rows : null;
  const rowAt = (index: number): T | undefined =>
    model ? model[index]?.original : (rows as { at: (index: number) => T | undefined }).at(index);
  const drawn = useVirtualizer({
    count,
    getScrollElement: () => scroller ?? null,
    estimateSize: () => rowHeight,
    overscan: 6,
    enabled: scroller !== undefined,
  });
  const inView =
    scroller === undefined
      ? Array.from({ length: count }, (_, index) => ({ index, start: 0, size: rowHeight }))
      : drawn.getVirtualItems();
  const [first, last] = [inView[0]?.index ?? 0, inView.at(-1)?.index ?? 0];
  useEffect(() => onView?.(first, last), [onView, first, last]);
  const headers = table.getHeaderGroups()[0]?.headers ?? [];
  const shown = useMemo(
    () => columns.filter(({ id }) => !look?.hidden.includes(id)),
    [columns, look?.hidden],
  );
  if (look === null) return <div style={{ height: count * rowHeight }} />;
  const widthOf = (id: string) => table.getColumn(id)?.getSize() ?? 0;
  const grid = {
    '--columns': [
      ...shown.map(({ id, grow }) => (grow ? `minmax(${widthOf(id)}px,1fr)` : `${widthOf(id)}px`)),
      '24px',
    ].join(' '),
  } as CSSProperties;
  return (
    <div role="table" aria-label={label} aria-rowcount={count + 1} className="text-[13px]" style={grid}>
      <div
        role="rowgroup"
        className={`min-w-max ${scroller === undefined ? '' : 'sticky top-0 z-10 bg-desk'}`}
      >
        <div
          role="row"
          aria-rowindex={1}
          className="caption grid grid-cols-(--columns) items-center gap-x-2.5 border-b border-ink"
        >
          {headers.map((header) => {
            const column = columns.find(({ id }) => id === header.column.id);
            return column && <Head key={column.id} column={column} header={header} />;
          })}
          <span role="columnheader" className="relative">
            <span className="sr-only">Columns</span>
            <Which
              columns={columns}
              hidden={look.hidden}
              onHidden={(hidden) => change({ hidden })}
              onReset={() => change({ hidden: [], widths: {} })}
            />
          </span>
        </div>
      </div>
      <div
        role="rowgroup"
        className="min-w-max"
        style={scroller === undefined ? {} : { height: drawn.getTotalSize(), position: 'relative' }}
      >
        {inView.map(({ index, start, size }) => {
          const row = rowAt(index);
          return (
            <div
              key={row && keyOf ? keyOf(row, index) : index}
              role="row"
              aria-rowindex={index + 2}
              {...(growing && { 'data-index': index, ref: drawn.measureElement })}
              style={{
                ...(scroller !== undefined && { position: 'absolute', top: start, insetInline: 0 }),
                ...(growing ? { minHeight: rowHeight } : { height: size }),
              }}
              className={`grid grid-cols-(--columns) ${growing ? 'items-start py-2' : 'items-center'} gap-x-2.5 border-b border-rule ${row ? (rowClass?.(row, index) ?? '') : ''}`}
            >
              {row && (
                <Cells
                  growing={growing}
                  row={row}
                  index={index}
                  columns={shown as unknown as readonly Column<object>[]}
                />
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}

/** Sorts numbers as numbers and words as words of people, small and capital letters alike. */
function byValue(
  a: { getValue: (id: string) => unknown },
  b: { getValue: (id: string) => unknown },
  id: string,
): number {
  const [one, other] = [a.getValue(id), b.getValue(id)];
  return typeof one === 'number' && typeof other === 'number'
    ? one - other
    : String(one).localeCompare(String(other), 'en', { numeric: true, sensitivity: 'base' });
}

/** The cells of one row, drawn anew only when something of it changes. */
const Cells = memo(function Cells({
  row,
  index,
  columns,
  growing,
}: {
  growing: boolean;
  row: object;
  index: number;
  columns: readonly Column<object>[];
}) {
  return (
    <>
      {columns.map(({ id, right, render }) => (
        <span
          key={id}
          role="cell"
          className={`min-w-0 ${growing ? '' : 'truncate'} ${right ? 'text-right tabular-nums' : ''}`}
        >
          {render(row, index)}
        </span>
      ))}
      <span role="cell" />
    </>
  );
});
