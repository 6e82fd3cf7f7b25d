import { Check } from 'lucide-react';
import { useState } from 'react';
import { fetchMedia, type Found } from '@placard/core/contract';
import { termsOf } from '@placard/core/licence';
import { useDo } from '../kit/asking.ts';
import { Notice } from '../kit/notice.tsx';
import { inPixels, plural } from '@placard/core/text';

/** Media found elsewhere, to choose from: each with who made it and under which terms, as its source says. */
export function FoundSheet({
  found,
  empty,
}: {
  found: (Found & { width?: number; height?: number })[];
  empty: string;
}) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const take = useDo(fetchMedia);
  if (found.length === 0) return <p className="py-3 text-soft">{empty}</p>;
  const picked = found.filter(({ address }) => chosen.has(address));
  const toggle = (address: string) => {
    const next = new Set(chosen);
    if (!next.delete(address)) next.add(address);
    setChosen(next);
  };
  return (
    <>
      <ul className="grid max-h-[52vh] grid-cols-[repeat(auto-fill,minmax(168px,1fr))] gap-x-3 gap-y-4 overflow-y-auto border-b border-rule p-1">
        {found.map((item) => {
          const on = chosen.has(item.address);
          const name = item.label.title || item.label.alt || item.address.split('/').at(-1) || item.kind;
          return (
            <li key={item.address}>
              <button
                type="button"
                aria-pressed={on}
                onClick={() => toggle(item.address)}
                className="group block w-full text-left"
              >
                <span className="relative block aspect-[3/2] bg-paper outline-offset-1 group-aria-pressed:outline-2 group-aria-pressed:outline-madder">
                  {item.preview ? (
                    <img src={item.preview} alt="" loading="lazy" className="size-full object-contain" />
                  ) : (
                    <span className="caption grid size-full place-items-center">{item.kind}</span>
                  )}
                  {on && (
                    <span className="absolute top-1 right-1 bg-madder p-0.5 text-onmadder">
                      <Check aria-hidden className="size-4" />
                    </span>
                  )}
                </span>
                <span className="mt-1 line-clamp-2 font-serif text-[13.5px]">{name}</span>
                <Terms item={item} />
              </button>
            </li>
          );
        })}
      </ul>
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <button
          type="button"
          className="button button-go"
          disabled={picked.length === 0 || take.isPending}
          onClick={() =>
            take.mutate(
              { body: { items: picked.map(({ address, label }) => ({ address, label })) } },
              { onSuccess: () => setChosen(new Set()) },
            )
          }
        >
          {picked.length === 0 ? 'Choose what to bring in' : `Bring in ${plural(picked.length, 'file')}`}
        </button>
        {take.data && picked.length === 0 && (
          <span className="text-spruce" role="status">
            {plural(take.data.arrivals.length, 'file')} on the way into the arrivals below.
          </span>
        )}
      </div>
      {take.error && <Notice severity="stop">{take.error.message}</Notice>}
    </>
  );
}

function Terms({
  item: { label, licenceUrl, width, height },
}: {
  item: Found & { width?: number; height?: number };
}) {
  const terms = label.licence ? termsOf(label.licence) : undefined;
  return (
    <>
      <span className="block truncate text-[12px] text-soft">
        {label.creator || 'creator not said'}
        {width && height ? `, ${inPixels(width, height)}` : ''}
      </span>
      <span
        className={`block truncate text-[12px] ${terms?.permits.includes('Distribution') ? 'text-spruce' : 'text-ochre'}`}
      >
        {terms ? terms.short || terms.name : licenceUrl ? 'a licence not on our list' : 'licence not said'}
      </span>
    </>
  );
}
