import type { DefaultTreeAdapterTypes as Tree } from 'parse5';

/** Tags by which code is told from words that speak of it. */
const READS_LIKE_CODE =
  /(?:<|&lt;)(?:iframe|blockquote|script|object|embed)(?:[\s>/]|&gt;)|&amp;lt;(?:iframe|blockquote|script|object|embed)\b/i;

/** What was code before somebody's program escaped it: the text of a tree, where it reads like an embed; else null. */
export function codeInText(root: Tree.ParentNode): string | null {
  let text = '';
  const waiting: Tree.Node[] = root.childNodes.toReversed();
  for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
    if ('value' in node) text += node.value;
    if ('tagName' in node && (node.tagName === 'script' || node.tagName === 'style')) continue;
    if ('childNodes' in node) waiting.push(...node.childNodes.toReversed());
  }
  return READS_LIKE_CODE.test(text) ? text : null;
}
