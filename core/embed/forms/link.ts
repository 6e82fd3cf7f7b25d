import { plainLine } from '../../text/index.ts';
import { cardChoice, type Choice } from '../choice.ts';
import type { Frame } from '../frame.ts';
import { addressInWords, linkAddress } from '../linkaddress.ts';
import { attributesOf, MOST_WORDS, wordsIn } from '../nodes.ts';
import { droppedBut, linksIn, type FoundLink, type Survey } from '../survey.ts';
import { defaultTreeAdapter } from 'parse5';
import { linkTo } from '../titleof.ts';
import { readsLikeCode } from '../written/escaped.ts';
import type { Form } from './form.ts';

const WHY = 'Title, words and a link: nothing is asked of the host until somebody follows it.';

/** A link card for what a frame shows. */
export function cardOfFrame(found: Survey, { src, title }: Frame): Choice {
  const link = linkTo(found, src);
  const address = link?.href ?? src;
  return cardOf(address, title, '');
}

/** Words in a line; none where they would be taken for code: a card that is copied and pasted again stays a card. */
function keptWords(words: string, most: number): string {
  const line = plainLine(words, most);
  return readsLikeCode(line) ? '' : line;
}

/** A link card for an address. */
export function cardOf(address: string, title: string, words: string, picture: string | null = null): Choice {
  const site = new URL(address).host.replace(/^www\./, '');
  const card = {
    address,
    title: keptWords(title, 300) || addressInWords(address),
    words: keptWords(words, 1000),
    site,
  };
  return cardChoice(card, WHY, picture);
}

/** True for so many words that one thing in them is not what all of it is: as many as are looked at, but for a blank at their end. */
export const isWholeText = (words: string): boolean => words.length >= MOST_WORDS - 1;

/** One link, and hardly more: what is left of a code that lost its script, or a link card of ours. */
export const link: Form = {
  id: 'link',
  make: (found) => {
    const links = linksIn(found).filter(({ href }) => linkAddress(href) !== null);
    const [first] = links;
    const address = first ? linkAddress(first.href) : null;
    if (!first || address === null || links.some(({ href }) => linkAddress(href) !== address)) return null;
    const around = wordsIn(found.root);
    const words = wordsRound(found, first);
    if (isWholeText(around)) return null;
    return {
      choices: [cardOf(address, first.words, words)],
      dropped: droppedBut(found, new Map(found.elements.map((element) => [element, 'itself'] as const))),
      findings: [],
    };
  },
};

/** The paragraphs beside a link, without what only says where it lies. */
function wordsRound(found: Survey, { element, href }: FoundLink): string {
  const host = new URL(linkAddress(href) ?? href).host.replace(/^www\./, '');
  return found.elements
    .filter(({ tagName, childNodes }) => tagName === 'p' && !childNodes.includes(element))
    .map(wordsIn)
    .filter((words) => words !== host)
    .join(' ');
}

/** A picture that leads to what it shows: a still in the place of a film or a board. */
export const linkedStill: Form = {
  id: 'linked-still',
  make: (found) => {
    for (const { element, href, words } of linksIn(found)) {
      const address = linkAddress(href);
      const picture = element.childNodes
        .flatMap((node) => (defaultTreeAdapter.isElementNode(node) ? [node, ...node.childNodes] : []))
        .find((node) => defaultTreeAdapter.isElementNode(node) && node.tagName === 'img');
      if (address === null || !picture || !defaultTreeAdapter.isElementNode(picture)) continue;
      const attributes = attributesOf(picture);
      const title = attributesOf(element).get('title') || words || attributes.get('title') || '';
      const still = linkAddress(attributes.get('src') ?? attributes.get('data-src') ?? '');
      return {
        choices: [cardOf(address, title, '', still)],
        dropped: droppedBut(found, new Map([[element, 'itself']])),
        findings: [],
      };
    }
    return null;
  },
};
