import type { Use } from './maywe.ts';
import type { Terms } from './terms.ts';

/** Whose terms have to be approved by a reviewer before a page with them leaves. */
export const APPROVALS = ['nothing', 'permissions', 'everything'] as const;

/** What a site is for, and how it stands to what is not its own. */
export interface SitePolicy {
  /** Whether it serves commercial advantage or payment. */
  commercial: boolean;
  /** The countries it is for (ISO 3166-1 alpha-2); none for everywhere. */
  territory: readonly string[];
  /** Where its days begin and end (IANA time zone). */
  timeZone: string;
  approval: (typeof APPROVALS)[number];
  /** Whether, where everything has to be approved, that goes for our own work too. */
  ownWork?: boolean;
}

/** How a site begins: for everybody, not for business, and nobody has to be asked. */
export const FIRST_POLICY = {
  commercial: false,
  territory: [],
  timeZone: 'UTC',
  approval: 'nothing',
  ownWork: false,
} satisfies SitePolicy;

/** Being shown in a page of a site from a day on, without an end, with these changes made to it. */
export function pageUse(policy: SitePolicy, from: string, changes: readonly string[] = []): Use {
  const { commercial, territory } = policy;
  return { commercial, territory, from, until: null, changes, impressions: null, with: [] };
}

/** Whether the terms of something have to be approved before it leaves. */
export function needsApproval(
  { family, id }: Terms,
  { approval, ownWork = false }: Pick<SitePolicy, 'approval' | 'ownWork'>,
): boolean {
  if (approval === 'nothing' || id === 'unknown' || id === 'comp') return false;
  if (family === 'ours') return approval === 'everything' && ownWork;
  return approval === 'everything' || family === 'asked' || family === 'bought' || id === 'reserved';
}
