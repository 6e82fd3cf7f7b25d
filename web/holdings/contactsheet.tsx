import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useEffect, useLayoutEffect, useState, type KeyboardEvent, type MouseEvent } from 'react';
import type { Asset } from '@placard/core/contract';
import { lacks } from '@placard/core/credit';
import { Thumbnail } from '../kit/thumbnail.tsx';
import { plural } from '@placard/core/text';
import { useTerms } from '../placard/useterms.ts';
import { useWindow } from './usewindow.ts';
import type { Asked } from './usesearch.ts';

/** What both ways to look at a search are given. */
export interface SheetProps {
  asked: Asked;
  total: number;
  scroller: HTMLElement | null;
  chosen: ReadonlySet<string>;
  /** A click on the asset at a place in the search's order. */
  onPick: (asset: Asset, index: number, how: { add: boolean; range: boolean }) => void;
  onOpen: (asset: Asset) => void;
  onKey: (event: KeyboardEvent) => void;
  /** The place of what had the focus last. */
  roved: number;
  onRove: (index: number) => void;
}

const CELL = 148;
const GAP = 12;
const BELOW = 46;

/** The one that Tab leads to: what had the focus last, or the first in view where that is out of it. */
export const tabbedOf = (roved: number, first: number, last: number): number =>
  roved >= first && roved <= last ? roved : first;

export const howOf = (event: MouseEvent) => ({ add: event.ctrlKey || event.metaKey, range: event.shiftKey });

/** Small pictures side by side; only the rows in view are drawn, however many there are. */
export function ContactSheet({
  asked,
  total,
  scroller,
  chosen,
  roved,
  onRove,
  onPick,
  onOpen,
  onKey,
}: SheetProps) {
  const width = useWidth(scroller);
  const { termsOf } = useTerms();
  const columns = Math.max(1, Math.floor((width - 8 + GAP) / (CELL + GAP)));
  const cell = (width - 8 - GAP * (columns - 1)) / columns;
  const rows = useVirtualizer({
    count: Math.ceil(total / columns),
    getScrollElement: () => scroller,
    estimateSize: () => cell * 0.75 + BELOW + GAP,
    overscan: 3,
  });
  useLayoutEffect(() => rows.measure(), [rows, cell]);
  const visible = rows.getVirtualItems();
  const [first, last] = [
    (visible[0]?.index ?? 0) * columns,
    ((visible.at(-1)?.index ?? 0) + 1) * columns - 1,
  ];
  const assetAt = useWindow(asked, first, Math.min(last, Math.max(0, total - 1)));
  const tabbed = tabbedOf(roved, first, last);
  return (
    <div
      role="list"
      style={{ height: rows.getTotalSize(), position: 'relative' }}
      onFocus={(event) => onRove(Number(event.target.dataset['index'] ?? roved))}
    >
      {visible.flatMap((row) =>
        Array.from({ length: Math.min(columns, total - row.index * columns) }, (_, column) => {
          const index = row.index * columns + column;
          const asset = assetAt(index);
          return (
            <div
              key={index}
              role="listitem"
              aria-setsize={total}
              aria-posinset={index + 1}
              style={{
                position: 'absolute',
                top: row.start + 4,
                left: 4 + column * (cell + GAP),
                width: cell,
              }}
            >
              <Cell
                asset={asset}
                chosen={asset !== undefined && chosen.has(asset.id)}
                onPick={onPick}
                onOpen={onOpen}
                onKey={onKey}
                termsOf={termsOf}
                index={index}
                tabbed={index === tabbed}
              />
            </div>
          );
        }),
      )}
    </div>
  );
}

/** Drawn anew only when something of it changes, since scrolling moves all of them again and again. */
const Cell = memo(function Cell({
  asset,
  chosen,
  tabbed,
  index,
  onPick,
  onOpen,
  onKey,
  termsOf,
}: Pick<SheetProps, 'onPick' | 'onOpen' | 'onKey'> & {
  asset: Asset | undefined;
  chosen: boolean;
  /** It is the one of them that Tab leads to; the arrows lead on from it. */
  tabbed: boolean;
  index: number;
  termsOf: ReturnType<typeof useTerms>['termsOf'];
}) {
  if (!asset) return <span className="block aspect-[4/3] w-full bg-paper" />;
  const missing = lacks(asset.placard, termsOf(asset.placard.licence), asset.facts.kind);
  return (
    <button
      type="button"
      aria-pressed={chosen}
      data-index={index}
      tabIndex={tabbed ? 0 : -1}
      onClick={(event) => onPick(asset, index, howOf(event))}
      onDoubleClick={() => onOpen(asset)}
      onKeyDown={onKey}
      className="group block w-full text-left"
    >
      <Thumbnail
        src={asset.thumbnail}
        facts={asset.facts}
        className="aspect-[4/3] w-full outline-offset-1 group-aria-pressed:outline-2 group-aria-pressed:outline-madder"
      />
      <span className="mt-1 block truncate font-serif text-[13.5px]">
        {asset.placard.title || asset.fileName}
      </span>
      <span className={`block truncate text-[12px] ${missing.length > 0 ? 'text-madder' : 'text-soft'}`}>
        {missing.length > 0
          ? `no ${missing.join(', no ')}`
          : `${asset.section.title}${asset.uses > 0 ? `, in ${plural(asset.uses, 'page')}` : ''}`}
      </span>
    </button>
  );
});

function useWidth(element: HTMLElement | null): number {
  const [width, setWidth] = useState(700);
  useEffect(() => {
    if (!element) return undefined;
    const watch = new ResizeObserver(([entry]) => setWidth(Math.floor(entry?.contentRect.width ?? 700)));
    watch.observe(element);
    return () => watch.disconnect();
  }, [element]);
  return width;
}
