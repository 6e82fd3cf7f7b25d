import { defaultTreeAdapter, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { plainLine } from '../text/index.ts';
import { attributeReason, elementReason, type Dropped } from './dropped.ts';
import { attributesOf, describe, isHtml, rawTextOf, SWALLOWED, wordsIn } from './nodes.ts';

/** What stands in pasted code, found in one walk. */
export interface Survey {
  /** The code as it was read: unescaped, with straight quotes. */
  code: string;
  root: Tree.DocumentFragment;
  /** Every element of HTML that is there to be seen or run, in order. */
  elements: readonly Tree.Element[];
  /** Origins that may be asked over plain http (development). */
  trusted: readonly string[];
  /** What an answer of the host said besides its code: its title, and how large the thing is. */
  told: Told;
}

/** What a host says of a thing of its own besides the code of it. */
export interface Told {
  title?: string | undefined;
  width?: number | undefined;
  height?: number | undefined;
}

/** Walks the tree once; what waits in a template, or lies in a drawing, is not there. */
export function survey(
  code: string,
  root: Tree.DocumentFragment,
  trusted: readonly string[],
  told: Told = {},
): Survey {
  const elements: Tree.Element[] = [];
  const waiting = root.childNodes.toReversed();
  for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
    if (!defaultTreeAdapter.isElementNode(node)) continue;
    if (isHtml(node)) elements.push(node);
    if (!SWALLOWED.has(node.tagName) && node.tagName !== 'iframe')
      waiting.push(...node.childNodes.toReversed());
  }
  return { code, root, elements, trusted, told };
}

/** The elements of a name, in order. */
export const named = ({ elements }: Survey, ...names: readonly string[]): Tree.Element[] =>
  elements.filter(({ tagName }) => names.includes(tagName));

/** How much of an element is kept: all of it, or itself and not all that is in it. */
export type Kept = 'whole' | 'itself';

const MOST_TOLD = 200;

/** All that is not kept, and why. */
export function droppedBut({ root }: Survey, kept: ReadonlyMap<Tree.Element, Kept>): Dropped[] {
  const dropped: Dropped[] = [];
  const drop = (what: string, why: string) => {
    if (dropped.length < MOST_TOLD) dropped.push({ what: plainLine(what, 120), why });
  };
  const waiting: { node: Tree.Node; inKept: boolean }[] = root.childNodes
    .toReversed()
    .map((node) => ({ node, inKept: false }));
  for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) {
    const { node, inKept } = next;
    if (defaultTreeAdapter.isElementNode(node)) {
      const how = kept.get(node);
      if (how === 'whole') continue;
      if (how === undefined) drop(describe(node), elementReason(node.tagName));
      for (const { name, value } of node.attrs)
        if (/^on/i.test(name)) drop(`${name}="${value}"`, attributeReason(name));
      if (!SWALLOWED.has(node.tagName) && node.tagName !== 'iframe')
        for (const child of node.childNodes.toReversed())
          waiting.push({ node: child, inKept: inKept || how === 'itself' });
    } else if (defaultTreeAdapter.isCommentNode(node)) {
      drop(`<!--${node.data}-->`, elementReason('#comment'));
    } else if (defaultTreeAdapter.isTextNode(node) && node.value.trim() !== '' && !inKept) {
      drop(node.value, 'words round the embed; put them in your own text');
    }
  }
  return dropped;
}

/** A script that a browser would run, and from where it loads; null where it stands in the code itself. */
export interface Script {
  element: Tree.Element;
  src: string | null;
  /** What stands in it. */
  text: string;
}

/** Kinds of script that a browser runs (HTML, JavaScript MIME type essence match, and modules). */
const RUNS = /^(?:|module|(?:text|application)\/(?:x-)?(?:java|ecma|j)script(?:1\.[0-5])?)$/i;

/** The scripts, in order. */
export function scriptsIn(found: Survey): Script[] {
  return named(found, 'script').flatMap((element): Script[] => {
    const attributes = attributesOf(element);
    if (!RUNS.test((attributes.get('type') ?? '').trim())) return [];
    return [{ element, src: attributes.get('src')?.trim() || null, text: rawTextOf(element) }];
  });
}

/** A link in the code that leads to something of its host, with its words. */
export interface FoundLink {
  element: Tree.Element;
  href: string;
  words: string;
}

/** The links, in order, as they are written. */
export const linksIn = (found: Survey): FoundLink[] =>
  named(found, 'a').flatMap((element) => {
    const href = attributesOf(element).get('href')?.trim() ?? '';
    return href === '' ? [] : [{ element, href, words: wordsIn(element) }];
  });
