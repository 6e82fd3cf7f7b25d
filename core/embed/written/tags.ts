const OPENS = '“”„‟″«‘’‚‛′‹';
const CLOSES = '“”„‟″»‘’‚‛′›';
/** How quotes are written that somebody's program has escaped. */
const ESCAPED_QUOTES = [
  '&quot;',
  '&#34;',
  '&#x22;',
  '&ldquo;',
  '&rdquo;',
  '&bdquo;',
  '&#8220;',
  '&#8221;',
  '&apos;',
  '&#39;',
];
const HIDDEN = '\u200b\u200c\u200d\u2060\ufeff\u00ad';
/** Attributes that are of no use where only their beginning is there. */
const WHOLE_OR_NOTHING = new Set(['src', 'data', 'href', 'data-src', 'srcdoc', 'value', 'cite']);

/** Code with its tags made as HTML wants them, and what had been wrong with them. */
export interface StraightTags {
  code: string;
  /** Quotes round values were bent or escaped. */
  quotes: boolean;
  /** Blanks were hard ones, or letters were hidden among the names. */
  blanks: boolean;
  /** The code ends in the middle of a tag; and in the middle of an address. */
  cut: boolean;
  cutAddress: boolean;
}

/**
 * Code with the curly quotes that word processors put round values made straight, hard blanks in tags made plain, and
 * a tag that is cut off at the end closed. What stands in straight quotes, and the words between tags, stay as they
 * are. Reads once through.
 */
export function straightTags(code: string): StraightTags {
  const found = { quotes: false, blanks: false, cut: false, cutAddress: false };
  let [out, from, at] = ['', 0, 0];
  const replace = (to: number, by: string) => {
    out += code.slice(from, at) + by;
    at = to;
    from = to;
  };
  while (at < code.length) {
    if (code[at] !== '<' || !/[a-z/]/i.test(code.charAt(at + 1))) {
      at++;
      continue;
    }
    at++;
    let name = '';
    let open = true;
    while (open && at < code.length) {
      const letter = code.charAt(at);
      if (letter === '>') open = false;
      else if (HIDDEN.includes(letter)) {
        found.blanks = true;
        replace(at + 1, '');
      } else if (/[^\S \t\r\n\f]/.test(letter)) {
        found.blanks = true;
        replace(at + 1, ' ');
        name = '';
      } else if (letter === '=') {
        at++;
        value();
        name = '';
      } else {
        name = /[\s"'/]/.test(letter) ? '' : name + letter;
        at++;
      }
    }
    if (open) found.cut = true;
    else at++;

    function value() {
      while (/\s/.test(code.charAt(at))) at++;
      const quote = code.charAt(at);
      if (quote === '"' || quote === "'") {
        const end = code.indexOf(quote, at + 1);
        if (end < 0) endsWithin(quote);
        else at = end + 1;
        return;
      }
      const escaped = quote === '&' ? ESCAPED_QUOTES.find((word) => code.startsWith(word, at)) : undefined;
      if (escaped === undefined && (quote === '' || !OPENS.includes(quote))) {
        while (at < code.length && !/[\s>]/.test(code.charAt(at))) at++;
        if (at === code.length && WHOLE_OR_NOTHING.has(name.toLowerCase())) found.cutAddress = true;
        return;
      }
      found.quotes = true;
      const start = at + (escaped?.length ?? 1);
      let end = start;
      const closes = () =>
        escaped === undefined
          ? CLOSES.includes(code.charAt(end))
          : ESCAPED_QUOTES.some((word) => code.startsWith(word, end));
      while (end < code.length && code[end] !== '>' && !closes()) end++;
      const inside = code.slice(start, end).replaceAll('"', '&quot;');
      const closing =
        end >= code.length || code[end] === '>'
          ? 0
          : escaped === undefined
            ? 1
            : (ESCAPED_QUOTES.find((word) => code.startsWith(word, end))?.length ?? 0);
      const whole = end < code.length;
      replace(end + closing, `"${inside}${whole ? '"' : ''}`);
      if (!whole) endsWithin('"');
    }

    function endsWithin(quote: string) {
      at = code.length;
      found.cut = true;
      if (WHOLE_OR_NOTHING.has(name.trim().toLowerCase())) found.cutAddress = true;
      replace(code.length, quote);
    }
  }
  out += code.slice(from);
  return { code: found.cut ? `${out}>` : out, ...found };
}
