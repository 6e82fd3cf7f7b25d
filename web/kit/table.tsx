import {
  columnResizingFeature,
  columnSizingFeature,
  columnVisibilityFeature,
  createSortedRowModel,
  functionalUpdate,
  rowSortingFeature,
  tableFeatures,
  useTable,
  type ColumnDef,
  type Header,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp, Columns3 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { memo, useEffect, useMemo, useState, type CSSProperties, type ReactNode } from 'react';
import { Hint } from './hint.tsx';
import { MenuContent, MenuItem, MenuTick } from './menu.tsx';
import { useTableLook } from './usetablelook.ts';

/** A column: what it is called, what its cells show, and how wide it begins. */
export interface Column<T> {
  id: string;
  title: string;
  /** Its title is said to screen readers only. */
  hideTitle?: boolean;
  render: (row: T, index: number) => ReactNode;
  /** CSS pixels; the one that grows takes what is left besides. */
  width: number;
  least?: number;
  grow?: boolean;
  right?: boolean;
  /** It is never hidden: the table would mean nothing without it. */
  stays?: boolean;
  /** What its rows are sorted by, where they are all here. */
  sortBy?: (row: T) => string | number;
  /** It can be sorted by whoever has the rows. */
  sorts?: boolean;
}

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

const features = tableFeatures({
  columnSizingFeature,
  columnResizingFeature,
  columnVisibilityFeature,
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
});
type Features = typeof features;

const NONE: never[] = [];
/** How far a key moves the edge of a column, in CSS pixels. */
const STEP = 10;
const [LEAST, MOST] = [40, 1200];

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

/** A column's title: pressed, it sorts; its edge sizes the column, by mouse, finger and key. */
function Head<T extends object>({
  column: { title, hideTitle = false, right = false },
  header,
}: {
  column: Column<T>;
  header: Header<Features, T, unknown>;
}) {
  const { column } = header;
  const up = column.getIsSorted();
  const Arrow = up === 'asc' ? ArrowUp : ArrowDown;
  const resize = header.getResizeHandler();
  const setWidth = (width: number) =>
    column.table.setColumnSizing((widths) => ({
      ...widths,
      [column.id]: Math.min(
        column.columnDef.maxSize ?? MOST,
        Math.max(column.columnDef.minSize ?? LEAST, width),
      ),
    }));
  return (
    <span
      role="columnheader"
      aria-label={title}
      aria-sort={
        column.getCanSort() ? (up === 'asc' ? 'ascending' : up === 'desc' ? 'descending' : 'none') : undefined
      }
      className={`relative flex min-w-0 ${right ? 'justify-end' : ''}`}
    >
      {column.getCanSort() ? (
        <button
          type="button"
          className="inline-flex min-w-0 items-center gap-1 py-1.5 hover:text-ink"
          onClick={() => column.toggleSorting(up === false ? undefined : up === 'asc')}
        >
          <span className="truncate">{title}</span>
          {up && <Arrow aria-hidden className="size-3.5 shrink-0" />}
        </button>
      ) : (
        <span className={hideTitle ? 'sr-only' : 'truncate py-1.5'}>{title}</span>
      )}
      <span
        role="separator"
        tabIndex={0}
        aria-orientation="vertical"
        aria-label={`Width of ${title}`}
        aria-valuenow={column.getSize()}
        aria-valuemin={column.columnDef.minSize}
        aria-valuemax={column.columnDef.maxSize}
        className="group/edge absolute -right-[13px] z-10 inset-y-0 flex w-4 cursor-col-resize touch-none justify-center select-none"
        onMouseDown={resize}
        onTouchStart={resize}
        onDoubleClick={() => column.resetSize()}
        onKeyDown={(event) => {
          const by = { ArrowRight: STEP, ArrowLeft: -STEP }[event.key];
          if (by === undefined) return;
          event.preventDefault();
          setWidth(column.getSize() + by);
        }}
      >
        <span
          className={`h-full w-px ${column.getIsResizing() ? 'bg-madder' : 'bg-rule group-hover/edge:bg-ink'}`}
        />
      </span>
    </span>
  );
}

/** Which columns are shown. */
function Which<T>({
  columns,
  hidden,
  onHidden,
  onReset,
}: {
  columns: readonly Column<T>[];
  hidden: readonly string[];
  onHidden: (hidden: string[]) => void;
  onReset: () => void;
}) {
  return (
    <DropdownMenu.Root modal={false}>
      <Hint says="Which columns are shown">
        <DropdownMenu.Trigger
          aria-label="Which columns are shown"
          className="grid size-6 place-items-center hover:text-madder"
        >
          <Columns3 aria-hidden className="size-4" />
        </DropdownMenu.Trigger>
      </Hint>
      <DropdownMenu.Portal>
        <MenuContent align="end">
          {columns
            .filter(({ stays }) => !stays)
            .map(({ id, title }) => (
              <MenuTick
                key={id}
                checked={!hidden.includes(id)}
                onChange={(on) => onHidden(on ? hidden.filter((other) => other !== id) : [...hidden, id])}
              >
                {title}
              </MenuTick>
            ))}
          <DropdownMenu.Separator className="my-1 border-t border-rule" />
          <MenuItem onSelect={onReset}>All of them, as wide as they were</MenuItem>
        </MenuContent>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
