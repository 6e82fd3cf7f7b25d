import { LayoutGrid, Rows3 } from 'lucide-react';
import { useSearchParams } from 'react-router';
import { listAssets, readSite, type Asset, type Kind } from '@placard/core/contract';
import { lacks } from '@placard/core/credit';
import { termsOf } from '@placard/core/licence';
import { useAsk } from '../kit/asking.ts';
import { Empty } from '../kit/notice.tsx';
import { Thumbnail } from '../kit/thumbnail.tsx';
import { ago, inBytes, inPixels, plural } from '../kit/words.ts';
import { PlacardPanel } from '../placard/placard.tsx';
import { useSelection } from '../shell/selection.tsx';

const KINDS: Kind[] = ['picture', 'film', 'sound'];
const isKind = (text: string | null): text is Kind => KINDS.some((kind) => kind === text);

/** Everything held, as a contact sheet or a ledger; the search lives in the address bar. */
export default function Holdings() {
  const [search, setSearch] = useSearchParams();
  const site = useAsk(readSite);
  const { asset: selected, select } = useSelection();
  const words = search.get('words') ?? '';
  const kind = search.get('kind');
  const section = search.get('section') ?? '';
  const ledger = search.get('as') === 'ledger';
  const set = (name: string, value: string) =>
    setSearch(
      (before) => {
        const after = new URLSearchParams(before);
        if (value) after.set(name, value);
        else after.delete(name);
        return after;
      },
      { replace: true },
    );
  const assets = useAsk(
    listAssets,
    { query: { words, ...(isKind(kind) ? { kind } : {}), ...(section ? { section } : {}), limit: '500' } },
    { placeholderData: (before) => before },
  );
  const list = assets.data?.assets ?? [];
  return (
    <main className="grid h-full grid-cols-[minmax(0,1fr)_330px] grid-rows-[minmax(0,1fr)] gap-5 px-5 py-4 max-lg:block max-lg:space-y-5 max-lg:overflow-y-auto">
      <div className="flex min-h-0 flex-col">
        <div className="mb-3 flex flex-wrap items-end gap-3">
          <h1 className="mr-2">Holdings</h1>
          <input
            className="input w-[220px]"
            type="search"
            aria-label="Words on the label"
            placeholder="Words on the label"
            value={words}
            onChange={(event) => set('words', event.target.value)}
          />
          <select
            className="input w-[120px]"
            aria-label="Kind"
            value={kind ?? ''}
            onChange={(event) => set('kind', event.target.value)}
          >
            <option value="">Any kind</option>
            {KINDS.map((kind) => (
              <option key={kind} value={kind}>
                {kind}
              </option>
            ))}
          </select>
          <select
            className="input w-[150px]"
            aria-label="Section"
            value={section}
            onChange={(event) => set('section', event.target.value)}
          >
            <option value="">All sections</option>
            {site.data?.sections.map(({ id, title }) => (
              <option key={id} value={id}>
                {title}
              </option>
            ))}
          </select>
          <span className="ml-auto text-soft">{assets.data && plural(assets.data.total, 'asset')}</span>
          <span className="flex">
            <ViewButton
              on={!ledger}
              label="Contact sheet"
              onClick={() => set('as', '')}
              icon={<LayoutGrid aria-hidden className="size-4" />}
            />
            <ViewButton
              on={ledger}
              label="Ledger"
              onClick={() => set('as', 'ledger')}
              icon={<Rows3 aria-hidden className="size-4" />}
            />
          </span>
        </div>
        <div className="min-h-0 grow overflow-y-auto">
          {assets.isSuccess && list.length === 0 ? (
            <Empty title="Nothing found">
              {words || kind || section
                ? 'Nothing held matches all of this. Take something away from the search.'
                : 'Accept arrivals, and they are held here.'}
            </Empty>
          ) : ledger ? (
            <Ledger assets={list} selected={selected} onSelect={select} />
          ) : (
            <ContactSheet assets={list} selected={selected} onSelect={select} />
          )}
        </div>
      </div>
      <aside className="overflow-y-auto pr-1">
        <PlacardPanel id={selected} />
      </aside>
    </main>
  );
}

function ViewButton({
  on,
  label,
  onClick,
  icon,
}: {
  on: boolean;
  label: string;
  onClick: () => void;
  icon: React.ReactNode;
}) {
  return (
    <button
      type="button"
      aria-pressed={on}
      aria-label={label}
      title={label}
      onClick={onClick}
      className="border border-edge bg-card p-1.5 aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
    >
      {icon}
    </button>
  );
}

interface ListProps {
  assets: Asset[];
  selected: string | null;
  onSelect: (id: string) => void;
}

function ContactSheet({ assets, selected, onSelect }: ListProps) {
  return (
    <ul className="grid grid-cols-[repeat(auto-fill,minmax(148px,1fr))] gap-x-3 gap-y-4 p-0.5">
      {assets.map((asset) => {
        const missing = lacks(asset.placard);
        return (
          <li key={asset.id}>
            <button
              type="button"
              aria-pressed={asset.id === selected}
              onClick={() => onSelect(asset.id)}
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
              <span
                className={`block truncate text-[12px] ${missing.length > 0 ? 'text-madder' : 'text-soft'}`}
              >
                {missing.length > 0
                  ? `no ${missing.join(', no ')}`
                  : `${asset.section.title}${asset.uses > 0 ? `, in ${plural(asset.uses, 'page')}` : ''}`}
              </span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}

function Ledger({ assets, selected, onSelect }: ListProps) {
  return (
    <table className="w-full text-[13px]">
      <thead className="sticky top-0 bg-desk">
        <tr className="caption border-b border-ink text-left [&>th]:py-1.5 [&>th]:pr-3 [&>th]:font-normal">
          <th>Title</th>
          <th>Pixels</th>
          <th className="text-right">Bytes</th>
          <th>Added</th>
          <th>By</th>
          <th>Licence</th>
          <th className="text-right">Used in</th>
        </tr>
      </thead>
      <tbody>
        {assets.map((asset) => (
          <tr
            key={asset.id}
            aria-selected={asset.id === selected}
            className="border-b border-rule hover:bg-card aria-selected:bg-card [&>td]:py-1 [&>td]:pr-3"
          >
            <td>
              <button
                type="button"
                className="flex items-center gap-2 text-left"
                onClick={() => onSelect(asset.id)}
              >
                <Thumbnail src={asset.thumbnail} facts={asset.facts} className="h-8 w-12 shrink-0" />
                <span className={asset.id === selected ? 'font-semibold' : ''}>
                  {asset.placard.title || asset.fileName}
                </span>
              </button>
            </td>
            <td className="font-mono whitespace-nowrap">
              {asset.facts.width > 0 ? inPixels(asset.facts.width, asset.facts.height) : ''}
            </td>
            <td className="text-right font-mono whitespace-nowrap">{inBytes(asset.bytes)}</td>
            <td className="whitespace-nowrap">{ago(asset.addedAt)}</td>
            <td>{asset.addedBy}</td>
            <td>{termsOf(asset.placard.licence).short || termsOf(asset.placard.licence).name}</td>
            <td className="text-right font-mono">{asset.uses}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
