import { and, count, desc, eq, inArray } from 'drizzle-orm';
import type { LabelChange, Person } from '@placard/core/contract';
import type { Placard } from '@placard/core/credit';
import type { Database } from '../db/database.ts';
import { asset, labelChange, user } from '../db/schema.ts';
import { gone } from '../refusal.ts';
import { pick, writeLabels, type Field } from './write.ts';

const MOST = 200;

/** What was changed on a placard, the last first. */
export async function listLabelChanges(
  database: Database,
  siteId: string,
  id: string,
): Promise<LabelChange[]> {
  const rows = await database
    .select({ change: labelChange, by: user.name })
    .from(labelChange)
    .innerJoin(asset, eq(asset.id, labelChange.assetId))
    .leftJoin(user, eq(user.id, labelChange.personId))
    .where(and(eq(labelChange.assetId, id), eq(asset.siteId, siteId)))
    .orderBy(desc(labelChange.version))
    .limit(MOST);
  if (rows.length === 0) return [];
  const groups = await database
    .select({ group: labelChange.groupId, n: count() })
    .from(labelChange)
    .where(inArray(labelChange.groupId, [...new Set(rows.map(({ change }) => change.groupId))]))
    .groupBy(labelChange.groupId);
  const together = new Map(groups.map(({ group, n }) => [group, n]));
  return rows.map(({ change, by }) => ({
    id: change.id,
    source: change.source,
    together: together.get(change.groupId) ?? 1,
    before: change.before,
    after: change.after,
    by: by ?? '',
    at: change.at.toISOString(),
  }));
}

/**
 * Writes back what stood on a placard before a change. Fields that were changed again since are left as they are;
 * answers which. Throws gone.
 */
export async function undoLabelChange(
  database: Database,
  siteId: string,
  person: Person,
  id: string,
): Promise<string[]> {
  return database.transaction(async (transaction) => {
    const [row] = await transaction
      .select({ change: labelChange })
      .from(labelChange)
      .innerJoin(asset, eq(asset.id, labelChange.assetId))
      .where(and(eq(labelChange.id, id), eq(asset.siteId, siteId)));
    if (!row) throw gone('That change is not on record any more.');
    const left: Field[] = [];
    const back = (label: Placard) => {
      const { changes, kept } = takenBack(label, row.change);
      left.push(...kept);
      return changes;
    };
    const writing = { personId: person.id, source: 'undo' as const };
    await writeLabels(transaction, siteId, writing, new Map([[row.change.assetId, back]]));
    return left;
  });
}

/** What to write to take a change back, and the fields that say something else by now and are kept. */
export function takenBack(
  label: Placard,
  { before, after }: { before: Partial<Placard>; after: Partial<Placard> },
): { changes: Partial<Placard>; kept: Field[] } {
  const fields = Object.keys(before) as Field[];
  const still = fields.filter((field) => label[field] === after[field]);
  return { changes: pick(before, still), kept: fields.filter((field) => !still.includes(field)) };
}
