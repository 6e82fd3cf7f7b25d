/** What is left out of a part, by the names of elements and attributes without their prefixes. */
export interface Leaving {
  /** Of the elements at a depth (the document's own is 0), these alone are kept. */
  only?: { depth: number; names: ReadonlySet<string> };
  /** These go with all that is in them. */
  without?: ReadonlySet<string>;
  /** These stay, with no words in them. */
  emptied?: ReadonlySet<string>;
  /** These stay, and say nothing. */
  blank?: ReadonlySet<string>;
  /** Of items that are told apart by a `name`, these stay with no words in them. */
  items?: ReadonlySet<string>;
}

/**
 * Writes XML (1.0) anew without what is left out, and not a character of it otherwise changed. Its time grows with the
 * length of the part alone, whatever stands in it; what is not well formed is passed on as far as it can be followed.
 */
export function writtenWithout(xml: string, leaving: Leaving): string {
  const { only, without, emptied, blank, items } = leaving;
  const written: string[] = [];
  let depth = 0;
  /** The depth at which something began that goes, or whose words go. */
  let [gone, silent]: (number | null)[] = [null, null];
  const write = (from: number, to: number) => {
    if (gone === null && to > from) written.push(xml.slice(from, to));
  };
  for (let at = 0; at < xml.length;) {
    const open = xml.indexOf('<', at);
    const words = open < 0 ? xml.length : open;
    if (silent === null) write(at, words);
    if (open < 0) break;
    const aside = ASIDE.find(([begins]) => xml.startsWith(begins, open));
    if (aside) {
      const end = after(xml, aside[1], open);
      // A comment is nobody's to read; words can be written as data.
      if (aside[0] === '<?' || (aside[0] === '<![CDATA[' && silent === null)) write(open, end);
      at = end;
      continue;
    }
    const end = tagEnd(xml, open);
    at = end;
    if (xml[open + 1] === '/') {
      depth--;
      if (silent === depth) silent = null;
      if (gone === depth) gone = null;
      else write(open, end);
      continue;
    }
    const tag = xml.slice(open, end);
    const name = localName(/^<([^\s/>]*)/.exec(tag)?.[1] ?? '');
    const goes = (only?.depth === depth && !only.names.has(name)) || without?.has(name);
    const alone = tag.endsWith('/>');
    if (gone === null && !goes) written.push(blank ? withBlank(tag, blank) : tag);
    if (!alone) {
      if (goes) gone ??= depth;
      const item = items && /\s(?:[\w-]+:)?name\s*=\s*["']([^"']*)/.exec(tag)?.[1];
      if (emptied?.has(name) || (item && items.has(item))) silent ??= depth;
      depth++;
    }
  }
  return written.join('');
}

/** What is no element, by what it begins and ends with. */
const ASIDE = [
  ['<!--', '-->'],
  ['<![CDATA[', ']]>'],
  ['<?', '?>'],
  ['<!', '>'],
] as const;

function after(xml: string, ends: string, from: number): number {
  const at = xml.indexOf(ends, from);
  return at < 0 ? xml.length : at + ends.length;
}

/** Where a tag ends: a `>` may stand in what its attributes say. */
function tagEnd(xml: string, open: number): number {
  let quote = '';
  for (let at = open; at < xml.length; at++) {
    const sign = xml.charAt(at);
    if (quote !== '') {
      if (sign === quote) quote = '';
    } else if (sign === '"' || sign === "'") quote = sign;
    else if (sign === '>') return at + 1;
  }
  return xml.length;
}

const localName = (name: string): string => name.slice(name.indexOf(':') + 1);

const withBlank = (tag: string, names: ReadonlySet<string>): string =>
  tag.replace(/(\s)([^\s=/>"']+)(\s*=\s*)("[^"]*"|'[^']*')/g, (all, space, name: string, equals) =>
    names.has(localName(name)) ? `${space}${name}${equals}""` : all,
  );
