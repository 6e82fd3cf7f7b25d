import { useState } from 'react';
import { listPages, type PageList } from '@placard/core/contract';
import { isLooking, useAsk } from '../kit/asking.ts';
import { Combobox } from '../kit/combobox.tsx';

type Listed = PageList['pages'][number];

/** A page, found by words of its title or address among however many there are; those changed last come first. */
export function PageSearch({
  label,
  showLabel,
  chosen,
  look,
  autoFocus,
  className,
  onChoose,
}: {
  label: string;
  showLabel?: boolean;
  /** What it shows as chosen. */
  chosen: string;
  look?: 'box' | 'line';
  autoFocus?: boolean;
  className?: string;
  onChoose: (page: Listed) => void;
}) {
  const [words, setWords] = useState('');
  const [open, setOpen] = useState(false);
  const pages = useAsk(
    listPages,
    { query: { words, limit: '20' } },
    { enabled: open, placeholderData: (before) => before },
  );
  return (
    <Combobox
      label={label}
      showLabel={showLabel}
      says={chosen}
      look={look}
      autoFocus={autoFocus}
      className={className}
      placeholder="Words of its title or address"
      words={words}
      onWords={setWords}
      open={open}
      onOpen={setOpen}
      looking={isLooking(pages)}
      nothing={pages.error?.message ?? 'No page has these words.'}
      options={(pages.data?.pages ?? []).map((page) => ({
        key: page.id,
        says: page.title,
        beside: page.section.title,
        choose: () => onChoose(page),
      }))}
    />
  );
}
