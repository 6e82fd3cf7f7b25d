import ipaddr from 'ipaddr.js';
import { lookup as resolve, type LookupAddress } from 'node:dns';
import type { LookupFunction } from 'node:net';
import { isIP } from 'node:net';
import { Refused } from '../imaging/formats.ts';

/** True for addresses on the public internet; anything else (private, loopback, link-local, mapped, reserved) is not. */
export function isPublic(address: string): boolean {
  if (!ipaddr.isValid(address)) return false;
  // An IPv4 address written in IPv6 is judged as the IPv4 address it reaches.
  return ipaddr.process(address).range() === 'unicast';
}

/**
 * Judges an address before anything is sent to it (WHATWG URL: decimal, octal and short forms of IPv4
 * are already written out). Origins in `trusted` may be anywhere, on any port. Throws Refused.
 */
export function checkAddress(raw: string, trusted: readonly string[]): URL {
  const text = raw.trim();
  if (text.length > 2000) throw new Refused('This address is longer than 2,000 characters.');
  if (!URL.canParse(text))
    throw new Refused('This is not a complete web address. It begins with https:// or http://.');
  const url = new URL(text);
  if (url.protocol !== 'https:' && url.protocol !== 'http:')
    throw new Refused(
      `Only addresses that begin with https:// or http:// can be fetched; this one begins with ${url.protocol}`,
    );
  if (url.username || url.password)
    throw new Refused('This address carries a user name or password. Take it out and try again.');
  url.hash = '';
  if (trusted.includes(url.origin)) return url;
  if (url.port !== '')
    throw new Refused(`Port ${url.port} of ${url.hostname} is not one that web pages use.`);
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

function unreachable(host: string): Refused {
  return new Refused(
    `${host} is an address inside a private network. Placard fetches only from the public web.`,
  );
}
