import { kindOf } from '../page/kinds/index.ts';
import { stepsIn, type Step } from '../page/walk.ts';
import type { PageDocument } from '../page/document.ts';
import type { OutsideKind } from './seen.ts';

/** An address outside that a page leads to or shows. */
export interface OutsideAddress {
  address: string;
  kind: OutsideKind;
  /** What it is called there. */
  words: string;
}

/** The addresses outside that one block of a page leads to or shows by itself. */
export function usedOutside({ block, seen, room }: Step): OutsideAddress[] {
  if (!seen) return [];
  const kind = kindOf(block);
  const embedded = kind.embedded(block).flatMap(({ frame, loads, title }) =>
    loads.map((address) => ({
      address,
      kind: frame ? ('frame' as const) : ('script' as const),
      words: title,
    })),
  );
  // Where a thing leads as a whole is not shown in every setting.
  const links = room.item?.link === false ? [] : kind.links(block);
  const used = [
    ...embedded,
    ...links.map(({ href, words }) => ({
      address: href,
      kind: block.type === 'linkCard' ? ('card' as const) : ('link' as const),
      words: words.trim(),
    })),
  ];
  return used.filter(
    ({ address }) => /^https?:\/\//i.test(address) && URL.canParse(address) && address.length <= 4000,
  );
}

/** The addresses outside that a page leads to or shows, each once for each use. */
export function outsideIn(document: PageDocument): OutsideAddress[] {
  const found = new Map<string, OutsideAddress>();
  for (const step of stepsIn(document))
    for (const used of usedOutside(step)) found.set(`${used.kind} ${used.address}`, used);
  return [...found.values()];
}
