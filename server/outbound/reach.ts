import ipaddr from 'ipaddr.js';
import { lookup as resolve, type LookupAddress } from 'node:dns';
import type { LookupFunction } from 'node:net';
import { isIP } from 'node:net';
import { Refusal, unfit } from '../refusal.ts';

/** What of IPv6 is handed out to networks of the public internet (IANA, IPv6 Address Space). */
const GIVEN_OUT = ipaddr.IPv6.parseCIDR('2000::/3');

/** Parts of what is handed out that lead elsewhere (IANA, IPv4 and IPv6 Special-Purpose Address Registries). */
const SPECIAL = [
  '192.0.0.0/24',
  '192.31.196.0/24',
  '192.52.193.0/24',
  '192.88.99.0/24',
  '192.175.48.0/24',
  '2001::/23',
  '2001:db8::/32',
  '2002::/16',
  '2620:4f:8000::/48',
  '3fff::/20',
].map((block) => ipaddr.parseCIDR(block));

/** True for addresses on the public internet; anything else (private, loopback, link-local, mapped, reserved) is not. */
export function isPublic(address: string): boolean {
  const written = writtenOut(address);
  if (written === null || !ipaddr.isValid(written)) return false;
  // An IPv4 address mapped into IPv6 is judged as the IPv4 address it reaches.
  const reached = ipaddr.process(written);
  if (reached instanceof ipaddr.IPv6 && !reached.match(GIVEN_OUT)) return false;
  if (SPECIAL.some(([block, bits]) => block.kind() === reached.kind() && reached.match(block, bits)))
    return false;
  return reached.range() === 'unicast';
}

/** An IPv6 address in hexadecimal alone (RFC 5952), since an ending like IPv4's is read in more than one way; null for none. */
function writtenOut(address: string): string | null {
  if (!address.includes(':')) return address;
  return URL.canParse(`http://[${address}]`) ? new URL(`http://[${address}]`).hostname.slice(1, -1) : null;
}

/**
 * Judges an address before anything is sent to it (WHATWG URL: decimal, octal and short forms of IPv4
 * are already written out). Origins in `trusted` may be anywhere, on any port. Throws unfit.
 */
export function checkAddress(raw: string, trusted: readonly string[]): URL {
  const text = raw.trim();
  if (text.length > 2000) throw unfit('This address is longer than 2,000 characters.');
  if (!URL.canParse(text))
    throw unfit('This is not a complete web address. It begins with https:// or http://.');
  const url = new URL(text);
  if (url.protocol !== 'https:' && url.protocol !== 'http:')
    throw unfit(
      `Only addresses that begin with https:// or http:// can be fetched; this one begins with ${url.protocol}`,
    );
  if (url.username || url.password)
    throw unfit('This address carries a user name or password. Take it out and try again.');
  url.hash = '';
  if (trusted.includes(url.origin)) return url;
  if (url.port !== '') throw unfit(`Port ${url.port} of ${url.hostname} is not one that web pages use.`);
  const bare = url.hostname.replace(/^\[|\]$/g, '');
  if (isIP(bare) && !isPublic(bare)) throw unreachable(url.hostname);
  return url;
}

/** Name resolution for one connection: refuses names any of whose addresses is not public, and connects to what it checked. */
export const publicLookup: LookupFunction = (hostname, options, done) => {
  resolve(hostname, { ...options, all: true }, (error, addresses: LookupAddress[]) => {
    if (error) return done(error, '', 0);
    const [first] = addresses;
    if (!first || !addresses.every(({ address }) => isPublic(address)))
      return done(unreachable(hostname), '', 0);
    if (options.all) return done(null, addresses);
    return done(null, first.address, first.family);
  });
};

function unreachable(host: string): Refusal {
  return unfit(`${host} is an address inside a private network. Placard fetches only from the public web.`);
}
