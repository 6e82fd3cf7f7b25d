import { Hint } from '../kit/hint.tsx';
import { X } from 'lucide-react';
import { useState } from 'react';
import {
  dropSearch,
  keepSearch,
  listKeptSearches,
  listShortlists,
  removeShortlist,
  renameShortlist,
} from '@placard/core/contract';
import { OneLine } from '../kit/fields.tsx';
import { useFilling } from '../kit/form.tsx';
import { useAsk, useDo } from '../kit/asking.ts';
import { Group, Value } from './group.tsx';
import type { Asked } from './usesearch.ts';

/** Shortlists, what was placed last, and kept searches. */
export function AtHand({
  asked,
  onSet,
}: {
  asked: Asked;
  onSet: (changes: Partial<Record<string, string>>) => void;
}) {
  const shortlists = useAsk(listShortlists);
  const kept = useAsk(listKeptSearches);
  const drop = useDo(dropSearch);
  const query = new URLSearchParams(asked).toString();
  const recent = asked.sort === 'placed';
  const only = (next: Record<string, string>) =>
    onSet({ ...Object.fromEntries(Object.keys(asked).map((name) => [name, ''])), ...next });
  return (
    <Group title="At hand">
      <li>
        <Value on={recent} count={null} onClick={() => onSet({ sort: recent ? '' : 'placed', order: '' })}>
          placed last
        </Value>
      </li>
      {shortlists.data?.map(({ id, name, assets }) => (
        <li key={id}>
          <Value
            on={asked.shortlist === id}
            count={assets}
            onClick={() => onSet({ shortlist: asked.shortlist === id ? '' : id })}
          >
            {name}
          </Value>
          {asked.shortlist === id && (
            <ShortlistLine id={id} name={name} onGone={() => onSet({ shortlist: '' })} />
          )}
        </li>
      ))}
      {kept.data?.map(({ id, name, query: found }) => (
        <li key={id} className="flex items-center">
          <span className="min-w-0 grow">
            <Value
              on={found === query}
              count={null}
              onClick={() => only(Object.fromEntries(new URLSearchParams(found)))}
            >
              search: {name}
            </Value>
          </span>
          <button
            type="button"
            aria-label={`Keep the search “${name}” no longer`}
            className="p-0.5 text-soft hover:text-madder"
            onClick={() => drop.mutate({ params: { id } })}
          >
            <X aria-hidden className="size-3.5" />
          </button>
        </li>
      ))}
      {query !== '' && !kept.data?.some((search) => search.query === query) && <KeepSearch query={query} />}
    </Group>
  );
}

/** What can be done with the shortlist that is shown. */
function ShortlistLine({ id, name, onGone }: { id: string; name: string; onGone: () => void }) {
  const [renaming, setRenaming] = useState(false);
  const remove = useDo(removeShortlist);
  if (renaming) return <Renaming id={id} name={name} onDone={() => setRenaming(false)} />;
  return (
    <span className="flex gap-2 pl-1 text-[12px]">
      <button type="button" className="button-plain py-0" onClick={() => setRenaming(true)}>
        Rename
      </button>
      <Hint says="The assets stay where they are">
        <button
          type="button"
          className="button-plain py-0"
          onClick={() => remove.mutate({ params: { id } }, { onSuccess: onGone })}
        >
          Remove list
        </button>
      </Hint>
    </span>
  );
}

function Renaming({ id, name, onDone }: { id: string; name: string; onDone: () => void }) {
  const filling = useFilling(renameShortlist, { params: { id }, start: { name }, onDone });
  return (
    <div className="py-1">
      <OneLine
        filling={filling}
        name="name"
        label="New name of the shortlist"
        go="Rename"
        autoFocus
        onLeave={onDone}
      />
    </div>
  );
}

function KeepSearch({ query }: { query: string }) {
  const [naming, setNaming] = useState(false);
  return (
    <li>
      {naming ? (
        <NameSearch query={query} onDone={() => setNaming(false)} />
      ) : (
        <button
          type="button"
          className="button-plain px-1 py-0.5 text-[12.5px]"
          onClick={() => setNaming(true)}
        >
          Keep this search
        </button>
      )}
    </li>
  );
}

function NameSearch({ query, onDone }: { query: string; onDone: () => void }) {
  const filling = useFilling(keepSearch, { start: { name: '', query }, onDone });
  return (
    <div className="py-1">
      <OneLine
        filling={filling}
        name="name"
        label="Name of the search"
        placeholder="What to call it"
        go="Keep"
        autoFocus
        onLeave={onDone}
      />
    </div>
  );
}
