import type { DefaultTreeAdapterTypes as Tree } from 'parse5';
import { readFragment } from '../reading/tree.ts';
import { BUDGET } from './budget.ts';
import { ancestorsOf, attributesOf } from './nodes.ts';
import { isHidden } from './shape.ts';
import { survey, type Survey } from './survey.ts';

/** How many things of one code are told apart. */
const MOST_PARTS = 20;

/** True for an element that is an embed by itself. */
const isThing = (element: Tree.Element): boolean =>
  ['iframe', 'object', 'embed', 'blockquote'].includes(element.tagName) ||
  (element.tagName.includes('-') && !element.tagName.startsWith('amp-'));

/**
 * The codes of the several things that stand in one code, in order; none where it is one thing. Each has what lies round
 * it alone, and the scripts and style sheets that follow it, or those of all where none do.
 */
export function partsIn({ code, elements }: Survey): string[] {
  const things = outermost(elements.filter((one) => isThing(one) && !isHidden(attributesOf(one))));
  if (things.length < 2 || things.length > MOST_PARTS) return [];
  const wholes = things.map((thing) => wholeOf(thing, things));
  // Read again for where each stands: the elements are the same ones in the same order.
  const placed = survey(code, readFragment(code, BUDGET, true), []).elements;
  const at = new Map(
    elements.map((element, index) => {
      const place = placed[index]?.sourceCodeLocation;
      return [element, place ? { from: place.startOffset, to: place.endOffset } : null];
    }),
  );
  const sliceOf = (element: Tree.Element): string => {
    const place = at.get(element);
    return place ? code.slice(place.from, place.to) : '';
  };
  const dressing = elements.filter(
    (element) =>
      ['script', 'style', 'link'].includes(element.tagName) &&
      !wholes.some((whole) => ancestorsOf(element).includes(whole)),
  );
  const begins = wholes.map((whole) => at.get(whole)?.from ?? 0);
  return wholes.map((whole, index) => {
    const until = begins[index + 1] ?? Number.POSITIVE_INFINITY;
    const own = dressing.filter((element) => {
      const from = at.get(element)?.from ?? 0;
      return from > begins[index]! && from < until;
    });
    return [whole, ...(own.length > 0 ? own : dressing)].map(sliceOf).join('\n');
  });
}

const outermost = (things: readonly Tree.Element[]): Tree.Element[] =>
  things.filter((thing) => !ancestorsOf(thing).some((round) => things.includes(round)));

/** What lies round a thing and round none of the others: it may give it its size. */
function wholeOf(thing: Tree.Element, things: readonly Tree.Element[]): Tree.Element {
  const others = new Set(things.filter((one) => one !== thing).flatMap(ancestorsOf));
  return ancestorsOf(thing).find((round) => !others.has(round)) ?? thing;
}

/** The addresses that a text is and nothing else, several of them; none for any other text. `readOne` reads one. */
export function addressesIn(text: string, readOne: (word: string) => string | null): string[] {
  const words = text.split(/\s+/).filter(Boolean);
  if (words.length < 2 || words.length > MOST_PARTS) return [];
  const addresses = words.map(readOne);
  return addresses.every((address) => address !== null) ? [...new Set(addresses)] : [];
}
