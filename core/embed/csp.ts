import { PERMISSIONS } from './frame.ts';

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

/** What no embed is given here, whoever asks (Permissions Policy). */
const NEVER = ['camera', 'display-capture', 'geolocation', 'microphone', 'payment'] as const;

/**
 * The Permissions-Policy header of a page with these frames (W3C, Permissions Policy, as structured fields of RFC 9651):
 * each feature for the page itself and for the frames that have it, and nothing of the visitor's device for anybody.
 */
export function permissionsLine(frames: readonly { src: string; permissions: readonly string[] }[]): string {
  const origins = (feature: string) =>
    [
      ...new Set(
        frames
          .filter(({ permissions }) => permissions.includes(feature))
          .map(({ src }) => new URL(src).origin),
      ),
    ].sort();
  return [
    ...PERMISSIONS.map(
      (feature) => `${feature}=(${['self', ...origins(feature).map((origin) => `"${origin}"`)].join(' ')})`,
    ),
    ...NEVER.map((feature) => `${feature}=()`),
  ].join(', ');
}
