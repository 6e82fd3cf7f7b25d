import type { Dropped } from './dropped.ts';
import { isHostName } from './host.ts';

/** Why an address cannot be framed, or the address as it will be framed. */
export type FramedAddress = { refused: string } | { url: URL; dropped: Dropped[] };

const LONGEST = 4096;

// Marks that tell the host who shared the link; the content is the same without them.
const SHARE_MARK = /^(utm_\w+|si|\w*clid|igsh\w*)$/i;

/**
 * Judges the address of a frame (WHATWG URL) and takes from it what is not needed.
 * Only https is kept; http is asked over https unless its exact origin is trusted.
 */
export function frameAddress(raw: string, trustedOrigins: readonly string[] = []): FramedAddress {
  const trimmed = raw.trim();
  if (trimmed === '') return { refused: 'the frame has no address' };
  if (trimmed.length > LONGEST) return { refused: `the address is longer than ${LONGEST} characters` };
  const absolute = trimmed.startsWith('//') ? `https:${trimmed}` : trimmed;
  if (!URL.canParse(absolute)) return { refused: 'the address is not a complete web address' };
  const url = new URL(absolute);
  if (url.protocol !== 'https:' && url.protocol !== 'http:') {
    return { refused: `an address that begins with ${url.protocol} can run code or carry a page inside it` };
  }
  if (!isHostName(url.hostname)) {
    return { refused: `“${url.hostname.slice(0, 80)}” is not a name that a host can have` };
  }
  const dropped: Dropped[] = [];
  if (url.username !== '' || url.password !== '') {
    url.username = '';
    url.password = '';
    dropped.push({ what: 'user name and password in the address', why: 'every visitor would see them' });
  }
  if (url.protocol === 'http:' && !trustedOrigins.includes(url.origin)) {
    url.protocol = 'https:';
    dropped.push({ what: 'http:', why: 'anyone on the way could change it; it is asked for over https' });
  }
  const parts = url.search.slice(1).split('&');
  const kept = parts.filter((part) => !SHARE_MARK.test(part.split('=')[0] ?? ''));
  if (kept.length < parts.length) {
    url.search = kept.join('&');
    for (const part of parts.filter((part) => !kept.includes(part))) {
      dropped.push({ what: part.slice(0, 120), why: 'a mark that tells the host who shared it' });
    }
  }
  dropped.push(...stilled(url));
  if (url.href.length > LONGEST) return { refused: `the address is longer than ${LONGEST} characters` };
  return { url, dropped };
}

/** The usual names by which an address has a film begin by itself, and those by which that is without sound. */
const BEGINS = /^(?:auto_?play|auto_?start)$/i;
const SILENT = /^(?:mute|muted|silent)$/i;
const isOn = (value: string): boolean => /^(?:1|true|yes|on)?$/i.test(value);

/** Takes from an address that what it shows begins by itself; silence, too, which was only asked for with that. */
function stilled(url: URL): Dropped[] {
  const parts = url.search.slice(1).split('&');
  const [nameOf, valueOf] = [
    (part: string) => part.split('=')[0] ?? '',
    (part: string) => part.split('=')[1] ?? '',
  ];
  const begins = parts.filter((part) => BEGINS.test(nameOf(part)) && isOn(valueOf(part)));
  if (begins.length === 0) return [];
  const gone = parts.filter(
    (part) => begins.includes(part) || (SILENT.test(nameOf(part)) && isOn(valueOf(part))),
  );
  url.search = parts.filter((part) => !gone.includes(part)).join('&');
  return gone.map((part) => ({
    what: part.slice(0, 120),
    why: begins.includes(part)
      ? 'visitors start sound and films themselves'
      : 'it was silent only because it began by itself',
  }));
}

/**
 * The address of a film's player that begins by itself: whoever came there has pressed play already. By the name that most
 * hosts know; whoever does not know it shows its own button.
 */
export function playing(src: string, permissions: readonly string[]): string {
  const isFilm = ['fullscreen', 'encrypted-media', 'picture-in-picture'].some((one) =>
    permissions.includes(one),
  );
  if (!isFilm || !URL.canParse(src)) return src;
  const url = new URL(src);
  if (![...url.searchParams.keys()].some((name) => BEGINS.test(name)))
    url.searchParams.append('autoplay', '1');
  return url.href.length > LONGEST ? src : url.href;
}

/** True for hosts that visitors elsewhere cannot reach: loopback, private ranges, names without a dot. */
export function isPrivateHost(hostname: string): boolean {
  if (hostname.startsWith('[')) return /^\[(::1?\]|f[cd]|fe[89ab]|::ffff:)/i.test(hostname);
  if (/^\d+\.\d+\.\d+\.\d+$/.test(hostname)) {
    return /^(0|10|127)\.|^192\.168\.|^169\.254\.|^172\.(1[6-9]|2\d|3[01])\./.test(hostname);
  }
  return !hostname.replace(/\.$/, '').includes('.') || /\.(local|internal|localhost)\.?$/.test(hostname);
}
