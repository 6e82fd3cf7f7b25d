const OPENS = '“”„‟″«‘’‚‛′‹';
/** What closes a value: a double quote one that a double quote opened, in which an apostrophe is a letter. */
const CLOSES_DOUBLE = '“”„‟″»';
const CLOSES_SINGLE = '‘’‚‛′›';
/** How quotes are written that somebody's program has escaped. */
const ESCAPED_QUOTES = '&quot; &#34; &#x22; &ldquo; &rdquo; &bdquo; &#8220; &#8221; &apos; &#39;'.split(' ');
const HIDDEN = '\u200b\u200c\u200d\u2060\ufeff\u00ad';
/** Attributes that are of no use where only their beginning is there. */
const WHOLE_OR_NOTHING = new Set(['src', 'data', 'href', 'data-src', 'srcdoc', 'value', 'cite']);

const [TAB, FEED, RETURN, BLANK, QUOTE, AND, APOSTROPHE, SLASH, EQUALS, CLOSE] = [
  9, 10, 13, 32, 34, 38, 39, 47, 61, 62,
];
const isPlainBlank = (code: number) =>
  code === BLANK || code === FEED || code === TAB || code === RETURN || code === 12;
/** A letter of a tag's name, or the slash before it. */
const beginsTag = (code: number) => code === SLASH || ((code | 32) >= 97 && (code | 32) <= 122);
const OTHER_BLANK = /[^\S \t\r\n\f]/;

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
  const length = code.length;
  let [out, from, at, nameFrom] = ['', 0, 0, -1];
  const replace = (to: number, by: string) => {
    out += code.slice(from, at) + by;
    at = to;
    from = to;
  };
  while (at < length) {
    const begins = code.indexOf('<', at);
    if (begins < 0) break;
    at = begins + 1;
    const shown = /^[\u200b-\u200d\u2060\ufeff\u00ad]{1,99}/.exec(code.slice(at, at + 99));
    if (shown) {
      found.blanks = true;
      replace(at + shown[0].length, '');
    }
    if (!beginsTag(code.charCodeAt(at))) continue;
    nameFrom = -1;
    let open = true;
    while (open && at < length) {
      const letter = code.charCodeAt(at);
      if (letter === CLOSE) open = false;
      else if (letter === EQUALS) {
        const name = nameFrom < 0 ? '' : code.slice(nameFrom, at).trim().toLowerCase();
        at++;
        value(name);
        nameFrom = -1;
      } else if (isPlainBlank(letter)) {
        // Blanks may stand between a name and what it is.
        const next = nextLetter(at);
        if (code.charCodeAt(next) !== EQUALS) nameFrom = -1;
        at = next;
      } else if (letter === QUOTE || letter === APOSTROPHE || letter === SLASH) {
        nameFrom = -1;
        at++;
      } else if (letter > 127 && HIDDEN.includes(code.charAt(at))) {
        found.blanks = true;
        replace(at + 1, '');
      } else if (letter > 127 && OTHER_BLANK.test(code.charAt(at))) {
        found.blanks = true;
        replace(at + 1, ' ');
        nameFrom = -1;
      } else {
        if (nameFrom < 0) nameFrom = at;
        at++;
      }
    }
    if (open) found.cut = true;
    else at++;
  }
  out += code.slice(from);
  return { code: found.cut ? `${out}>` : out, ...found };

  function nextLetter(start: number): number {
    let next = start;
    while (next < length && isPlainBlank(code.charCodeAt(next))) next++;
    return next;
  }

  function value(name: string): void {
    at = nextLetter(at);
    const quote = code.charCodeAt(at);
    if (quote === QUOTE || quote === APOSTROPHE) {
      const end = code.indexOf(code.charAt(at), at + 1);
      if (end < 0) endsWithin(name, code.charAt(at));
      else at = end + 1;
      return;
    }
    const escaped = quote === AND ? ESCAPED_QUOTES.find((word) => code.startsWith(word, at)) : undefined;
    if (escaped === undefined && !(quote > 127 && OPENS.includes(code.charAt(at)))) {
      while (at < length && code.charCodeAt(at) !== CLOSE && !isPlainBlank(code.charCodeAt(at))) at++;
      if (at === length && WHOLE_OR_NOTHING.has(name)) found.cutAddress = true;
      return;
    }
    found.quotes = true;
    const double = '“”„‟″«'.includes(code.charAt(at));
    const start = at + (escaped?.length ?? 1);
    let [end, closing] = [start, 0];
    for (; end < length && code.charCodeAt(end) !== CLOSE; end++) {
      if (escaped === undefined) closing = closes(end, double) ? 1 : 0;
      else if (code.charCodeAt(end) === AND)
        closing = ESCAPED_QUOTES.find((word) => code.startsWith(word, end))?.length ?? 0;
      if (closing > 0) break;
    }
    const inside = code.slice(start, end).replaceAll('"', '&quot;');
    if (end < length) replace(end + closing, `"${inside}"`);
    else {
      replace(end, `"${inside}`);
      endsWithin(name, '"');
    }
  }

  /** True where a value ends: an apostrophe between letters is one. */
  function closes(place: number, double: boolean): boolean {
    if (double) return CLOSES_DOUBLE.includes(code.charAt(place));
    if (!CLOSES_SINGLE.includes(code.charAt(place))) return false;
    const next = code.charCodeAt(place + 1);
    return Number.isNaN(next) || isPlainBlank(next) || next === CLOSE || next === SLASH;
  }

  function endsWithin(name: string, quote: string): void {
    at = length;
    found.cut = true;
    if (WHOLE_OR_NOTHING.has(name)) found.cutAddress = true;
    replace(length, quote);
  }
}
