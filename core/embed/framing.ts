import { hostMatches } from './hostpattern.ts';

/** What an answer says of being framed by other sites. */
export interface Framing {
  may: boolean;
  /** In a sentence. */
  says: string;
}

/**
 * Whether an answer lets itself be framed by a site (CSP3, frame-ancestors, which goes before; else RFC 7034,
 * X-Frame-Options, as the HTML standard reads it). `site` is our own site's origin; null where that is not known: then
 * what lets only some sites frame it is taken for a refusal.
 */
export function framingOf(
  { csp, xFrameOptions }: { csp: readonly string[]; xFrameOptions: string },
  address: string,
  site: string | null = null,
): Framing {
  const { host, protocol } = new URL(address);
  const may = { may: true, says: `Asked ${host}: it lets itself be framed.` };
  const not = (why: string) => ({ may: false, says: `Asked ${host}: ${why}` });
  const policies = csp.flatMap((line) => line.split(',')).flatMap((policy) => ancestorsOf(policy) ?? []);
  if (policies.length > 0) {
    const refusing = policies.find(({ sources }) => !sources.some((source) => lets(source, protocol, site)));
    if (!refusing) return may;
    const named = refusing.sources.filter((source) => !source.startsWith("'"));
    return not(
      named.length === 0
        ? 'it does not let itself be framed by other sites.'
        : `it lets itself be framed only by ${named.slice(0, 4).join(', ')}.`,
    );
  }
  const options = xFrameOptions.split(',').map((word) => word.trim().toLowerCase());
  if (options.includes('deny')) return not('it does not let itself be framed by anybody.');
  if (options.includes('sameorigin')) return not('it lets itself be framed only by its own pages.');
  return may;
}

function ancestorsOf(policy: string): { sources: string[] }[] | null {
  for (const directive of policy.split(';')) {
    const [name = '', ...sources] = directive.trim().split(/\s+/);
    if (name.toLowerCase() === 'frame-ancestors')
      return [{ sources: sources.map((word) => word.toLowerCase()) }];
  }
  return null;
}

/** True for a source (CSP3, host-source) that means our site. */
function lets(source: string, protocol: string, site: string | null): boolean {
  if (source === '*') return true;
  if (source === 'https:' || source === 'http:') return site === null ? true : site.startsWith(source);
  if (site === null || source.startsWith("'")) return false;
  const { host, protocol: ours } = new URL(site);
  const [, scheme = protocol, name = ''] = /^([a-z][a-z0-9+.-]*:)?(?:\/\/)?([^/]*)/.exec(source) ?? [];
  return (scheme === ours || (scheme === 'http:' && ours === 'https:')) && hostMatches(name, host);
}
