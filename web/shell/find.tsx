import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { listAssets, listPages } from '@placard/core/contract';
import { useAsk } from '../kit/asking.ts';
import { useSelecting } from './selection.tsx';

const PLACES = [
  ['/gather', 'Gather: bring files in'],
  ['/prep', 'Prep: make them fit'],
  ['/label', 'Label: say what they are'],
  ['/place', 'Place: put them into a page'],
  ['/proof', 'Proof: look before it goes out'],
  ['/hand-off', 'Hand off: deliver'],
  ['/hosts', 'Hosts: whose things may be embedded'],
  ['/hosts/files', 'Hosts: what they understand'],
  ['/hosts/outside', 'Hosts: what still works'],
  ['/holdings', 'Holdings'],
  ['/pages', 'Pages'],
] as const;

/** Keeps what has every word that was typed, in any order. */
function hasEveryWord(value: string, typed: string): number {
  const words = typed.toLowerCase().split(/\s+/);
  return words.every((word) => value.toLowerCase().includes(word)) ? 1 : 0;
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
  const item =
    'flex cursor-pointer justify-between gap-4 px-3 py-1.5 data-[selected=true]:bg-desk data-[selected=true]:text-madder';
  const group =
    '[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-[12px] [&_[cmdk-group-heading]]:text-soft';
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-50 bg-black/25" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[12vh] left-1/2 z-50 w-[min(560px,92vw)] -translate-x-1/2 border border-edge bg-card text-ink shadow-lg outline-none"
        >
          <Dialog.Title className="sr-only">Find or do anything</Dialog.Title>
          <Command label="Find or do anything" filter={hasEveryWord}>
            <Command.Input
              autoFocus
              value={words}
              onValueChange={setWords}
              placeholder="A stage, a page, words on a label"
              className="w-full border-b border-rule bg-card px-3 py-3 outline-none"
            />
            <Command.List className="max-h-[50vh] overflow-y-auto pb-2">
              <Command.Empty className="px-3 py-4 text-soft">Nothing has these words.</Command.Empty>
              <Command.Group heading="Stages" className={group}>
                {PLACES.map(([to, name]) => (
                  <Command.Item key={to} value={name} onSelect={() => go(to)} className={item}>
                    {name}
                  </Command.Item>
                ))}
              </Command.Group>
              <Command.Group heading="Pages" className={group}>
                {pages.data?.pages.map((page) => (
                  <Command.Item
                    key={page.id}
                    value={`${page.title} ${page.slug} ${page.id}`}
                    onSelect={() => go(`/place/${page.id}`)}
                    className={item}
                  >
                    {page.title} <span className="text-soft">{page.section.title}</span>
                  </Command.Item>
                ))}
              </Command.Group>
              <Command.Group heading="Holdings" className={group}>
                {assets.data?.assets.map((asset) => (
                  <Command.Item
                    key={asset.id}
                    value={`${asset.placard.title} ${asset.placard.alt} ${asset.placard.creator} ${asset.fileName} ${asset.id}`}
                    onSelect={() => {
                      select(asset.id);
                      go('/holdings');
                    }}
                    className={item}
                  >
                    {asset.placard.title || asset.fileName}{' '}
                    <span className="text-soft">{asset.facts.kind}</span>
                  </Command.Item>
                ))}
              </Command.Group>
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
