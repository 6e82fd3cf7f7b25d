import { Select } from '../kit/select.tsx';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState } from 'react';
import { createPage, PAGE_SORTS, PAGE_STATES, readSite, type PageState } from '@placard/core/contract';
import { useAsk, useMay } from '../kit/asking.ts';
import { Choice } from '../kit/radios.tsx';
import { Empty, Loading, Notice } from '../kit/notice.tsx';
import { plural } from '@placard/core/text';
import { ChosenPages } from './chosenpages.tsx';
import { NewPage } from './newpage.tsx';
import { PageLine } from './pageline.tsx';
import { usePageList } from './usepagelist.ts';

const STATES: Record<PageState, string> = {
  empty: 'nothing placed',
  'to-mend': 'to mend',
  'to-look-at': 'anything found',
  ready: 'may leave',
  binned: 'in the bin',
};
const SORTS: Record<(typeof PAGE_SORTS)[number], string> = {
  changed: 'last changed',
  title: 'title',
  findings: 'most to mend',
  weight: 'heaviest',
};
const NOTHING_ASKED = { words: '', section: '', state: '', sort: '', copy: '' };
/** About how high a line is before it is drawn, in CSS pixels. */
const LINE = 100;

/** All pages of the site, and the beginning of a new one. */
export default function Pages() {
  const { asked, ask, lines, total, isSuccess, error, more } = usePageList();
  const site = useAsk(readSite);
  const mayBegin = useMay(createPage);
  const copies = asked.copy === 'yes';
  const scroller = useRef<HTMLElement>(null);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const lastChosen = useRef<number | null>(null);
  const choose = (index: number, on: boolean, upTo: boolean) => {
    const from = upTo && lastChosen.current !== null ? lastChosen.current : index;
    lastChosen.current = index;
    const these = lines.slice(Math.min(from, index), Math.max(from, index) + 1).map(({ id }) => id);
    setChosen((before) => new Set([...before].filter((id) => !these.includes(id)).concat(on ? these : [])));
  };
  // What is not in the list any more is not meant any more.
  const picked = lines.filter(({ id }) => chosen.has(id));
  const drawn = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    getItemKey: (index) => lines[index]?.id ?? index,
    estimateSize: () => LINE,
    overscan: 6,
  });
  const last = drawn.getVirtualItems().at(-1)?.index ?? -1;
  useEffect(() => {
    if (last >= lines.length - 10) more();
  }, [last, lines.length, more]);
  return (
    <main ref={scroller} className="mx-auto h-full max-w-[1000px] overflow-y-auto px-5 py-4">
      <div className="mb-4 flex flex-wrap items-end gap-3">
        <h1 className="mr-auto">{copies ? 'Standing copy' : 'Pages'}</h1>
        {mayBegin && site.data && (
          <NewPage key={String(copies)} sections={site.data.sections} copy={copies} />
        )}
      </div>
      <div role="search" aria-label="Pages" className="mb-1 flex flex-wrap items-center gap-x-4 gap-y-2 pb-2">
        <input
          type="search"
          className="input w-[210px]"
          aria-label="Words of a title or address"
          placeholder="Words of a title or address"
          value={asked.words ?? ''}
          onChange={(event) => ask({ words: event.target.value })}
        />
        <Choice
          label="What is listed"
          options={[
            ['', 'Pages'],
            ['yes', 'Standing copy'],
          ]}
          value={asked.copy ?? ''}
          onChange={(copy) => ask({ copy })}
        />
        <Narrowed
          label="Section"
          all="every section"
          value={asked.section ?? ''}
          options={site.data?.sections.map(({ id, title: name }) => [id, name]) ?? []}
          onChoose={(section) => ask({ section })}
        />
        <Narrowed
          label="State"
          all="every state"
          value={asked.state ?? ''}
          options={PAGE_STATES.map((state) => [state, STATES[state]])}
          onChoose={(state) => ask({ state })}
        />
        <Narrowed
          label="Sorted by"
          all={SORTS.changed}
          value={asked.sort ?? ''}
          options={PAGE_SORTS.flatMap((sort) => (sort === 'changed' ? [] : [[sort, SORTS[sort]] as const]))}
          onChoose={(sort) => ask({ sort })}
        />
        <p role="status" className="caption ml-auto">
          {isSuccess && (copies ? `${total} kept` : plural(total, 'page'))}
        </p>
      </div>
      {picked.length > 0 && site.data && (
        <ChosenPages
          chosen={picked}
          bin={asked.state === 'binned'}
          sections={site.data.sections}
          onDone={() => setChosen(new Set())}
        />
      )}
      {error && <Notice severity="stop">{error.message}</Notice>}
      {!isSuccess && !error && <Loading what={copies ? 'standing copy' : 'the pages'} />}
      {isSuccess &&
        lines.length === 0 &&
        (copies && Object.keys(asked).length === 1 ? (
          <Empty title="No standing copy yet">
            What is said in many pages is kept once: begin it above, or choose something in a page and keep
            it.
          </Empty>
        ) : Object.keys(asked).length > 0 ? (
          <Empty title="No page is so">
            <button type="button" className="underline" onClick={() => ask(NOTHING_ASKED)}>
              Show all pages
            </button>
          </Empty>
        ) : (
          <Empty title="No pages yet">Give the first one a title above.</Empty>
        ))}
      <div
        role="list"
        aria-label="Pages"
        className="relative border-t border-edge"
        style={{ height: drawn.getTotalSize() }}
      >
        {drawn.getVirtualItems().map(({ index, key, start }) => {
          const page = lines[index];
          return (
            page && (
              <div
                key={key}
                ref={drawn.measureElement}
                data-index={index}
                role="listitem"
                aria-setsize={total}
                aria-posinset={index + 1}
                className="absolute inset-x-0 top-0"
                style={{ transform: `translateY(${start}px)` }}
              >
                <PageLine
                  page={page}
                  mayWrite={mayBegin}
                  chosen={chosen.has(page.id)}
                  onChoose={(on, upTo) => choose(index, on, upTo)}
                />
              </div>
            )
          );
        })}
      </div>
    </main>
  );
}

/** One way to narrow or sort the list. */
function Narrowed({
  label,
  all,
  value,
  options,
  onChoose,
}: {
  label: string;
  all: string;
  value: string;
  options: readonly (readonly [value: string, name: string])[];
  onChoose: (value: string) => void;
}) {
  return (
    <span className="flex items-baseline gap-1.5">
      <Select
        look="line"
        className="max-w-[180px]"
        label={label}
        value={value}
        onChange={onChoose}
        options={[['', all], ...options]}
      />
    </span>
  );
}
