import { defaultTreeAdapter, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { BUDGET, type LostPart } from './readhtml.ts';
import { readFragment } from './tree.ts';

/** Elements that have no end tag, and those whose end tag may be left out (HTML, 13.1.2). */
const ENDLESS = new Set(
  'area base br col embed hr img input link meta source track wbr p li dt dd td th tr tbody thead tfoot colgroup option'.split(
    ' ',
  ),
);
const OTHER_HEADINGS = new Set(['h1', 'h5', 'h6']);
const MOST = 20;

/**
 * What somebody who wrote HTML may not have meant: elements that are not closed, which go on to the end of what they stand
 * in, and headings that pages do not have, for which others move. Each with its place in the code. Throws TooTangled.
 */
export function doubtfulIn(source: string): LostPart[] {
  const doubtful: LostPart[] = [];
  // What is not closed is there once more in each block that it goes on in.
  const told = new Set<number>();
  const waiting: Tree.ChildNode[] = readFragment(source, BUDGET, true).childNodes.toReversed();
  for (let node = waiting.pop(); node !== undefined && doubtful.length < MOST; node = waiting.pop()) {
    if (!defaultTreeAdapter.isElementNode(node)) continue;
    const { tagName, sourceCodeLocation: place } = node;
    const tag = place && ('startTag' in place ? place.startTag : undefined);
    if (tag && !told.has(tag.startOffset)) {
      told.add(tag.startOffset);
      const at = { from: tag.startOffset, to: tag.endOffset };
      const isOpen = !('endTag' in place && place.endTag) && !ENDLESS.has(tagName);
      const closesItself = source.slice(at.from, at.to).endsWith('/>');
      if (isOpen && !closesItself)
        doubtful.push({
          what: `<${tagName}>`,
          why: 'it is not closed, and goes on to the end of what it stands in',
          ...at,
        });
      if (OTHER_HEADINGS.has(tagName))
        doubtful.push({
          what: `<${tagName}>`,
          why: 'pages have headings 2 to 4: it is one of those, and others may move for it',
          ...at,
        });
    }
    waiting.push(...node.childNodes.toReversed());
  }
  return doubtful;
}
