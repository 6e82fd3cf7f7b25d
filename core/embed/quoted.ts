import { defaultTreeAdapter, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { element, type Element, type Markup } from '../markup/index.ts';
import { plainLine } from '../text/index.ts';
import { linkAddress, sameHost } from './linkaddress.ts';
import { attributesOf, isHtml, SWALLOWED, wordsIn } from './nodes.ts';

/** A quotation of somebody's words, as our own markup. */
export interface Quoted {
  markup: Element;
  /** Its words without its source, in one line; and how many letters of them are links. */
  words: string;
  linked: number;
  source: string;
  address: string | null;
}

/** Elements that stand on lines of their own. */
const BLOCKS = new Set(
  'p div section article header h1 h2 h3 h4 h5 h6 pre blockquote figure ul ol li dl dt dd table tr'.split(
    ' ',
  ),
);
const MARKS: Readonly<Record<string, string>> = { b: 'strong', strong: 'strong', i: 'em', em: 'em' };
/** Elements whose children are items. */
const LISTS = new Set(['ul', 'ol']);
/** As deep as marks may lie in one another. */
const DEEPEST = 50;

/** What a browser sets a quotation in by, in CSS pixels. */
const INDENT = 40;

/**
 * The words of a foreign blockquote with their links and their source, as a blockquote of ours (HTML, 4.4.4 and
 * 4.4.13); null where there are none. `host` is an address of whoever gives the code out: a link to it is the source.
 */
export function quotedFrom(
  quote: Tree.Element,
  beside: Tree.Element | null,
  host: string | null,
): Quoted | null {
  const { lines, source } = linesOf(quote);
  const words = plainLine(lines.map(({ words: some }) => some).join(' '), 100_000);
  const cite = linkAddress(attributesOf(quote).get('cite') ?? '');
  const sourceLinks = [...(beside ? linksOf(beside) : []), ...source.links];
  const ofHost = lines.flatMap(({ links }) => links).filter((href) => host !== null && sameHost(href, host));
  // Of several links in it the one to the post says where these words stand: its day is what is linked.
  const dated = datedLink(beside) ?? datedLink(quote);
  const address = cite ?? dated ?? sourceLinks.at(-1) ?? ofHost.at(-1) ?? null;
  const said = plainLine((beside ? wordsIn(beside) : source.words).replace(/^[\s—–―-]+/, ''), 300);
  if (words === '') return null;
  const linked = lines.reduce((sum, line) => sum + line.linked, 0);
  // A dash alone only led to whose words they are.
  const kept = lines.filter((line) => !/^[\s—–―-]*$/.test(line.words));
  const quoted = element('blockquote', { cite: address }, ...inBlocks(kept));
  if (said === '' && address === null) return { markup: quoted, words, linked, source: '', address };
  const from = said || address || '';
  const caption = element(
    'figcaption',
    { style: { 'margin-inline-start': `${INDENT}px` } },
    address === null ? from : element('a', { href: address }, from),
  );
  return {
    markup: element('figure', { style: { margin: '0' } }, quoted, caption),
    words,
    linked,
    source: said,
    address,
  };
}

/** Lines as paragraphs, and those of lists as their items, lists in them within. */
function inBlocks(lines: readonly Line[], depth = 0): Element[] {
  return runsOf(lines, (line) => line.lists[depth]?.list ?? line).map(([first, ...more]) => {
    const place = first.lists[depth];
    if (!place) return element('p', {}, ...first.markup);
    const items = runsOf([first, ...more], (line) => line.lists[depth]?.item ?? line);
    const start = place.list.tagName === 'ol' ? (attributesOf(place.list).get('start') ?? '') : '';
    return element(
      place.list.tagName,
      { start: /^\d{1,7}$/.test(start) && Number(start) !== 1 ? Number(start) : null },
      ...items.map(([begun, ...rest]) =>
        begun.lists.length === depth + 1 && rest.every(({ lists }) => lists.length > depth + 1)
          ? element('li', {}, ...begun.markup, ...inBlocks(rest, depth + 1))
          : element('li', {}, ...inBlocks([begun, ...rest], depth + 1)),
      ),
    );
  });
}

/** What follows each other and is of the same. */
function runsOf<T>(all: readonly T[], of: (each: T) => unknown): [T, ...T[]][] {
  const runs: [T, ...T[]][] = [];
  for (const each of all) {
    const run = runs.at(-1);
    if (run && of(run[0]) === of(each)) run.push(each);
    else runs.push([each]);
  }
  return runs;
}

interface Line {
  /** The lists that it stands in, outermost first, each with its item. */
  lists: readonly Listed[];
  markup: Markup[];
  words: string;
  links: string[];
  linked: number;
}

interface Listed {
  list: Tree.Element;
  item: Tree.Element;
}

/** The lines of a quotation; what stands loose behind its paragraphs, or behind a dash, says whose words they are. */
function linesOf(quote: Tree.Element): { lines: Line[]; source: Line } {
  const lines: Line[] = [];
  let source: Line = { lists: [], markup: [], words: '', links: [], linked: 0 };
  let loose: Tree.ChildNode[] = [];
  let blocks = 0;
  const endLoose = (last: boolean, lists: Line['lists']) => {
    const some = loose.filter((node) => !defaultTreeAdapter.isCommentNode(node));
    loose = [];
    if (some.every((node) => defaultTreeAdapter.isTextNode(node) && node.value.trim() === '')) return;
    if (last && blocks > 0) {
      source = lineOf(some);
      return;
    }
    const dash = last
      ? some.findLastIndex((node) => defaultTreeAdapter.isTextNode(node) && lastDash(node.value) >= 0)
      : -1;
    const at = dash < 0 ? undefined : some[dash];
    if (at && defaultTreeAdapter.isTextNode(at)) {
      const from = lastDash(at.value);
      const before = { ...at, value: at.value.slice(0, from) };
      const behind = { ...at, value: at.value.slice(from) };
      const words = lineOf([...some.slice(0, dash), before]);
      if (words.words !== '') {
        lines.push(words);
        source = lineOf([behind, ...some.slice(dash + 1)]);
        return;
      }
    }
    lines.push({ ...lineOf(some), lists });
  };
  const visit = (parent: Tree.ParentNode, depth: number, lists: Line['lists'] = []) => {
    for (const node of parent.childNodes) {
      const isElement = defaultTreeAdapter.isElementNode(node);
      if (
        isElement &&
        (node.tagName === 'footer' || node.tagName === 'cite' || node.tagName === 'figcaption')
      ) {
        endLoose(false, lists);
        source = lineOf(node.childNodes);
      } else if (isElement && BLOCKS.has(node.tagName) && depth < DEEPEST) {
        endLoose(false, lists);
        const within = LISTS.has(tagOf(parent))
          ? [...lists, { list: parent as Tree.Element, item: node }]
          : lists;
        if (
          node.childNodes.some(
            (child) => defaultTreeAdapter.isElementNode(child) && BLOCKS.has(child.tagName),
          )
        )
          visit(node, depth + 1, within);
        else {
          lines.push({ ...lineOf(node.childNodes), lists: within });
          blocks++;
        }
      } else loose.push(node);
    }
    endLoose(depth === 0, lists);
  };
  visit(quote, 0);
  return { lines, source };
}

/** Where the last dash stands that may begin whose words they are; -1 where none does. */
function lastDash(text: string): number {
  for (let at = text.length - 1; at >= 0; at--)
    if (
      '—–―'.includes(text.charAt(at)) &&
      /^\s?$/.test(text.charAt(at - 1)) &&
      /\s/.test(text.charAt(at + 1))
    )
      return at;
  return -1;
}

function lineOf(nodes: readonly Tree.ChildNode[]): Line {
  const links: string[] = [];
  let linked = 0;
  const made = (some: readonly Tree.ChildNode[], depth: number): Markup[] =>
    some.flatMap((node): Markup[] => {
      if (defaultTreeAdapter.isTextNode(node)) return [node.value.replace(/\s+/g, ' ')];
      if (!defaultTreeAdapter.isElementNode(node) || SWALLOWED.has(node.tagName)) return [];
      if (node.tagName === 'img') return [attributesOf(node).get('alt') ?? ''];
      if (node.tagName === 'br') return [element('br', {})];
      const inside = depth < DEEPEST ? made(node.childNodes, depth + 1) : [wordsIn(node)];
      if (!isHtml(node)) return inside;
      const href = node.tagName === 'a' ? linkAddress(attributesOf(node).get('href') ?? '') : null;
      if (href !== null && wordsIn(node) !== '') {
        links.push(href);
        linked += wordsIn(node).length;
        return [element('a', { href }, ...inside)];
      }
      const mark = MARKS[node.tagName];
      return mark ? [element(mark, {}, ...inside)] : inside;
    });
  const markup = trimmed(made(nodes, 0).filter((part) => part !== ''));
  const words = plainLine(nodes.map(wordsOfNode).join(''), 100_000);
  return { lists: [], markup, words, links, linked };
}

const tagOf = (node: Tree.ParentNode): string => ('tagName' in node ? node.tagName : '');

const wordsOfNode = (node: Tree.ChildNode): string => {
  if (defaultTreeAdapter.isTextNode(node)) return node.value;
  if (!defaultTreeAdapter.isElementNode(node) || SWALLOWED.has(node.tagName)) return '';
  if (node.tagName === 'img') return attributesOf(node).get('alt') ?? '';
  return node.tagName === 'br' ? ' ' : ` ${wordsIn(node)} `;
};

/** Without the blanks and empty lines at both ends. */
function trimmed(markup: Markup[]): Markup[] {
  const isEmpty = (part: Markup | undefined) =>
    typeof part === 'string' ? part.trim() === '' : part?.tag === 'br';
  let [from, to] = [0, markup.length];
  while (from < to && isEmpty(markup[from])) from++;
  while (to > from && isEmpty(markup[to - 1])) to--;
  return markup.slice(from, to).map((part, at, all) => {
    if (typeof part !== 'string') return part;
    const start = at === 0 ? part.trimStart() : part;
    return at === all.length - 1 ? start.trimEnd() : start;
  });
}

/** The last link in an element that has a moment as its words (HTML, time); null for none. */
function datedLink(element: Tree.Element | null): string | null {
  let found: string | null = null;
  const waiting: Tree.Node[] = element ? [element] : [];
  for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
    if (!defaultTreeAdapter.isElementNode(node)) continue;
    const holdsTime = node.childNodes.some((child) => 'tagName' in child && child.tagName === 'time');
    if (node.tagName === 'a' && holdsTime) found = linkAddress(attributesOf(node).get('href') ?? '') ?? found;
    waiting.push(...node.childNodes.toReversed());
  }
  return found;
}

function linksOf(element: Tree.Element): string[] {
  const found: string[] = [];
  const waiting: Tree.Node[] = [element];
  for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
    if (!defaultTreeAdapter.isElementNode(node)) continue;
    const href = node.tagName === 'a' ? linkAddress(attributesOf(node).get('href') ?? '') : null;
    if (href !== null) found.push(href);
    waiting.push(...node.childNodes.toReversed());
  }
  return found;
}
