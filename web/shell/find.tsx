import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { listAssets, listPages } from '@placard/core/contract';
import { isLooking, useAsk } from '../kit/asking.ts';
import { FoundList, type Found } from '../kit/foundlist.tsx';
import { addressOf, SCREENS } from '../screens.ts';
import { useSelecting } from '../kit/selection.tsx';

/** Where one can go by words, and what one does there. */
const PLACES = SCREENS.flatMap((screen): [to: string, says: string][] =>
  screen.does ? [[addressOf(screen), `${screen.title}: ${screen.does}`]] : [],
);

/** True for what has every word that was typed, in any order. */
function hasEveryWord(name: string, typed: string): boolean {
  const words = typed.toLowerCase().split(/\s+/);
  return words.every((word) => name.toLowerCase().includes(word));
}

/** Goes anywhere by words: stages, pages, assets. */
export default function Find({ onClose }: { onClose: () => void }) {
  const [words, setWords] = useState('');
  const navigate = useNavigate();
  const { select } = useSelecting();
  const pages = useAsk(listPages, { query: { words, limit: '12' } }, { placeholderData: (before) => before });
  const assets = useAsk(
    listAssets,
    { query: { words, limit: '12' } },
    { enabled: words.length > 1, placeholderData: (before) => before },
  );
  const go = (to: string) => {
    onClose();
    void navigate(to);
  };
  const places = PLACES.filter(([, name]) => hasEveryWord(name, words)).map(([to, name]): Found => ({
    key: to,
    says: name,
    group: 'Stages',
    choose: () => go(to),
  }));
  const written = (pages.data?.pages ?? []).map(({ id, title, section }): Found => ({
    key: id,
    says: title,
    beside: section.title,
    group: 'Pages',
    choose: () => go(`/place/${id}`),
  }));
  const held = (words.length > 1 ? (assets.data?.assets ?? []) : []).map(
    ({ id, placard, fileName, facts }): Found => ({
      key: id,
      says: placard.title || fileName,
      beside: facts.kind,
      group: 'Holdings',
      choose: () => {
        select(id);
        go('/holdings');
      },
    }),
  );
  // What stands first is known once all before it is.
  const looking =
    places.length === 0 &&
    (isLooking(pages) || (written.length === 0 && words.length > 1 && isLooking(assets)));
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-50 bg-black/25" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[12vh] left-1/2 z-50 w-[min(560px,92vw)] -translate-x-1/2 border border-edge bg-card text-ink shadow-lg outline-none"
        >
          <Dialog.Title className="sr-only">Find or do anything</Dialog.Title>
          <FoundList
            label="Find or do anything"
            placeholder="A stage, a page, words on a label"
            autoFocus
            words={words}
            onWords={setWords}
            looking={looking}
            nothing={(pages.error ?? assets.error)?.message ?? 'Nothing has these words.'}
            found={[...places, ...written, ...held]}
            inputClass="w-full border-b border-rule bg-card px-3 py-3 outline-none"
            listClass="max-h-[50vh] overflow-y-auto pb-2"
          />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
