import { defaultTreeAdapter, html as namespaces, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { plainLine } from '../text/index.ts';

/** The attributes of an element by their names. */
export const attributesOf = (element: Tree.Element): Map<string, string> =>
  new Map(element.attrs.map(({ name, value }) => [name, value]));

/** True for an element of HTML itself, not of a drawing or a formula in it. */
export const isHtml = (element: Tree.Element): boolean => element.namespaceURI === namespaces.NS.HTML;

/** What holds an element, outermost first. */
export function ancestorsOf(element: Tree.Element): Tree.Element[] {
  const ancestors: Tree.Element[] = [];
  for (
    let node = element.parentNode;
    node && ancestors.length < 50;
    node = 'parentNode' in node ? node.parentNode : null
  )
    if (defaultTreeAdapter.isElementNode(node)) ancestors.unshift(node);
  return ancestors;
}

/** Their contents are named with them, and say nothing to visitors. */
export const SWALLOWED = new Set(['script', 'style', 'template', 'textarea', 'title', 'xmp', 'noframes']);

/** How many letters of words are looked at. */
export const MOST_WORDS = 1000;

/** The words in an element as visitors read them, in one line; a picture is its own words. */
export function wordsIn(element: Tree.ParentNode): string {
  let text = '';
  const waiting: Tree.Node[] = element.childNodes.toReversed();
  for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
    if (defaultTreeAdapter.isTextNode(node)) text += node.value;
    if (!defaultTreeAdapter.isElementNode(node) || SWALLOWED.has(node.tagName)) continue;
    if (node.tagName === 'img') text += attributesOf(node).get('alt') ?? '';
    if (/^(?:br|p|div|li|h[1-6]|tr)$/.test(node.tagName)) text += ' ';
    waiting.push(...node.childNodes.toReversed());
  }
  return plainLine(text, MOST_WORDS);
}

/** What stands in an element that holds no other, as it is written: a script, a style sheet. */
export const rawTextOf = ({ childNodes: [inside] }: Tree.Element): string =>
  inside && defaultTreeAdapter.isTextNode(inside) ? inside.value : '';

/** An element as a reader recognises it in the code: its name and what it points to. */
export function describe(element: Tree.Element): string {
  const attributes = attributesOf(element);
  const telling = ['src', 'data', 'srcdoc', 'href', 'style', 'class', 'id'].find((name) =>
    attributes.has(name),
  );
  return plainLine(
    telling ? `<${element.tagName} ${telling}="${attributes.get(telling)}">` : `<${element.tagName}>`,
    120,
  );
}
