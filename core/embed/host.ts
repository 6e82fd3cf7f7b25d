/**
 * True for what a host in an address may be called here: a name of letters, digits, dots and hyphens (RFC 1123, as
 * URLs write it, international names in ASCII), or an IPv6 address in brackets. URLs allow more, and some of it means
 * something else in a policy.
 */
export const isHostName = (hostname: string): boolean =>
  /^([a-z0-9]([a-z0-9.-]{0,251}[a-z0-9.])?|\[[0-9a-f:.]{2,45}\])$/i.test(hostname);

/** The origin of an address as a policy may name it (CSP3, host-source); null where its host is none that it could name. */
export function policySource(address: string): string | null {
  if (!URL.canParse(address)) return null;
  const { protocol, hostname, origin } = new URL(address);
  return (protocol === 'https:' || protocol === 'http:') && isHostName(hostname) ? origin : null;
}
