import type { DefaultTreeAdapterTypes as Tree } from 'parse5';

/** An attribute of an element; empty where it has none. */
export function attribute(element: Tree.Element, name: string): string {
  return element.attrs.find((attribute) => attribute.name === name)?.value ?? '';
}

/** The words of an attribute that lists words, in lower case. */
export const wordsOf = (element: Tree.Element, name: string): string[] =>
  attribute(element, name).toLowerCase().split(/\s+/).filter(Boolean);

/** The text in a node, or its first `longest` characters. */
export function textOf(node: Tree.Node, longest = Number.POSITIVE_INFINITY): string {
  if ('value' in node) return node.value.slice(0, longest);
  let text = '';
  for (const child of 'childNodes' in node ? node.childNodes : []) {
    if (text.length >= longest) break;
    text += textOf(child, longest - text.length);
  }
  return text;
}
