import { Menu } from '../kit/menu.tsx';
import { useState } from 'react';
import { addToShortlist, createShortlist, listShortlists, takeFromShortlist } from '@placard/core/contract';
import { useAsk, useDo } from '../kit/asking.ts';
import { OneLine } from '../kit/fields.tsx';
import { useFilling } from '../kit/form.tsx';
import { tell } from '../kit/messages.tsx';
import { plural } from '@placard/core/text';

const NEW = 'new';

/** Puts what is chosen on a shortlist, or takes it off the one that is shown. */
export function Shortlisting({ chosen, shown }: { chosen: string[]; shown: string | undefined }) {
  const shortlists = useAsk(listShortlists);
  const [beginning, setBeginning] = useState(false);
  const add = useDo(addToShortlist);
  const take = useDo(takeFromShortlist);
  const nameOf = (id: string) => shortlists.data?.find((list) => list.id === id)?.name ?? '';
  const put = (id: string, called = nameOf(id)) =>
    add.mutate(
      { params: { id }, body: { assets: chosen } },
      {
        onSuccess: ({ assets }) =>
          tell({
            says:
              assets.length === 0
                ? `All of them were on “${called}” already.`
                : `${plural(assets.length, 'asset')} put on “${called}”.`,
            ...(assets.length > 0 && {
              undo: () => take.mutateAsync({ params: { id }, body: { assets } }),
            }),
          }),
      },
    );
  if (beginning)
    return (
      <NewShortlist
        onDone={(id, called) => {
          setBeginning(false);
          if (id !== null) put(id, called);
        }}
      />
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
                  tell({
                    says: `${plural(assets.length, 'asset')} taken off “${nameOf(shown)}”.`,
                    undo: () => add.mutateAsync({ params: { id: shown }, body: { assets } }),
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
        onPick={(id) => (id === NEW ? setBeginning(true) : put(id))}
      />
    </>
  );
}

function NewShortlist({ onDone }: { onDone: (id: string | null, name: string) => void }) {
  const filling = useFilling(createShortlist, {
    start: { name: '' },
    onDone: ({ id }) => onDone(id, filling.form.getValues('name').trim()),
  });
  return (
    <OneLine
      filling={filling}
      name="name"
      label="Name of the new shortlist"
      placeholder="Name of the shortlist"
      go="Begin it"
      wide="w-[160px]"
      autoFocus
      onLeave={() => onDone(null, '')}
    />
  );
}
