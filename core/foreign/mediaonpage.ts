import { parse, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { licenceOfDeed } from '../licence/index.ts';
import { plainLine } from '../page/text.ts';
import { linkedData, type LinkedMedia } from './linkeddata.ts';

/** A picture, film or sound that a page shows, with what the page says of it. Empty text: it says nothing. */
export interface FoundMedia {
  address: string;
  kind: 'picture' | 'film' | 'sound';
  title: string;
  alt: string;
  creator: string;
  creatorUrl: string;
  /** An id of our licences; `unknown` where the page names none of them. */
  licence: string;
  /** The licence's address as the page gives it. */
  licenceUrl: string;
}

const MOST = 300;
/** How many elements within one another are looked into; a made-up page may have any number. */
const DEEPEST = 300;
const DEEPEST_IN_FIGURE = 6;
const FILE =
  /\.(?:(?<picture>jpe?g|png|webp|avif|gif|svg|tiff?|heic)|(?<film>mp4|webm|mov)|(?<sound>mp3|ogg|wav))$/i;

interface Page {
  base: URL;
  found: Map<string, FoundMedia>;
  titles: { page: string; shared: string };
  /** The licence the page gives for itself. */
  licenceUrl: string;
  main: string[];
  linked: LinkedMedia[];
}

/**
 * Lists the media on a foreign page (HTML parsing algorithm), each once, what the page says most about first:
 * JSON-LD (schema.org ImageObject, VideoObject, AudioObject), Open Graph, rel=license, and the elements themselves.
 * Only http and https addresses are listed. Never throws.
 */
export function mediaOnPage(html: string, address: string): { title: string; media: FoundMedia[] } {
  const page: Page = {
    base: new URL(address),
    found: new Map(),
    titles: { page: '', shared: '' },
    licenceUrl: '',
    main: [],
    linked: [],
  };
  walk(parse(html, { scriptingEnabled: false }), page, { licenceUrl: '', caption: '' });
  for (const main of page.main)
    add(page, main, { title: page.titles.shared || page.titles.page, licenceUrl: page.licenceUrl });
  for (const media of page.linked)
    add(page, media.address, { ...media, licenceUrl: media.licenceUrl || page.licenceUrl }, media.kind);
  const media = [...page.found.values()].toSorted((a, b) => weight(b) - weight(a));
  return { title: page.titles.shared || page.titles.page, media: media.slice(0, MOST) };
}

/** How much a page says of one thing; the sort is stable, so equals stay in the page's order. */
const weight = ({ creator, licence, licenceUrl, title }: FoundMedia): number =>
  (licence === 'unknown' ? 0 : 4) + (creator ? 2 : 0) + (licenceUrl ? 1 : 0) + (title ? 0.5 : 0);

/** What stands round an element: the nearest figure's licence and caption. */
interface Round {
  licenceUrl: string;
  caption: string;
}

function walk(node: Tree.Node, page: Page, round: Round, depth = 0): void {
  if (!('childNodes' in node) || depth > DEEPEST) return;
  for (const child of node.childNodes) {
    if (!('tagName' in child)) continue;
    const inside = child.tagName === 'figure' ? figureOf(child) : round;
    read(child, page, inside);
    walk(child, page, inside, depth + 1);
  }
}

function read(element: Tree.Element, page: Page, { licenceUrl, caption }: Round): void {
  const get = (name: string) => attribute(element, name);
  const figure = { licenceUrl, title: caption };
  switch (element.tagName) {
    case 'base':
      if (URL.canParse(get('href'), page.base)) page.base = new URL(get('href'), page.base);
      break;
    case 'title':
      page.titles.page ||= plainLine(textOf(element), 300);
      break;
    case 'meta':
      if (/^og:(image|video|audio)(:secure_url|:url)?$/.test(get('property'))) page.main.push(get('content'));
      if (get('property') === 'og:title') page.titles.shared ||= plainLine(get('content'), 300);
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
    case 'link':
    case 'a':
      if (get('rel').toLowerCase().split(/\s+/).includes('license'))
        page.licenceUrl ||= absolute(page, get('href'));
      else if (element.tagName === 'a') add(page, get('href'), figure);
      break;
  }
}

function figureOf(figure: Tree.Element): Round {
  const round: Round = { licenceUrl: '', caption: '' };
  const look = (node: Tree.Node, depth: number): void => {
    if (!('childNodes' in node) || depth > DEEPEST_IN_FIGURE) return;
    for (const child of node.childNodes) {
      if (!('tagName' in child)) continue;
      if (child.tagName === 'a' && attribute(child, 'rel').toLowerCase().split(/\s+/).includes('license'))
        round.licenceUrl ||= attribute(child, 'href');
      if (child.tagName === 'figcaption') round.caption ||= plainLine(textOf(child), 300);
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

function attribute(element: Tree.Element, name: string): string {
  return element.attrs.find((attribute) => attribute.name === name)?.value ?? '';
}

function textOf(node: Tree.Node): string {
  if ('value' in node) return node.value;
  return 'childNodes' in node ? node.childNodes.map(textOf).join('') : '';
}
