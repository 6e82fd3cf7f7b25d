import { plainLine, withoutShareMarks } from '../text/index.ts';
import { isHostName } from './host.ts';

const LONGEST = 4096;

/** The address that a link of foreign code leads to, without what tells who passed it on; null where it leads to no page. */
export function linkAddress(raw: string): string | null {
  const trimmed = raw.trim();
  const absolute = trimmed.startsWith('//') ? `https:${trimmed}` : trimmed;
  if (absolute.length > LONGEST || !/^https?:/i.test(absolute)) return null;
  const url = parsed(absolute);
  if (!url || !isHostName(url.hostname)) return null;
  if (url.username !== '' || url.password !== '') [url.username, url.password] = ['', ''];
  const { address } = withoutShareMarks(url.href);
  return address.length > LONGEST ? null : address;
}

function parsed(address: string): URL | null {
  try {
    return new URL(address);
  } catch {
    return null;
  }
}

/** An address in words, where nobody says more of it: its host and its path. */
export function addressInWords(address: string): string {
  const { host, pathname } = new URL(address);
  let path = pathname === '/' ? '' : pathname;
  try {
    path = decodeURI(path);
  } catch {
    // Then as it is written.
  }
  return plainLine(`${host.replace(/^www\./, '')}${path}`, 120);
}

/** True for two addresses of one host, or of hosts of which one lies in the other. */
export function sameHost(one: string, other: string): boolean {
  const [a, b] = [new URL(one).host.replace(/^www\./, ''), new URL(other).host.replace(/^www\./, '')];
  return a === b || a.endsWith(`.${b}`) || b.endsWith(`.${a}`);
}
