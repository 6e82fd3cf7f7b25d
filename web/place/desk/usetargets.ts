import { keepPreviousData } from '@tanstack/react-query';
import type { Editor } from '@tiptap/react';
import { findPlaces, listAssets, listPages } from '@placard/core/contract';
import { linkToFile, linkToPage, placesOf } from '@placard/core/page';
import { isLooking, useAsk } from '../../kit/asking.ts';
import { typedAddress } from './linktarget.ts';
import { documentOf } from './documentof.ts';

/** Somewhere that a link can lead. */
export interface LinkTarget {
  href: string;
  says: string;
  /** What it is. */
  beside: string;
}

/** Where a link could lead by what was typed: an address, pages of ours by their titles, places in any page, files. */
export function useTargets(
  typed: string,
  editor: Editor,
  page: string,
): { targets: LinkTarget[]; looking: boolean } {
  const words = typed.trim();
  const pages = useAsk(
    listPages,
    { query: { words, limit: '8', sort: words === '' ? 'changed' : 'title' } },
    { placeholderData: keepPreviousData },
  );
  const files = useAsk(
    listAssets,
    { query: { words, kind: 'document', limit: '6' } },
    { placeholderData: keepPreviousData, enabled: words !== '' },
  );
  const places = useAsk(
    findPlaces,
    { query: { words } },
    { placeholderData: keepPreviousData, enabled: words !== '' },
  );
  const address = typedAddress(typed);
  const here = placesOf(documentOf(editor)).filter(({ words: said }) => has(said, words));
  const known = pages.data?.pages.filter(({ id }) => id !== page) ?? [];
  // A list that is looked for in turn: what stands first is known once all before it is.
  const looking =
    !address &&
    (isLooking(pages) || (words !== '' && known.length === 0 && here.length === 0 && isLooking(files)));
  return {
    looking,
    targets: [
      ...(address ? [{ href: address, says: address, beside: 'address' }] : []),
      ...known.map(({ id, title, section }) => ({
        href: linkToPage(id),
        says: title,
        beside: section.title,
      })),
      ...here.slice(0, 6).map(({ anchor, words: said }) => ({
        href: linkToPage(page, anchor),
        says: said || anchor,
        beside: 'in this page',
      })),
      ...(words === '' ? [] : (places.data ?? []))
        .filter((place) => place.page !== page)
        .slice(0, 6)
        .map(({ page: of, title, anchor, words: said }) => ({
          href: linkToPage(of, anchor),
          says: said || anchor,
          beside: `in ${title}`,
        })),
      ...(words === '' ? [] : (files.data?.assets ?? [])).slice(0, 6).map(({ id, placard, fileName }) => ({
        href: linkToFile(id),
        says: placard.title || fileName,
        beside: 'file',
      })),
    ],
  };
}

const has = (said: string, words: string): boolean => said.toLowerCase().includes(words.toLowerCase());
