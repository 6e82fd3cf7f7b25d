/** What a Content-Security-Policy says (CSP3): directive → sources, both in a fixed order. */
export type Policy = Record<string, string[]>;

/** All that several policies allow, each source once, in order of the alphabet. */
export function joinPolicies(policies: readonly Policy[]): Policy {
  const names = [...new Set(policies.flatMap((policy) => Object.keys(policy)))].sort();
  return Object.fromEntries(
    names.map((name) => [name, [...new Set(policies.flatMap((policy) => policy[name] ?? []))].sort()]),
  );
}

/** A policy as it stands in a header, without the last semicolon. */
export const policyLine = (policy: Policy): string =>
  Object.entries(policy)
    .map(([directive, sources]) => [directive, ...sources].join(' '))
    .join('; ');
