import { asc, eq, inArray } from 'drizzle-orm';
import type { Policy, Site } from '@placard/core/contract';
import { termsOfPlacard, type Placard } from '@placard/core/credit';
import { pageUse, type OnFile, type Terms, type Use } from '@placard/core/licence';
import type { Queryable } from '../db/database.ts';
import { policyOf, todayBy } from './policy.ts';
import { ownTerms, permission, type placard } from '../db/schema.ts';

/** The label in a row, without its bookkeeping. */
export function placardOf(row: typeof placard.$inferSelect): Placard {
  const { assetId: _, version: __, ...label } = row;
  return label as Placard;
}

/** Terms as the computation knows them, of a row. */
export function termsOfRow(row: typeof ownTerms.$inferSelect): Site['terms'][number] & Terms {
  const { id, name, short, deed, permits, requires, prohibits, source } = row;
  const clause = { text: source || name, ...(deed ? { address: deed } : {}) };
  const matters = ['use', 'commercial', 'changes', 'attribution', 'notice', 'changed', 'limits'] as const;
  return {
    id,
    name,
    short,
    family: 'agreed',
    ...(deed ? { deed } : {}),
    permits,
    requires,
    prohibits,
    clauses: Object.fromEntries(matters.map((matter) => [matter, clause])),
  };
}

/** The terms that an organisation has added itself, as every other. */
export async function readOwnTerms(database: Queryable, siteId: string): Promise<Site['terms']> {
  const rows = await database
    .select()
    .from(ownTerms)
    .where(eq(ownTerms.siteId, siteId))
    .orderBy(ownTerms.name);
  return rows.map(termsOfRow);
}

/** The terms of a label: the organisation's own, whose row was read beside it, or the ones on the list. */
export const termsOfLabel = (
  label: Pick<Placard, 'licence'>,
  own: typeof ownTerms.$inferSelect | null,
): Terms => (own ? termsOfRow(own) : termsOfPlacard(label));

/** Being shown in a page of a site of this policy from today on. */
export const useNow = (policy: Policy | null, changes: readonly string[]): Use =>
  pageUse(policyOf(policy), todayBy(policy), changes);

/** What lies on file of assets, as a judgement needs it: of each the newest; what was approved before what was not. */
export async function onFileOf(database: Queryable, ids: readonly string[]): Promise<Map<string, OnFile>> {
  if (ids.length === 0) return new Map();
  const rows = await database
    .select()
    .from(permission)
    .where(inArray(permission.assetId, [...ids]))
    .orderBy(asc(permission.addedAt));
  const found = new Map<string, OnFile>();
  for (const { assetId, state, until, commercial, changes } of rows) {
    const there = found.get(assetId);
    if (there?.state === 'approved' && state !== 'approved') continue;
    found.set(assetId, { state, until, commercial, changes });
  }
  return found;
}
