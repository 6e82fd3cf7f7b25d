import { defaultTreeAdapter, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { toHtml } from '../../markup/index.ts';
import { plainLine } from '../../text/index.ts';
import { quotationChoice, type Choice } from '../choice.ts';
import { quotedFrom, type Quoted } from '../quoted.ts';
import { attributesOf, wordsIn } from '../nodes.ts';
import { droppedBut, linksIn, named, scriptsIn, type Survey } from '../survey.ts';
import { titleOf } from '../titleof.ts';
import { boxOf, scriptOf } from './box.ts';
import type { Form } from './form.ts';
import { cardOf } from './link.ts';

const WHY =
  'Its words alone say it: they are kept as a quotation with their links and their source, without a script.';

/** Words that a script would dress up: they stay, and the script may have a box. */
export const quotation: Form = {
  id: 'quotation',
  make: (found) => {
    const [written] = named(found, 'blockquote').filter(({ parentNode }) => !isIn(parentNode, 'blockquote'));
    const posted = written ? null : postedIn(found);
    const quote = written ?? posted?.quote;
    if (!quote) return null;
    const given = scriptOf(found);
    const caption = posted ? posted.source : captionOf(quote);
    const quoted = quotedFrom(quote, caption, given?.address ?? null);
    const title = titleFor(found, quote, quoted, given?.address ?? null);
    const scripts = scriptsIn(found).map(({ element }) => element);
    const box = given ? boxOf(found, [posted?.round ?? quote, ...scripts], title) : null;
    const words: Choice[] = quoted ? [quotationChoice(toHtml(quoted.markup), WHY)] : [];
    const card = quoted?.address ? [cardOf(quoted.address, title, quoted.words)] : [];
    // Words that are all links say where something is, not what: then the script has to show it.
    const saysIt = quoted !== null && quoted.words.length > quoted.linked + 4;
    const boxes = box ? [box] : [];
    const others = [...boxes, ...card];
    const choices = saysIt ? [...words, ...others] : others.length > 0 ? others : words;
    const [best] = choices;
    if (!best) return null;
    const outer = posted
      ? posted.kept
      : caption?.parentNode === quote.parentNode && caption
        ? [quote, caption, quote.parentNode as Tree.Element]
        : [quote];
    const kept =
      best.kind === 'box'
        ? [...outer, ...scripts]
        : best.kind === 'quotation'
          ? outer
          : linksIn(found).map(({ element }) => element);
    return {
      choices,
      dropped: droppedBut(found, new Map(kept.map((element) => [element, 'whole'] as const))),
      findings: [],
    };
  },
};

/** What a source begins with that says how its words came to be. */
const POSTED = /^(?:a\s)?(?:post(?:ed)?|shared|published|written|said)?\s?by\s/i;

const isIn = (node: Tree.Node | null, name: string): boolean =>
  node !== null &&
  (('tagName' in node && node.tagName === name) ||
    ('parentNode' in node && isIn(node.parentNode as Tree.Node | null, name)));

/** A line that says of what stands before it who posted it. */
const SAYS_WHO =
  /^(?:[—–―-]\s{0,3})?(?:post(?:ed)?|shared|published|written|said)\s(?:this\s)?(?:by|on|in)\s/i;

const isElement = defaultTreeAdapter.isElementNode;

/** What stands under it: in a figure that holds it and says whose words they are (HTML, 4.4.13), or in the line behind it. */
function captionOf(quote: Tree.Element): Tree.Element | null {
  const { parentNode } = quote;
  if (!parentNode) return null;
  if ('tagName' in parentNode && parentNode.tagName === 'figure') {
    const caption = parentNode.childNodes.find((node) => 'tagName' in node && node.tagName === 'figcaption');
    if (caption) return caption as Tree.Element;
  }
  const behind = parentNode.childNodes.slice(parentNode.childNodes.indexOf(quote) + 1).find(isElement);
  return behind && /^(?:p|div|footer|cite|small|span)$/.test(behind.tagName) && SAYS_WHO.test(wordsIn(behind))
    ? behind
    : null;
}

/** How long a line may be that says who posted something, in letters. */
const LONGEST_SOURCE = 200;

/** What somebody posted in an element that is no quotation by its name: its words, and the line in it that says whose they are. */
function postedIn(
  found: Survey,
): { quote: Tree.Element; source: Tree.Element; round: Tree.Element; kept: Tree.Element[] } | null {
  const source = found.elements.find((element) => {
    if (!/^(?:p|div|footer|cite|small|span)$/.test(element.tagName)) return false;
    const words = wordsIn(element);
    return words.length <= LONGEST_SOURCE && SAYS_WHO.test(words) && linksOf(found, element);
  });
  const round = source?.parentNode;
  if (!source || !round) return null;
  const words = round.childNodes.filter((node) => node !== source);
  const kept = words.filter(isElement).filter(({ tagName }) => tagName !== 'script');
  const [first] = kept;
  if (!first) return null;
  const quote = { ...first, tagName: 'blockquote', nodeName: 'blockquote', attrs: [], childNodes: words };
  return { quote: quote as Tree.Element, source, round: first, kept: [...kept, source] };
}

const linksOf = (found: Survey, within: Tree.Element): boolean =>
  linksIn(found).some(({ element }) => isWithin(element, within));

const isWithin = (node: Tree.Node | null, whole: Tree.Element): boolean =>
  node !== null &&
  (node === whole || ('parentNode' in node && isWithin(node.parentNode as Tree.Node | null, whole)));

function titleFor(found: Survey, quote: Tree.Element, quoted: Quoted | null, host: string | null): string {
  const said = titleOf(found, attributesOf(quote), null);
  const words = wordsIn(quote);
  const from = quoted?.source
    ? `Words by ${quoted.source.replace(POSTED, '')}`
    : words.length <= 120
      ? words
      : `${plainLine(words, 80)} …`;
  return said || plainLine(from, 200) || (host ? `Content from ${new URL(host).host}` : 'A quotation');
}
