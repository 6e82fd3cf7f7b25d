const HOUR = 3_600_000;
const DAY = 24 * HOUR;

/** A version as thinning looks at it. */
interface Aged {
  number: number;
  /** When it was saved. */
  at: Date;
  handedOff: boolean;
}

/**
 * Which versions of a page are let go: all of the last hour are kept, then the last of each hour for a day, then the
 * last of each day; every one that was handed off, and the newest and the oldest of all, whatever their age.
 */
export function thinned(versions: readonly Aged[], now: Date): number[] {
  const ordered = versions.toSorted((one, other) => one.number - other.number);
  return ordered
    .filter((version, at) => {
      const next = ordered[at + 1];
      if (at === 0 || !next || version.handedOff) return false;
      const age = now.getTime() - version.at.getTime();
      if (age <= HOUR) return false;
      const step = age <= DAY ? HOUR : DAY;
      const part = (moment: Date) => Math.floor(moment.getTime() / step);
      return part(next.at) === part(version.at);
    })
    .map(({ number }) => number);
}
