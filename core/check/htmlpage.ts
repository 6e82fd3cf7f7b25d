import { defaultTreeAdapter, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { attributesOf, isHtml } from '../embed/nodes.ts';
import { plainLine } from '../text/index.ts';
import { readDocument, readFragment } from '../reading/tree.ts';

/** Where something stands in a file: lines and columns count from 1, columns in UTF-16 units. */
export interface Place {
  line: number;
  column: number;
}

/** One element of a foreign page. */
export interface HtmlElement {
  tag: string;
  /** Attributes by their names, in lower case. */
  attributes: ReadonlyMap<string, string>;
  place: Place;
  /** What holds it, the nearest first. */
  ancestors: readonly HtmlElement[];
  /** The elements in it, in order, however deep. */
  inside: readonly HtmlElement[];
  /** What it is called for whoever hears it: its words, with those of pictures, as far as they are needed. */
  words: string;
}

/** Any HTML that is looked at: a fragment, or a whole document. */
export interface HtmlPage {
  /** It has a head of its own (HTML, 13.1). */
  whole: boolean;
  elements: readonly HtmlElement[];
  /** What links can lead to in it. */
  anchors: ReadonlySet<string>;
  /** Whether a file stands beside it, by an address without a host; nothing where nobody can tell. */
  holds?: ((path: string) => boolean) | undefined;
}

/** Larger pages nobody writes by hand. */
const BUDGET = { elements: 200_000, depth: 500 };
const MOST_WORDS = 300;
/** What stands in them is no element of the page, and no words of it. */
const SWALLOWED = new Set(['script', 'style', 'template', 'noscript', 'textarea', 'title']);
const PARTED = /^(?:br|p|div|li|h[1-6]|tr|td|th|section|article|figcaption)$/;

/** True for a whole document: before its first element stand at most comments. */
function isWhole(html: string): boolean {
  let rest = html.trimStart();
  while (rest.startsWith('<!--')) {
    const end = rest.indexOf('-->');
    if (end < 0) return false;
    rest = rest.slice(end + 3).trimStart();
  }
  return /^<(?:!doctype|html|head|body)\b/i.test(rest);
}

/** Reads any HTML, whole or a part. Throws TooTangled beyond what anybody writes. */
export function readPage(html: string, holds?: (path: string) => boolean): HtmlPage {
  const whole = isWhole(html);
  const root: Tree.ParentNode = whole ? readDocument(html, BUDGET, true) : readFragment(html, BUDGET, true);
  const elements: HtmlElement[] = [];
  const anchors = new Set<string>();
  gather(root, [], { line: 1, column: 1 }, elements);
  for (const { tag, attributes } of elements) {
    for (const name of [attributes.get('id'), tag === 'a' ? attributes.get('name') : undefined])
      if (name) anchors.add(name);
  }
  return { whole, elements, anchors, holds };
}

/** Gathers what lies in a node, in order; answers its words. */
function gather(
  node: Tree.ParentNode,
  ancestors: readonly HtmlElement[],
  at: Place,
  elements: HtmlElement[],
): string {
  let words = '';
  for (const child of node.childNodes) {
    if (defaultTreeAdapter.isTextNode(child) && words.length < MOST_WORDS) words += child.value;
    if (!defaultTreeAdapter.isElementNode(child)) continue;
    const from = child.sourceCodeLocation;
    const place = from ? { line: from.startLine, column: from.startCol } : at;
    const attributes = attributesOf(child);
    // A drawing is one thing, whatever is in it.
    const drawn = !isHtml(child);
    const first = elements.length + 1;
    let end = first;
    const element = {
      tag: child.tagName,
      attributes,
      place,
      ancestors,
      words: '',
      // Few rules ask for it, and what is deep would be kept once for each that holds it.
      get inside() {
        return elements.slice(first, end);
      },
    };
    elements.push(element);
    const swallowed = drawn || SWALLOWED.has(child.tagName);
    const own = swallowed ? '' : gather(child, [element, ...ancestors], place, elements);
    end = elements.length;
    const titled = child.tagName === 'title' || drawn ? wordsOf(child) : own;
    element.words = plainLine(nameOf(element, titled), MOST_WORDS);
    if (child.tagName === 'title' || attributes.get('aria-hidden') === 'true') continue;
    if (words.length < MOST_WORDS) words += PARTED.test(child.tagName) ? ` ${element.words} ` : element.words;
  }
  return words;
}

/** The text in something, of which nothing is an element of the page. */
const wordsOf = (node: Tree.ParentNode): string =>
  node.childNodes
    .map((child) =>
      defaultTreeAdapter.isTextNode(child)
        ? child.value
        : defaultTreeAdapter.isElementNode(child)
          ? wordsOf(child)
          : '',
    )
    .join('');

/** What an element says by itself (ACCNAME 1.2, in short): a label, an alt text, its words, its title. */
function nameOf({ tag, attributes }: HtmlElement, words: string): string {
  const said = attributes.get('aria-label')?.trim();
  if (said) return said;
  if (/^(?:img|area)$/.test(tag) || (tag === 'input' && attributes.get('type') === 'image'))
    return attributes.get('alt') ?? '';
  return words.trim() === '' ? (attributes.get('title') ?? words) : words;
}

/** True for what is hidden from everybody, or from who hears the page. */
export const isHidden = (element: HtmlElement): boolean =>
  [element, ...element.ancestors].some(
    ({ attributes }) => attributes.has('hidden') || attributes.get('aria-hidden') === 'true',
  );

/** True for what is said to be there for its looks alone. */
export const isLooks = ({ attributes }: HtmlElement): boolean =>
  /^(?:presentation|none)$/.test(attributes.get('role') ?? '');

/** An element as it can be known again in a sentence. */
export function called({ tag, attributes }: HtmlElement): string {
  const address = attributes.get('src') ?? attributes.get('href') ?? '';
  const name = address.split(/[?#]/)[0]?.split('/').findLast(Boolean) ?? '';
  return name === '' ? `<${tag}>` : `“${plainLine(name, 60)}”`;
}
