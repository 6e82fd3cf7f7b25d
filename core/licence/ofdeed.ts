import { isLicence, LICENCES } from './licences.ts';

/**
 * The id of the licence whose deed or legal text stands at an address, in whatever language it is shown
 * (ccREL: the licence is named by its URL); `unknown` for terms that are not on our list, other versions included.
 */
export function licenceOfDeed(address: string): string {
  if (!URL.canParse(address)) return 'unknown';
  const { hostname, pathname } = new URL(address);
  const host = hostname.replace(/^www\./, '');
  const [folder, kind, version, port] = pathname.split('/').filter(Boolean);
  if (host === 'creativecommons.org' && folder === 'licenses') {
    const ported = port !== undefined && !/^(deed|legalcode)\b/.test(port);
    const id = `cc-${kind}-${version}${ported ? `-${port}` : ''}`;
    return isLicence(id) ? id : 'unknown';
  }
  const path = `${host}${pathname}`;
  const known = LICENCES.find(({ deed }) => {
    if (!deed) return false;
    const { hostname, pathname } = new URL(deed);
    const whole = `${hostname.replace(/^www\./, '')}${pathname}`;
    return (
      path === whole.replace(/\/$/, '') || path === whole || (whole.endsWith('/') && path.startsWith(whole))
    );
  });
  return known?.id ?? 'unknown';
}
