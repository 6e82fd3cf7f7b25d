import type { DefaultTreeAdapterTypes as Tree } from 'parse5';

const OPENS = '“”„‟″«‘’‚‛′‹';
const CLOSES = '“”„‟″»‘’‚‛′›';

/**
 * Code with the curly quotes that word processors put round attribute values made straight; what stands in straight
 * quotes already, and the words between tags, stay as they are. Reads once through.
 */
export function straightened(code: string): string {
  let [out, from, at] = ['', 0, 0];
  const isBlank = () => /\s/.test(code.charAt(at));
  while (at < code.length) {
    if (code[at] !== '<' || !/[a-z]/i.test(code.charAt(at + 1))) {
      at++;
      continue;
    }
    while (at < code.length && code[at] !== '>') {
      if (code[at] !== '=') {
        at++;
        continue;
      }
      at++;
      while (isBlank()) at++;
      const quote = code.charAt(at);
      if (quote === '"' || quote === "'") {
        const end = code.indexOf(quote, at + 1);
        at = end < 0 ? code.length : end + 1;
      } else if (quote !== '' && OPENS.includes(quote)) {
        const start = at + 1;
        at = start;
        while (at < code.length && !CLOSES.includes(code.charAt(at)) && code[at] !== '>') at++;
        out += `${code.slice(from, start - 1)}"${code.slice(start, at).replaceAll('"', '&quot;')}"`;
        if (code[at] !== '>') at++;
        from = at;
      }
    }
  }
  return out + code.slice(from);
}

/** What was code before somebody's program escaped it: the text of a tree, where it reads like a frame; else null. */
export function codeInText(root: Tree.ParentNode): string | null {
  let text = '';
  const waiting: Tree.Node[] = root.childNodes.toReversed();
  for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
    if ('value' in node) text += node.value;
    if ('tagName' in node && (node.tagName === 'script' || node.tagName === 'style')) continue;
    if ('childNodes' in node) waiting.push(...node.childNodes.toReversed());
  }
  return /<iframe[\s>/]|&lt;iframe\s/i.test(text) ? text : null;
}
