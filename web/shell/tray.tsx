import { useState } from 'react';
import { listAssets } from '@placard/core/contract';
import { useAsk } from '../kit/asking.ts';
import { Thumbnail } from '../kit/thumbnail.tsx';
import { useSelection } from './selection.tsx';

/** The type under which an asset's id is dragged. */
export const DRAGGED_ASSET = 'application/x-placard-asset';

/** The contact strip at the bottom edge: holdings to drag from, or to place with Enter. */
export function Tray() {
  const [words, setWords] = useState('');
  const { asset: selected, select, place } = useSelection();
  const assets = useAsk(
    listAssets,
    { query: { words, limit: '60' } },
    { placeholderData: (before) => before },
  );
  const [roved, rove] = useState<string | null>(null);
  const shown = assets.data?.assets ?? [];
  // One of them is come to by Tab; the arrows lead on from it.
  const tabbed = shown.some(({ id }) => id === roved) ? roved : shown[0]?.id;
  return (
    <section aria-label="Tray of holdings" className="border-t border-edge bg-paper px-5 py-2.5">
      <div className="mb-2 flex items-baseline gap-4">
        <input
          className="input w-[260px]"
          type="search"
          placeholder="Words on the label"
          aria-label="Search the tray"
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        <span className="caption max-md:hidden">
          Drag into the page, or press Enter to put it at the caret.
        </span>
      </div>
      <ul className="flex gap-2 overflow-x-auto pb-1">
        {assets.data?.assets.map((asset) => (
          <li key={asset.id} className="shrink-0">
            <button
              type="button"
              draggable
              aria-label={`${asset.placard.title || asset.fileName}, ${asset.facts.kind}`}
              aria-pressed={asset.id === selected}
              data-tray
              tabIndex={asset.id === tabbed ? 0 : -1}
              onFocus={() => rove(asset.id)}
              onDragStart={(event) => {
                event.dataTransfer.setData(DRAGGED_ASSET, asset.id);
                event.dataTransfer.effectAllowed = 'copy';
              }}
              onClick={() => select(asset.id)}
              onDoubleClick={() => place?.(asset.id)}
              onKeyDown={(event) => {
                const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
                if (by !== undefined) {
                  event.preventDefault();
                  const all = [
                    ...(event.currentTarget.closest('ul')?.querySelectorAll<HTMLElement>('[data-tray]') ??
                      []),
                  ];
                  all[all.indexOf(event.currentTarget) + by]?.focus();
                }
                if (event.key === 'Enter') {
                  event.preventDefault();
                  select(asset.id);
                  place?.(asset.id);
                }
              }}
              className="block border-2 border-transparent p-0.5 aria-pressed:border-madder"
            >
              <Thumbnail src={asset.thumbnail} facts={asset.facts} className="h-[76px] w-[112px]" />
              <span className="block w-[112px] truncate text-left text-[12px]">
                {asset.placard.title || asset.fileName}
              </span>
            </button>
          </li>
        ))}
        {assets.data?.assets.length === 0 && (
          <li className="text-soft">Nothing held has these words on its label.</li>
        )}
      </ul>
    </section>
  );
}
