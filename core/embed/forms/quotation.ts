import type { DefaultTreeAdapterTypes as Tree } from 'parse5';
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
    const [quote] = named(found, 'blockquote').filter(({ parentNode }) => !isIn(parentNode, 'blockquote'));
    if (!quote) return null;
    const given = scriptOf(found);
    const quoted = quotedFrom(quote, captionOf(quote), given?.address ?? null);
    const title = titleFor(found, quote, quoted, given?.address ?? null);
    const scripts = scriptsIn(found).map(({ element }) => element);
    const box = given ? boxOf(found, [quote, ...scripts], title) : null;
    const words: Choice[] = quoted ? [quotationChoice(toHtml(quoted.markup), WHY)] : [];
    const card = quoted?.address ? [cardOf(quoted.address, title, quoted.words)] : [];
    // Words that are all links say where something is, not what: then the script has to show it.
    const saysIt = quoted !== null && quoted.words.length > quoted.linked + 4;
    const boxes = box ? [box] : [];
    const others = [...boxes, ...card];
    const choices = saysIt ? [...words, ...others] : others.length > 0 ? others : words;
    const [best] = choices;
    if (!best) return null;
    const outer = captionOf(quote) ? [quote, quote.parentNode as Tree.Element] : [quote];
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

/** What stands under it in a figure that holds it and says whose words it are (HTML, 4.4.13). */
function captionOf({ parentNode }: Tree.Element): Tree.Element | null {
  if (!parentNode || !('tagName' in parentNode) || parentNode.tagName !== 'figure') return null;
  const caption = parentNode.childNodes.find((node) => 'tagName' in node && node.tagName === 'figcaption');
  return (caption as Tree.Element | undefined) ?? null;
}

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
