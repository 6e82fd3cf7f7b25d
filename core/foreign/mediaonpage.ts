import type { DefaultTreeAdapterTypes as Tree } from 'parse5';
import { licenceOfDeed } from '../licence/index.ts';
import { plainLine } from '../text/index.ts';
import { readDocument } from '../reading/tree.ts';
import { attribute, textOf, wordsOf } from './elements.ts';
import type { FoundMedia } from './foundmedia.ts';
import { linkedData, mediaIn, type LinkedMedia } from './linkeddata.ts';
import { isItem, itemIn } from './microdata.ts';

const MOST = 300;
/** What a large page holds; how deep it is decides only how far it is looked into. */
const BUDGET = { elements: 300_000, depth: Number.POSITIVE_INFINITY };
/** Characters of which a line is made. */
const LONGEST = 2000;
/** How many elements within one another are looked into; a made-up page may have any number. */
const DEEPEST = 300;
const DEEPEST_IN_FIGURE = 6;
const FILE =
  /\.(?:(?<picture>jpe?g|png|webp|avif|gif|svg|tiff?|heic)|(?<film>mp4|webm|mov)|(?<sound>mp3|ogg|wav))$/i;

interface Page {
  base: URL;
  found: Map<string, FoundMedia>;
  titles: { page: string; shared: string };
  /** What the site calls itself. */
  site: string;
  /** Whose it is and under which licence, as the page says of itself. */
  terms: Terms;
  main: string[];
  linked: LinkedMedia[];
}

/** What is said of whose something is, and under which licence (ccREL); addresses as they stand there. */
type Terms = Pick<FoundMedia, 'licenceUrl' | 'creator' | 'creatorUrl'>;
const NOTHING_SAID: Readonly<Terms> = { licenceUrl: '', creator: '', creatorUrl: '' };

/** A page that somebody else wrote, as far as its media go. */
export interface ForeignPage {
  title: string;
  /** What the site calls itself; empty where it does not. */
  site: string;
  media: FoundMedia[];
}

/**
 * Lists the media on a foreign page (HTML parsing algorithm), each once, what the page says most about first:
 * JSON-LD and microdata (schema.org ImageObject, VideoObject, AudioObject), Open Graph, rel=license and ccREL's
 * attribution, and the elements themselves. Only http and https addresses are listed. Throws TooTangled.
 */
export function mediaOnPage(html: string, address: string): ForeignPage {
  const page: Page = {
    base: new URL(address),
    found: new Map(),
    titles: { page: '', shared: '' },
    site: '',
    terms: { ...NOTHING_SAID },
    main: [],
    linked: [],
  };
  walk(readDocument(html, BUDGET), page, OUTSIDE);
  const title = page.titles.shared || page.titles.page;
  for (const main of page.main) add(page, main, { title, ...page.terms });
  for (const media of page.linked)
    add(page, media.address, { ...media, licenceUrl: media.licenceUrl || page.terms.licenceUrl }, media.kind);
  const media = [...page.found.values()].toSorted((a, b) => weight(b) - weight(a));
  return { title, site: page.site, media: media.slice(0, MOST) };
}

/** How much a page says of one thing; the sort is stable, so equals stay in the page's order. */
const weight = ({ creator, licence, licenceUrl, title }: FoundMedia): number =>
  (licence === 'unknown' ? 0 : 4) + (creator ? 2 : 0) + (licenceUrl ? 1 : 0) + (title ? 0.5 : 0);

/** What stands round an element: the nearest figure's terms and caption. */
interface Round extends Terms {
  caption: string;
}
/** Round what stands in no figure: there the page speaks of itself. */
const OUTSIDE: Readonly<Round> = { ...NOTHING_SAID, caption: '' };

function walk(node: Tree.Node, page: Page, round: Round, depth = 0): void {
  if (!('childNodes' in node) || depth > DEEPEST) return;
  for (const child of node.childNodes) {
    if (!('tagName' in child)) continue;
    const inside = child.tagName === 'figure' ? figureOf(child) : round;
    read(child, page, inside);
    walk(child, page, inside, depth + 1);
  }
}

function read(element: Tree.Element, page: Page, round: Round): void {
  const { caption, ...terms } = round;
  const get = (name: string) => attribute(element, name);
  const figure = { ...terms, title: caption };
  if (isItem(element)) page.linked.push(...mediaIn(itemIn(element)));
  if (round === OUTSIDE) readTerms(element, page.terms);
  switch (element.tagName) {
    case 'base':
      if (URL.canParse(get('href'), page.base)) page.base = new URL(get('href'), page.base);
      break;
    case 'title':
      page.titles.page ||= plainLine(textOf(element, LONGEST), 300);
      break;
    case 'meta':
      if (/^og:(image|video|audio)(:secure_url|:url)?$/.test(get('property'))) page.main.push(get('content'));
      if (get('property') === 'og:title') page.titles.shared ||= plainLine(get('content'), 300);
      if (get('property') === 'og:site_name') page.site ||= plainLine(get('content'), 300);
      break;
    case 'script':
      if (get('type').toLowerCase() === 'application/ld+json')
        page.linked.push(...linkedData(textOf(element)));
      break;
    case 'img':
      add(page, largestOf(get('srcset')) || get('src'), { ...figure, alt: get('alt') }, 'picture');
      break;
    case 'video':
    case 'audio':
      add(page, get('src'), figure, element.tagName === 'video' ? 'film' : 'sound');
      break;
    case 'source': {
      const within = element.parentNode && 'tagName' in element.parentNode ? element.parentNode.tagName : '';
      if (within !== 'picture') add(page, get('src'), figure);
      break;
    }
    case 'a':
      if (!wordsOf(element, 'rel').includes('license')) add(page, get('href'), figure);
      break;
  }
}

/** Reads what an element says of the terms: rel=license, and ccREL's attribution in RDFa, under whichever prefix. */
function readTerms(element: Tree.Element, terms: Terms): void {
  const says = (name: string, term: string) => wordsOf(element, name).some((word) => word.endsWith(term));
  const href = attribute(element, 'href');
  if (['a', 'link'].includes(element.tagName) && wordsOf(element, 'rel').includes('license'))
    terms.licenceUrl ||= href;
  if (says('property', ':attributionname') && terms.creator === '') {
    terms.creator = attribute(element, 'content') || textOf(element, LONGEST);
    terms.creatorUrl ||= href;
  }
}

function figureOf(figure: Tree.Element): Round {
  const round: Round = { ...OUTSIDE };
  const look = (node: Tree.Node, depth: number): void => {
    if (!('childNodes' in node) || depth > DEEPEST_IN_FIGURE) return;
    for (const child of node.childNodes) {
      if (!('tagName' in child)) continue;
      readTerms(child, round);
      if (child.tagName === 'figcaption') round.caption ||= plainLine(textOf(child, LONGEST), 300);
      look(child, depth + 1);
    }
  };
  look(figure, 0);
  return round;
}

/** Adds a thing, or what is newly said of a known one; kinds are told by the file's ending where the element does not. */
function add(
  page: Page,
  raw: string,
  says: Partial<Omit<FoundMedia, 'address' | 'kind' | 'licence'>>,
  kind?: FoundMedia['kind'],
): void {
  const address = absolute(page, raw);
  if (address === '') return;
  const groups = FILE.exec(new URL(address).pathname)?.groups ?? {};
  const byEnding = (['picture', 'film', 'sound'] as const).find((kind) => groups[kind]);
  const before = page.found.get(address);
  const told = kind ?? before?.kind ?? byEnding ?? (page.main.includes(raw) ? 'picture' : undefined);
  if (!told) return;
  const licenceUrl = absolute(page, says.licenceUrl ?? '') || (before?.licenceUrl ?? '');
  const line = (name: 'title' | 'alt' | 'creator', longest: number) =>
    plainLine(says[name] ?? '', longest) || (before?.[name] ?? '');
  page.found.set(address, {
    address,
    kind: told,
    title: line('title', 300),
    alt: line('alt', 1000),
    creator: line('creator', 300),
    creatorUrl: absolute(page, says.creatorUrl ?? '') || (before?.creatorUrl ?? ''),
    licence: licenceOfDeed(licenceUrl),
    licenceUrl,
  });
}

/** An address made whole, or nothing when it is none that can be fetched. */
function absolute(page: Page, raw: string): string {
  if (raw.trim() === '' || raw.length > 2000 || !URL.canParse(raw.trim(), page.base)) return '';
  const url = new URL(raw.trim(), page.base);
  url.hash = '';
  return url.protocol === 'https:' || url.protocol === 'http:' ? url.href : '';
}

/** The candidate of a srcset with the largest width or density (HTML, srcset attribute). */
function largestOf(srcset: string): string {
  const candidates = srcset
    .split(/,\s+|,(?=https?:)/)
    .map((part) => part.trim().split(/\s+/))
    .map(([address = '', size = '1x']) => ({ address, size: Number.parseFloat(size) || 0 }));
  return candidates.toSorted((a, b) => b.size - a.size)[0]?.address ?? '';
}
