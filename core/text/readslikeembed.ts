/** How long what is looked at is, in UTF-16 units: the tags of an embed code come early. */
const LOOKED_AT = 20_000;

// A tag begins with its bracket, or with one that a program has escaped, however often.
const FRAME = /(?:<|&(?:amp;){0,9}(?:lt|#0{0,6}60|#x0{0,6}3c);)(?:iframe|object|embed)[\s>&]/i;
const SCRIPT = /(?:<|&(?:amp;){0,9}(?:lt|#0{0,6}60|#x0{0,6}3c);)script\b/i;

/**
 * True for plain text that is an embed code and not words, also where a program has escaped it: it has a frame, or a
 * script that loads from somewhere.
 */
export function readsLikeEmbed(text: string): boolean {
  const start = text.slice(0, LOOKED_AT);
  if (FRAME.test(start)) return true;
  const script = SCRIPT.exec(start);
  return (
    script !== null && /\bsrc\s{0,9}=|https?:\/\//i.test(start.slice(script.index, script.index + 2_000))
  );
}

/** True for plain text that is one address on the web, with nothing before or after it. */
export const isOneAddress = (text: string): boolean =>
  /^\s{0,20}https?:\/\/[^\s<>"]{3,2000}\s{0,20}$/i.test(text.slice(0, 2_100)) && URL.canParse(text.trim());
