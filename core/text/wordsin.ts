/** Elements in which nothing is words of the page (HTML, 13.1.2: raw text and what is not rendered). */
const SILENT = /^(script|style|template|title|textarea|noscript|iframe|noembed|noframes)$/i;

const NAMED: Readonly<Record<string, string>> = {
  amp: '&',
  lt: '<',
  gt: '>',
  quot: '"',
  apos: "'",
  nbsp: ' ',
};

/**
 * The words in some HTML, without anything else of it: for whoever has to know them at once and needs no more. Nothing of
 * it becomes an element, so that nothing in it can be run, fetched or complained of. The time it takes grows with its length.
 */
export function wordsIn(html: string): string {
  const words: string[] = [];
  let at = 0;
  while (at < html.length) {
    const open = html.indexOf('<', at);
    const until = open === -1 ? html.length : open;
    words.push(html.slice(at, until));
    if (open === -1) break;
    const name = /^<\/?([a-z][^\s/>]{0,40})/i.exec(html.slice(open, open + 44))?.[1];
    if (html.startsWith('<!--', open)) at = behind(html, '-->', open + 4);
    else if (name === undefined && !/^<[/!?]/.test(html.slice(open, open + 2))) {
      words.push('<');
      at = open + 1;
    } else {
      at = tagEnd(html, open);
      if (name && SILENT.test(name) && html[open + 1] !== '/') at = silentEnd(html, name, at);
      // Blocks stand apart, and no two words become one by what stood between them.
      words.push(' ');
    }
  }
  return decoded(words.join('')).replace(/\s+/g, ' ').trim();
}

const behind = (text: string, mark: string, from: number): number => {
  const found = text.indexOf(mark, from);
  return found === -1 ? text.length : found + mark.length;
};

/** Where a tag ends: at the first bracket that stands in none of its values. */
function tagEnd(html: string, from: number): number {
  let quote = '';
  for (let at = from + 1; at < html.length; at++) {
    const sign = html[at] ?? '';
    if (quote !== '') quote = sign === quote ? '' : quote;
    else if (sign === '>') return at + 1;
    else if ((sign === '"' || sign === "'") && html[at - 1] === '=') quote = sign;
  }
  return html.length;
}

/** Where the end tag of an element begins that holds no words. */
function silentEnd(html: string, name: string, from: number): number {
  const lower = name.toLowerCase();
  for (let at = html.indexOf('</', from); at !== -1; at = html.indexOf('</', at + 2))
    if (html.slice(at + 2, at + 2 + lower.length).toLowerCase() === lower) return at;
  return html.length;
}

const decoded = (text: string): string =>
  text.replace(/&(?:#(\d{1,7})|#x([\da-f]{1,6})|([a-z]{2,4}));/gi, (whole, decimal, hex, name: string) => {
    if (name) return NAMED[name.toLowerCase()] ?? whole;
    const point = decimal ? Number(decimal) : Number.parseInt(hex as string, 16);
    return point > 0 && point <= 0x10_ff_ff ? String.fromCodePoint(point) : whole;
  });
