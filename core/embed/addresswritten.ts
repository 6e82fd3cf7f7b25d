import { linkAddress } from './linkaddress.ts';

/** What has code in it: an address beside that is not what is meant. */
const CODE = /<(?:iframe|script|object|embed|blockquote|video|audio)[\s>/]/i;

/** Ways in which programs and people write one address down, each as what leads to it. */
const WAYS: readonly RegExp[] = [
  // Between the marks of a plain text (RFC 3986, Appendix C).
  /^<(https?:\/\/[^\s<>"']{1,2000})>$/i,
  // The marks of boards.
  /^\[(?:media|video|audio|embed|url|film)(?:=[^\][]{0,200})?\]\s{0,9}(https?:\/\/[^\s<>"'[\]]{1,2000})\s{0,9}\[\/[a-z]{1,12}\]$/i,
  // What a program keeps in a comment of the block that it writes.
  /^<!--[^<>]{0,400}"url"\s{0,9}:\s{0,9}"(https?:[^\s<>"]{1,2000})"/i,
];

/** Where a page tells programs of the embed that it has (oEmbed 1.0, 4): the address that it is asked with. */
const DISCOVERED = /^<link\s[^<>]{0,4000}>$/i;

/** The one address that a text is, however it was written down; null for any other text. */
export function addressWritten(text: string): string | null {
  const bare = text.trim();
  if (bare.length > 5000 || CODE.test(bare)) return null;
  for (const way of WAYS) {
    const [, found] = way.exec(bare) ?? [];
    if (found !== undefined) return linkAddress(found.replaceAll('\\/', '/'));
  }
  if (!DISCOVERED.test(bare) || !/\+oembed["'\s]/i.test(bare)) return null;
  const [, href = ''] = /\shref\s{0,9}=\s{0,9}["']([^"'<>]{1,4000})["']/i.exec(bare) ?? [];
  const asked = linkAddress(href.replaceAll('&amp;', '&'));
  const about = asked === null ? null : new URL(asked).searchParams.get('url');
  return about === null ? null : linkAddress(about);
}
