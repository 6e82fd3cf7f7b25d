import { memo, useCallback } from 'react';
import { useLatest } from './uselatest.ts';
import type { Asset } from '@placard/core/contract';
import { Thumbnail } from './thumbnail.tsx';

/** A strip of assets of which one is chosen; arrow keys walk along it. */
export function AssetStrip({
  label,
  assets,
  chosen,
  onChoose,
}: {
  label: string;
  assets: Asset[];
  chosen: string | null;
  onChoose: (id: string) => void;
}) {
  const choosing = useLatest(onChoose);
  const choose = useCallback((id: string) => choosing.current(id), [choosing]);
  const step = (by: number) => {
    const at = assets.findIndex(({ id }) => id === chosen);
    const next = assets[Math.max(0, Math.min(assets.length - 1, at + by))];
    if (next) onChoose(next.id);
  };
  return (
    <div
      role="listbox"
      aria-label={label}
      tabIndex={0}
      aria-activedescendant={chosen ? `strip-${chosen}` : undefined}
      className="flex gap-1.5 overflow-x-auto p-1"
      onKeyDown={(event) => {
        const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
        if (by === undefined) return;
        event.preventDefault();
        step(by);
      }}
    >
      {assets.map((asset) => (
        <Item key={asset.id} asset={asset} on={asset.id === chosen} onChoose={choose} />
      ))}
    </div>
  );
}

/** One of the strip; drawn anew only when it is chosen or let go, however long the strip is. */
const Item = memo(function Item({
  asset,
  on,
  onChoose,
}: {
  asset: Asset;
  on: boolean;
  onChoose: (id: string) => void;
}) {
  return (
    <div
      id={`strip-${asset.id}`}
      ref={on ? (element) => element?.scrollIntoView({ block: 'nearest', inline: 'nearest' }) : undefined}
      role="option"
      tabIndex={-1}
      aria-selected={on}
      aria-label={asset.placard.title || asset.fileName}
      onClick={() => onChoose(asset.id)}
      onKeyDown={() => {}}
      className="shrink-0 cursor-pointer border-2 border-transparent p-px aria-selected:border-madder"
    >
      <Thumbnail src={asset.thumbnail} facts={asset.facts} className="h-[58px] w-[84px]" />
    </div>
  );
});
