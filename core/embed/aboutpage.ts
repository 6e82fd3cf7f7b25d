import { defaultTreeAdapter, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { readDocument } from '../reading/tree.ts';
import { percentDecoded, plainLine } from '../text/index.ts';
import { linkAddress } from './linkaddress.ts';
import { attributesOf } from './nodes.ts';

/** What a foreign page says of itself in its head. */
export interface AboutPage {
  title: string;
  words: string;
  site: string;
  /** The address of a picture of it. */
  picture: string | null;
  /** Where its host answers what it has to embed of it (oEmbed 1.0, discovery), JSON before XML. */
  oembed: string | null;
}

/** How much of a foreign page is read. */
export const PAGE_BUDGET = { elements: 60_000, depth: 1_500 };

/** Reads the head of a page (HTML; Open Graph; oEmbed 1.0, section 4). Throws TooTangled. */
export function aboutPage(html: string, address: string): AboutPage {
  const said = new Map<string, string>();
  const discovered = new Map<string, string>();
  let title = '';
  for (const element of elementsIn(readDocument(html, PAGE_BUDGET))) {
    const attributes = attributesOf(element);
    if (element.tagName === 'title' && title === '') title = plainLine(textOf(element), 300);
    if (element.tagName === 'meta') {
      const name = (attributes.get('property') ?? attributes.get('name') ?? '').toLowerCase();
      if (!said.has(name)) said.set(name, attributes.get('content') ?? '');
    }
    if (element.tagName === 'link' && /(?:^|\s)alternate(?:\s|$)/i.test(attributes.get('rel') ?? '')) {
      const type = (attributes.get('type') ?? '').toLowerCase().trim();
      if (!discovered.has(type)) discovered.set(type, attributes.get('href') ?? '');
    }
  }
  const first = (...names: string[]) =>
    names.map((name) => plainLine(said.get(name) ?? '', 1000)).find((text) => text !== '') ?? '';
  const within = (raw: string) =>
    URL.canParse(raw, address) ? linkAddress(new URL(raw, address).href) : null;
  const picture = first('og:image:secure_url', 'og:image:url', 'og:image');
  const oembed =
    discovered.get('application/json+oembed') ??
    discovered.get('text/xml+oembed') ??
    discovered.get('application/xml+oembed');
  return {
    title: plainLine(first('og:title') || title, 300),
    words: first('og:description', 'description'),
    site: plainLine(first('og:site_name'), 200) || new URL(address).host.replace(/^www\./, ''),
    picture: picture === '' ? null : within(picture),
    oembed: oembed === undefined || oembed === '' ? null : within(oembed),
  };
}

/** True where a page has a place that a link leads to by a name (HTML, 7.4.6.4): an id, or the name of an anchor; its top always is there. */
export function hasPlace(html: string, place: string): boolean {
  if (place === '' || place.toLowerCase() === 'top') return true;
  const decoded = percentDecoded(place);
  return elementsIn(readDocument(html, PAGE_BUDGET)).some(({ tagName, attrs }) =>
    attrs.some(
      ({ name, value }) =>
        (name === 'id' || (name === 'name' && tagName === 'a')) && (value === place || value === decoded),
    ),
  );
}

/** All elements, in order. */
export function elementsIn(root: Tree.ParentNode): Tree.Element[] {
  const found: Tree.Element[] = [];
  const waiting: Tree.Node[] = root.childNodes.toReversed();
  for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
    if (defaultTreeAdapter.isElementNode(node)) found.push(node);
    if ('childNodes' in node) waiting.push(...node.childNodes.toReversed());
  }
  return found;
}

const textOf = (element: Tree.Element): string =>
  element.childNodes.map((node) => (defaultTreeAdapter.isTextNode(node) ? node.value : '')).join('');
