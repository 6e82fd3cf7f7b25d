/** How long what is looked at is, in UTF-16 units: the tags of an embed code come early. */
const LOOKED_AT = 20_000;

/** A text with every bracket by which a tag begins as itself, also where a program has escaped it, however often. */
export const withBrackets = (text: string): string =>
  text.replaceAll(/&(?:amp;){0,9}(?:lt|#0{0,6}60|#x0{0,6}3c);/gi, '<');

/**
 * True for plain text that is an embed code and not words, also where a program has escaped it: it has a frame, or a
 * script that loads from somewhere.
 */
export function readsLikeEmbed(text: string): boolean {
  const start = withBrackets(text.slice(0, LOOKED_AT));
  // Who only speaks of an element does not say what it loads.
  if (/<(?:iframe|object|embed)\s[^<>]{0,4000}=/i.test(start)) return true;
  const script = /<script\b/i.exec(start);
  return (
    script !== null && /\bsrc\s{0,9}=|https?:\/\//i.test(start.slice(script.index, script.index + 2_000))
  );
}

/** True for plain text that is one address on the web, with nothing before or after it. */
export const isOneAddress = (text: string): boolean =>
  /^\s{0,20}https?:\/\/[^\s<>"]{3,2000}\s{0,20}$/i.test(text.slice(0, 2_100)) && URL.canParse(text.trim());
