import { and, eq, inArray } from 'drizzle-orm';
import type { Person } from '@placard/core/contract';
import { stops, type Finding } from '@placard/core/proof';
import { newId } from '../db/columns.ts';
import type { Database, Queryable } from '../db/database.ts';
import { user, waiver } from '../db/schema.ts';
import { clash, gone } from '../refusal.ts';
import { markPages } from '../search/markpages.ts';

/** Tells of each page's findings which ones were let go, by whom and why. */
export async function markWaived(
  database: Queryable,
  pageIds: readonly string[],
): Promise<(pageId: string, findings: readonly Finding[]) => Finding[]> {
  const rows =
    pageIds.length === 0
      ? []
      : await database
          .select({ waiver, by: user.name })
          .from(waiver)
          .leftJoin(user, eq(user.id, waiver.personId))
          .where(inArray(waiver.pageId, [...pageIds]));
  return (pageId, findings) =>
    findings.map((finding) => {
      const row = rows.find(
        ({ waiver: { pageId: page, rule, place, says } }) =>
          page === pageId &&
          rule === finding.rule &&
          place === (finding.where ?? '') &&
          says === told(finding),
      );
      if (!row) return finding;
      const { id, reason, at } = row.waiver;
      return { ...finding, waived: { id, by: row.by ?? '', reason, at: at.toISOString() } };
    });
}

const told = ({ says }: Finding) => says.slice(0, 1000);

/** Lets go what was found at a place by a rule. Throws gone where it is not found any more. */
export async function waiveFinding(
  database: Database,
  siteId: string,
  person: Person,
  pageId: string,
  findings: readonly Finding[],
  wish: { rule: string; where: string; reason: string },
): Promise<void> {
  const found = findings.filter(
    (finding) => stops(finding) && finding.rule === wish.rule && (finding.where ?? '') === wish.where,
  );
  if (found.length === 0) throw gone('This is not found in the page any more, or keeps nothing back.');
  await database.transaction(async (transaction) => {
    await transaction.insert(waiver).values(
      found.map((finding) => ({
        id: newId(),
        pageId,
        rule: wish.rule,
        place: wish.where,
        says: told(finding),
        reason: wish.reason,
        personId: person.id,
        at: new Date(),
      })),
    );
    await markPages(transaction, siteId, { pages: [pageId] });
  });
}

/** Takes back that something was let go. Throws gone. */
export async function holdFindingBack(
  database: Database,
  siteId: string,
  pageId: string,
  id: string,
): Promise<void> {
  await database.transaction(async (transaction) => {
    const [{ affectedRows }] = await transaction
      .delete(waiver)
      .where(and(eq(waiver.id, id), eq(waiver.pageId, pageId)));
    if (affectedRows === 0) throw gone('This was taken back already.');
    await markPages(transaction, siteId, { pages: [pageId] });
  });
}

/** Throws a Refusal where anything was found that keeps a page back, with what it is and the way on. */
export function refuseStopped(findings: readonly Finding[]): void {
  const stopping = findings.filter(stops);
  if (stopping.length === 0) return;
  const [first] = stopping;
  const others =
    stopping.length === 1
      ? ''
      : ` ${stopping.length - 1} more ${stopping.length === 2 ? 'thing stops' : 'things stop'} it too.`;
  throw clash(
    `This page cannot leave yet. ${first?.says} ${first?.remedy}${others} A reviewer may let it go with a reason.`,
  );
}
