import { and, eq, isNotNull } from 'drizzle-orm';
import { joinPolicies, permissionsLine, policyLine } from '@placard/core/embed';
import type { PolicyLines } from '@placard/core/contract';
import type { Database } from '../db/database.ts';
import { pageRow } from '../db/schema.ts';

/** What the policies of the whole site must say for all that its pages embed, from what is kept of each page. */
export async function policyLines(database: Database, siteId: string): Promise<PolicyLines> {
  const rows = await database
    .select({ embeds: pageRow.embeds })
    .from(pageRow)
    .where(and(eq(pageRow.siteId, siteId), eq(pageRow.binned, false), isNotNull(pageRow.embeds)));
  const all = rows.flatMap(({ embeds }) => embeds ?? []);
  return {
    pages: all.length,
    csp: policyLine(joinPolicies(all.map(({ csp }) => csp))),
    permissions: permissionsLine(all.flatMap(({ frames }) => frames)),
  };
}
