import {
  columnResizingFeature,
  columnSizingFeature,
  columnVisibilityFeature,
  createSortedRowModel,
  rowSortingFeature,
  tableFeatures,
  type Header,
} from '@tanstack/react-table';
import { ArrowDown, ArrowUp, Columns3 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { Hint } from './hint.tsx';
import { MenuContent, MenuItem, MenuTick } from './menu.tsx';

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

/** What of TanStack's tables ours have. */
export const features = tableFeatures({
  columnSizingFeature,
  columnResizingFeature,
  columnVisibilityFeature,
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
});
export type Features = typeof features;

/** How far a key moves the edge of a column, in CSS pixels. */
const STEP = 10;
/** How narrow and how wide a column can be made, in CSS pixels. */
export const [LEAST, MOST] = [40, 1200];

/** A column's title: pressed, it sorts; its edge sizes the column, by mouse, finger and key. */
export function Head<T extends object>({
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
export function Which<T>({
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
