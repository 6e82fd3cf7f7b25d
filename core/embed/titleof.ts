import type { DefaultTreeAdapterTypes as Tree } from 'parse5';
import { plainLine } from '../text/index.ts';
import { linkAddress, sameHost } from './linkaddress.ts';
import { ancestorsOf, wordsIn } from './nodes.ts';
import { linksIn, type Survey } from './survey.ts';

/** What an embed is called: by the frame itself, by the host's own answer, or by a link in the code to the same thing. */
export function titleOf(
  { told, ...found }: Survey,
  attributes: ReadonlyMap<string, string>,
  url: URL | null,
): string {
  const said = plainLine(attributes.get('title') ?? '') || plainLine(attributes.get('aria-label') ?? '');
  return (
    said || plainLine(told.title ?? '') || (url ? (linkTo({ told, ...found }, url.href)?.words ?? '') : '')
  );
}

/** What stands under an element in a figure that holds it (HTML, figcaption); empty where nothing does. */
export function captionOf(element: Tree.Element): string {
  const figure = ancestorsOf(element).findLast(({ tagName }) => tagName === 'figure');
  const caption = figure?.childNodes.find((node) => 'tagName' in node && node.tagName === 'figcaption');
  return caption ? plainLine(wordsIn(caption as Tree.Element), 200) : '';
}

/** Words that say of a link that it can be pressed, and nothing of what is there. */
const SAYS_NOTHING = /^(?:click here|here|more|read more|watch more|see more|link|view|open|share|embed)$/i;

/** A link in the code to something of a host that is not just its front door; with words that say what it is. */
export function linkTo(found: Survey, address: string): { href: string; words: string } | null {
  for (const { href, words } of linksIn(found)) {
    const to = linkAddress(href);
    if (to === null || !sameHost(to, address) || new URL(to).pathname === '/') continue;
    const said = plainLine(words);
    if (said !== '' && !SAYS_NOTHING.test(said)) return { href: to, words: said };
  }
  return null;
}
