import { Menu } from '../kit/menu.tsx';
import { useState } from 'react';
import { addToShortlist, createShortlist, listShortlists, takeFromShortlist } from '@placard/core/contract';
import { useAsk, useDo } from '../kit/asking.ts';
import { plural } from '../kit/words.ts';
import type { Done } from './done.ts';

const NEW = 'new';

/** Puts what is chosen on a shortlist, or takes it off the one that is shown. */
export function Shortlisting({
  chosen,
  shown,
  onDone,
}: {
  chosen: string[];
  shown: string | undefined;
  onDone: (done: Done) => void;
}) {
  const shortlists = useAsk(listShortlists);
  const [name, setName] = useState<string | null>(null);
  const create = useDo(createShortlist);
  const add = useDo(addToShortlist);
  const take = useDo(takeFromShortlist);
  const nameOf = (id: string) => shortlists.data?.find((list) => list.id === id)?.name ?? name ?? '';
  const undone = () => onDone({ says: 'Taken back.' });
  const put = (id: string, called = nameOf(id)) =>
    add.mutate(
      { params: { id }, body: { assets: chosen } },
      {
        onSuccess: ({ assets }) =>
          onDone({
            says:
              assets.length === 0
                ? `All of them were on “${called}” already.`
                : `${plural(assets.length, 'asset')} put on “${called}”.`,
            ...(assets.length > 0 && {
              undo: () => take.mutate({ params: { id }, body: { assets } }, { onSuccess: undone }),
            }),
          }),
      },
    );
  if (name !== null)
    return (
      <form
        className="flex gap-1.5"
        onSubmit={(event) => {
          event.preventDefault();
          const called = name.trim();
          if (called === '') return;
          create.mutate({ body: { name: called } }, { onSuccess: ({ id }) => put(id, called) });
          setName(null);
        }}
      >
        <input
          autoFocus
          className="input w-[160px]"
          aria-label="Name of the new shortlist"
          placeholder="Name of the shortlist"
          value={name}
          onChange={(event) => setName(event.target.value)}
          onKeyDown={(event) => event.key === 'Escape' && setName(null)}
        />
        <button type="submit" className="button">
          Begin it
        </button>
      </form>
    );
  return (
    <>
      {shown && (
        <button
          type="button"
          className="button"
          onClick={() =>
            take.mutate(
              { params: { id: shown }, body: { assets: chosen } },
              {
                onSuccess: ({ assets }) =>
                  onDone({
                    says: `${plural(assets.length, 'asset')} taken off “${nameOf(shown)}”.`,
                    undo: () =>
                      add.mutate({ params: { id: shown }, body: { assets } }, { onSuccess: undone }),
                  }),
              },
            )
          }
        >
          Take off the list
        </button>
      )}
      <Menu
        label="Put them on a shortlist"
        says="Shortlist"
        items={[...(shortlists.data ?? []).map(({ id, name }) => [id, name] as const), [NEW, 'a new one']]}
        onPick={(id) => (id === NEW ? setName('') : put(id))}
      />
    </>
  );
}
