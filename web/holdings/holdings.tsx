import { Hint } from '../kit/hint.tsx';
import { LayoutGrid, Rows3, Trash2 } from 'lucide-react';
import { Toggle, ToggleGroup } from 'radix-ui';
import { useState } from 'react';
import { listAssetIds, listAssets, readSite, type Asset } from '@placard/core/contract';
import { call } from '../kit/api.ts';
import { useAsk } from '../kit/asking.ts';
import { Empty, Loading, Notice } from '../kit/notice.tsx';
import { plural } from '@placard/core/text';
import { ManyPlacards } from '../placard/many.tsx';
import { PlacardPanel } from '../placard/placard.tsx';
import { useSelection } from '../kit/selection.tsx';
import { Arrange } from './arrange.tsx';
import { ChosenBar } from './chosenbar.tsx';
import { ContactSheet } from './contactsheet.tsx';
import { Facets } from './facets.tsx';
import { Ledger } from './ledger.tsx';
import { QuickView } from './quickview.tsx';
import { useSearch } from './usesearch.ts';

/** Everything held, as a contact sheet or a ledger; the search lives in the address bar. */
export default function Holdings() {
  const { asked, set, narrowed, ledger } = useSearch();
  const site = useAsk(readSite);
  const { asset: selected, select } = useSelection();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [anchor, setAnchor] = useState(0);
  const [viewed, setViewed] = useState<{ asset: Asset; index: number } | null>(null);
  const [roved, onRove] = useState(0);
  const [arranging, setArranging] = useState(false);
  // Kept as state: what is drawn in it asks for it before it is there, and has to be told once it is.
  const [scroller, setScroller] = useState<HTMLDivElement | null>(null);
  // The order changes no count, except that what was never placed is not among the last placed.
  const counting = asked.sort === 'placed' ? asked : { ...asked, sort: undefined, order: undefined };
  const counted = useAsk(
    listAssets,
    { query: { ...counting, counted: 'yes', limit: '0' } as never },
    { placeholderData: (before) => before },
  );
  const total = counted.data?.total ?? 0;
  const sections = site.data?.sections ?? [];
  const bin = asked.bin === 'yes';
  const every = () => call(listAssetIds, { query: asked as never });

  const pick = async (asset: Asset, index: number, how: { add: boolean; range: boolean }) => {
    select(asset.id);
    if (how.range) {
      const ids = await every();
      const [from, to] = [anchor, index].toSorted((a, b) => a - b);
      setChosen(new Set([...(how.add ? chosen : []), ...ids.slice(from, (to ?? 0) + 1)]));
      return;
    }
    setAnchor(index);
    if (!how.add) {
      setChosen(new Set([asset.id]));
      return;
    }
    const next = new Set(chosen);
    if (!next.delete(asset.id)) next.add(asset.id);
    setChosen(next);
  };
  const step = async (by: -1 | 1) => {
    if (!viewed) return;
    const index = viewed.index + by;
    if (index < 0 || index >= total) return;
    const next = await call(listAssets, { query: { ...asked, offset: String(index), limit: '1' } as never });
    const [asset] = next.assets;
    if (!asset) return;
    setViewed({ asset, index });
    void pick(asset, index, { add: false, range: false });
  };
  /** Goes from picture to picture as they stand, opens the large view, and bins, by key. */
  const byKey = (event: React.KeyboardEvent) => {
    const at = event.target instanceof HTMLElement ? event.target.dataset['index'] : undefined;
    if (at === undefined) return;
    const cells = [...(scroller?.querySelectorAll<HTMLElement>('[data-index]') ?? [])];
    const here = cells.findIndex((cell) => cell.dataset['index'] === at);
    const top = cells[here]?.getBoundingClientRect().top;
    const columns = cells.filter((cell) => cell.getBoundingClientRect().top === top).length;
    const by = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: columns, ArrowUp: -columns }[event.key];
    if (by !== undefined) {
      event.preventDefault();
      cells[here + by]?.focus();
      cells[here + by]?.scrollIntoView({ block: 'nearest' });
      if (event.shiftKey)
        cells[here + by]?.dispatchEvent(new MouseEvent('click', { bubbles: true, shiftKey: true }));
    }
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      event.target.dispatchEvent(new MouseEvent('click', { bubbles: true, ctrlKey: true }));
    }
    if (event.key === ' ') {
      event.preventDefault();
      void call(listAssets, { query: { ...asked, offset: at, limit: '1' } as never }).then(({ assets }) =>
        assets[0] ? setViewed({ asset: assets[0], index: Number(at) }) : undefined,
      );
    }
    if (event.key.toLowerCase() === 'a' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      void every().then((ids) => setChosen(new Set(ids)));
    }
  };
  const sheet = {
    onKey: byKey,
    asked,
    total,
    scroller,
    roved,
    onRove,
    chosen,
    onPick: pick,
    onOpen: (asset: Asset) => setViewed({ asset, index: anchor }),
  };

  return (
    <main className="grid h-full grid-cols-[176px_minmax(0,1fr)_330px] grid-rows-[minmax(0,1fr)] gap-5 px-5 py-4 max-lg:block max-lg:space-y-5 max-lg:overflow-y-auto">
      <div className="overflow-y-auto pr-1 max-lg:max-h-[220px]">
        {counted.data?.counts && (
          <Facets
            asked={asked}
            counts={counted.data.counts}
            sections={sections}
            people={site.data?.people ?? []}
            onSet={set}
            onArrange={() => setArranging(true)}
          />
        )}
      </div>
      <div className="flex min-h-0 flex-col max-lg:h-[70vh]">
        <div className="mb-3 flex flex-wrap items-center gap-3">
          <h1 className="mr-1">{bin ? 'Bin' : 'Holdings'}</h1>
          <input
            className="input w-[210px]"
            type="search"
            aria-label="Words on the label"
            placeholder="Words on the label"
            value={asked.words ?? ''}
            onChange={(event) => set({ words: event.target.value })}
          />
          {narrowed && (
            <button
              type="button"
              className="button-plain"
              onClick={() =>
                set(
                  Object.fromEntries(
                    Object.keys(asked)
                      .filter((name) => name !== 'bin' && name !== 'sort' && name !== 'order')
                      .map((name) => [name, '']),
                  ),
                )
              }
            >
              Show everything
            </button>
          )}
          <span role="status" className="ml-auto text-soft">
            {counted.data && plural(total, 'asset')}
          </span>
          <span className="flex gap-1.5">
            <Hint says="Bin">
              <Toggle.Root
                pressed={bin}
                aria-label="Bin"
                onPressedChange={(on) => set({ bin: on ? 'yes' : '' })}
                className="border border-edge bg-card p-1.5 aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
              >
                <Trash2 aria-hidden className="size-4" />
              </Toggle.Root>
            </Hint>
            <ToggleGroup.Root
              type="single"
              aria-label="How it is looked at"
              className="flex gap-1.5"
              value={ledger ? 'ledger' : 'sheet'}
              onValueChange={(way) => way && set({ as: way === 'ledger' ? 'ledger' : '' })}
            >
              {(
                [
                  ['sheet', 'Contact sheet', LayoutGrid],
                  ['ledger', 'Ledger', Rows3],
                ] as const
              ).map(([way, says, Icon]) => (
                <Hint key={way} says={says}>
                  <ToggleGroup.Item
                    value={way}
                    aria-label={says}
                    className="border border-edge bg-card p-1.5 aria-checked:border-ink aria-checked:bg-ink aria-checked:text-paper"
                  >
                    <Icon aria-hidden className="size-4" />
                  </ToggleGroup.Item>
                </Hint>
              ))}
            </ToggleGroup.Root>
          </span>
        </div>
        {counted.error && <Notice severity="stop">{counted.error.message}</Notice>}
        {arranging && <Arrange sections={sections} onClose={() => setArranging(false)} />}
        <div
          hidden={arranging}
          ref={setScroller}
          role="group"
          aria-label="What was found"
          className="min-h-0 grow overflow-y-auto"
        >
          {!counted.data && !counted.error && <Loading what="the holdings" />}
          {counted.isSuccess && total === 0 ? (
            <Empty title={bin ? 'The bin is empty' : 'Nothing found'}>
              {narrowed
                ? 'Nothing held matches all of this. Take something away from the search.'
                : bin
                  ? 'What is put into the bin waits here until it is put back or deleted for good.'
                  : 'Accept arrivals, and they are held here.'}
              {counted.data.otherwise && (
                <span className="mt-3 block">
                  <button
                    type="button"
                    className="button"
                    onClick={() => set({ words: counted.data.otherwise ?? '' })}
                  >
                    Look for “{counted.data.otherwise}” instead
                  </button>
                </span>
              )}
            </Empty>
          ) : ledger ? (
            <Ledger {...sheet} onSort={(sort, order) => set({ sort, order })} />
          ) : (
            <ContactSheet {...sheet} />
          )}
        </div>
        <ChosenBar
          chosen={[...chosen]}
          total={total}
          bin={bin}
          shortlist={asked.shortlist}
          sections={sections}
          onEvery={() => void every().then((ids) => setChosen(new Set(ids)))}
          onNone={() => setChosen(new Set())}
        />
      </div>
      <aside className="overflow-y-auto pr-1">
        {chosen.size > 1 ? (
          <ManyPlacards chosen={[...chosen]} onNarrow={(ids) => setChosen(new Set(ids))} />
        ) : (
          <PlacardPanel id={selected} />
        )}
      </aside>
      {viewed && (
        <QuickView asset={viewed.asset} onStep={(by) => void step(by)} onClose={() => setViewed(null)} />
      )}
    </main>
  );
}
