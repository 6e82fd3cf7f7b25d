import { freeName, slug } from '../naming/index.ts';
import { carrying } from './anchor.ts';
import type { PageDocument } from './document.ts';
import { kindOf } from './kinds/index.ts';
import type { AnyBlock } from './kinds/kind.ts';
import type { LinkedPage } from './rendercontext.ts';
import { stepsIn } from './walk.ts';

/** The names of the places in a page that links can lead to: those that somebody gave, and of each heading one made of its words. */
export function anchorsOf(document: PageDocument): Map<AnyBlock, string> {
  const anchors = new Map<AnyBlock, string>();
  const taken = new Set<string>();
  const blocks = stepsIn(document).flatMap(({ block, seen }): AnyBlock[] => (seen ? [block] : []));
  const keep = (block: AnyBlock, anchor: string) => void (anchors.set(block, anchor), taken.add(anchor));
  for (const block of blocks) {
    const own = ownAnchor(block);
    // A name leads to the first place that has it.
    if (own !== '' && !taken.has(own)) keep(block, own);
  }
  for (const block of blocks) {
    const words = block.type === 'heading' ? kindOf(block).words(block).trim() : '';
    if (words !== '' && !anchors.has(block))
      keep(
        block,
        freeName(slug(words, 'part'), (name) => taken.has(name)),
      );
  }
  return anchors;
}

/** The names of a page's places, those that are made of words carrying its address. */
export function carriedAnchors(document: PageDocument, address: string): Map<AnyBlock, string> {
  const anchors = anchorsOf(document);
  for (const [block, anchor] of anchors)
    if (ownAnchor(block) !== anchor) anchors.set(block, carrying(address, anchor));
  return anchors;
}

const ownAnchor = ({ attrs }: AnyBlock): string =>
  attrs && 'anchor' in attrs && typeof attrs.anchor === 'string' ? attrs.anchor : '';

/** A place in a page that links can lead to, with the words that stand there. */
export interface PagePlace {
  anchor: string;
  words: string;
  /** Its name is made of its words. */
  made?: true;
}

/** The places of a page that links can lead to, in its order. */
export function placesOf(document: PageDocument): PagePlace[] {
  const anchors = anchorsOf(document);
  return stepsIn(document).flatMap(({ block }) => {
    const anchor = anchors.get(block);
    if (anchor === undefined) return [];
    const words = kindOf(block).words(block).slice(0, 120);
    return [{ anchor, words, ...(ownAnchor(block) === anchor ? {} : { made: true }) }];
  });
}

/** A page as links to it know it. */
export function linkedAs(
  { title, address }: { title: string; address: string },
  places: readonly PagePlace[],
): LinkedPage {
  return {
    title,
    address,
    anchors: places.map(({ anchor }) => anchor),
    made: places.flatMap(({ anchor, made }) => (made ? [anchor] : [])),
  };
}
