import { LICENCES } from './terms.ts';

/**
 * The id of the licence whose deed or legal text stands at an address, in whatever language it is shown
 * (ccREL: the licence is named by its URL); `unknown` for terms that are not on our list, other versions included.
 */
export function licenceOfDeed(address: string): string {
  if (!URL.canParse(address)) return 'unknown';
  const { hostname, pathname } = new URL(address);
  const path = `${hostname.replace(/^www\./, '')}${pathname}`;
  const known = LICENCES.find(({ deed }) => {
    if (!deed) return false;
    const { hostname, pathname } = new URL(deed);
    return path === `${hostname}${pathname.replace(/\/$/, '')}` || path.startsWith(`${hostname}${pathname}`);
  });
  return known?.id ?? 'unknown';
}
