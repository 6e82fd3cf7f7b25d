/** A host as the organisation's list names it: a name with its port, or a whole family by a star before it. */
export const HOST_PATTERN =
  /^(?:\*\.)?[a-z0-9][a-z0-9.-]{0,240}(?::\d{1,5})?$|^\[[0-9a-f:.]{2,45}\](?::\d{1,5})?$/;

/** True for a host (with its port, as in a URL) that a name or a family means; a family has not its own name in it. */
export const hostMatches = (pattern: string, host: string): boolean =>
  pattern.startsWith('*.')
    ? host.length > pattern.length - 1 && host.endsWith(pattern.slice(1))
    : pattern === host;

/** What is said of a host by the nearest of several names and families; undefined where none means it. */
export function nearest<Said extends { host: string }>(
  said: readonly Said[],
  host: string,
): Said | undefined {
  return said
    .filter((one) => hostMatches(one.host, host))
    .toSorted(
      (a, b) =>
        Number(a.host.startsWith('*')) - Number(b.host.startsWith('*')) || b.host.length - a.host.length,
    )[0];
}
