import { freeName, slug } from '../naming/index.ts';
import type { PageDocument } from './document.ts';
import { kindOf } from './kinds/index.ts';
import type { AnyBlock } from './kinds/kind.ts';
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

const ownAnchor = ({ attrs }: AnyBlock): string =>
  attrs && 'anchor' in attrs && typeof attrs.anchor === 'string' ? attrs.anchor : '';

/** A place in a page that links can lead to, with the words that stand there. */
export interface PagePlace {
  anchor: string;
  words: string;
}

/** The places of a page that links can lead to, in its order. */
export function placesOf(document: PageDocument): PagePlace[] {
  const anchors = anchorsOf(document);
  return stepsIn(document).flatMap(({ block }) => {
    const anchor = anchors.get(block);
    return anchor === undefined ? [] : [{ anchor, words: kindOf(block).words(block).slice(0, 120) }];
  });
}
