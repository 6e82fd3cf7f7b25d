import { defaultTreeAdapter, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { withBrackets } from '../../text/index.ts';

/** Tags by which code is told from words that speak of it. */
const CODE = /<(?:iframe|blockquote|script|object|embed)[\s>/&]/i;

/** True for words that would be taken for code where they stand by themselves. */
export const readsLikeCode = (words: string): boolean => CODE.test(withBrackets(words));

/** What was code before somebody's program escaped it or took it out: the text of a tree with its comments, where it reads like an embed; else null. */
export function codeInText(root: Tree.ParentNode): string | null {
  let text = '';
  const waiting: Tree.Node[] = root.childNodes.toReversed();
  for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
    if ('value' in node) text += node.value;
    if (defaultTreeAdapter.isCommentNode(node)) text += node.data;
    if ('tagName' in node && (node.tagName === 'script' || node.tagName === 'style')) continue;
    if ('childNodes' in node) waiting.push(...node.childNodes.toReversed());
  }
  return readsLikeCode(text) ? text : null;
}

/** The code that an element keeps in its data until a program puts it in its place; null where none does. */
export function codeInData(elements: readonly Tree.Element[]): string | null {
  for (const { attrs } of elements)
    for (const { name, value } of attrs) if (name.startsWith('data-') && readsLikeCode(value)) return value;
  return null;
}
