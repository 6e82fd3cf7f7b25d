import { Checkbox } from '../kit/checkbox.tsx';
import { Select } from '../kit/select.tsx';
import { useDeferredValue } from 'react';
import { CATALOGUE_KINDS, searchCatalogue, SHAPES } from '@placard/core/contract';
import { COLOURS } from '@placard/core/colour';
import { useAddressQuery } from '../kit/addressquery.ts';
import { useAsk } from '../kit/asking.ts';
import { Notice } from '../kit/notice.tsx';
import { plural } from '@placard/core/text';
import { FoundSheet } from './foundsheet.tsx';
import { Paging } from '../kit/paging.tsx';

const oneOf = <T extends string>(list: readonly T[], text: string | null) =>
  list.find((item) => item === text);

/** Searches the freely licensed catalogue; the search lives in the address bar. */
export function FromCatalogue() {
  const [search, change] = useAddressQuery();
  const words = search.get('words') ?? '';
  const settled = useDeferredValue(words);
  const page = Math.max(1, Number(search.get('page') ?? 1));
  const filters = {
    colour: oneOf(COLOURS, search.get('colour')),
    shape: oneOf(SHAPES, search.get('shape')),
    kind: oneOf(CATALOGUE_KINDS, search.get('kind')),
    commercial: oneOf(['yes'] as const, search.get('commercial')),
    changes: oneOf(['yes'] as const, search.get('changes')),
  };
  const given = Object.fromEntries(Object.entries(filters).filter(([, value]) => value));
  const answer = useAsk(
    searchCatalogue,
    { query: { words: settled, ...given, page: String(page) } },
    { staleTime: 60_000, placeholderData: (before) => before, retry: false },
  );
  const set = (name: string, value: string) =>
    change({ [name]: value, ...(name === 'page' ? {} : { page: '' }) });
  const choice = (name: 'colour' | 'shape' | 'kind', any: string, list: readonly string[]) => (
    <Select
      className="w-auto"
      label={any}
      hideLabel
      value={filters[name] ?? ''}
      onChange={(value) => set(name, value)}
      options={[['', any], ...list.map((item) => [item, item] as const)]}
    />
  );
  const must = (name: 'commercial' | 'changes', says: string) => (
    <Checkbox checked={filters[name] === 'yes'} onChange={(on) => set(name, on ? 'yes' : '')}>
      {says}
    </Checkbox>
  );
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-x-3 gap-y-2">
        <input
          type="search"
          className="input w-[230px]"
          aria-label="Words to look for"
          placeholder="Words to look for"
          autoFocus
          value={words}
          onChange={(event) => {
            set('words', event.target.value);
          }}
        />
        {choice('colour', 'Any colour', COLOURS)}
        {choice('shape', 'Any shape', SHAPES)}
        {choice('kind', 'Any kind', CATALOGUE_KINDS)}
        {must('commercial', 'for commercial use')}
        {must('changes', 'may be changed')}
        <span className="ml-auto text-soft">{answer.data && plural(answer.data.total, 'picture')}</span>
      </div>
      {answer.error && <Notice severity="stop">{answer.error.message}</Notice>}
      {answer.data && (
        <FoundSheet
          found={answer.data.items}
          empty="Nothing in the catalogue matches all of this. Take something away."
        />
      )}
      <Paging page={page} total={answer.data?.total ?? 0} onPage={(next) => set('page', String(next))} />
    </>
  );
}
