import { and, asc, count, eq, gt, sql } from 'drizzle-orm';
import type { Placard } from '@placard/core/credit';
import type { Database, Queryable } from '../db/database.ts';
import { labelChange, labelSheet, labelSheetRow } from '../db/schema.ts';
import { takenBack } from '../labels/changes.ts';
import { pick, writeLabels, type Field } from '../labels/write.ts';
import type { Job, Work } from '../queue/job.ts';
import type { Services } from '../services.ts';
import { unfit } from '../refusal.ts';

declare module '../queue/job.ts' {
  interface JobNames {
    sheet: true;
  }
}

export const sheetJob: Job<Services> = {
  name: 'sheet',
  rank: 0,
  work: ({ database }) => sheetWork(database),
};

const AT_ONCE = 500;
type Sheet = typeof labelSheet.$inferSelect;
type Advance = (done: number, total: number) => Promise<void>;

/** Writes what a spreadsheet of labels changes, or takes it back: all of it or nothing. */
function sheetWork(database: Database): Work {
  return {
    run: async (id, advance) => {
      await database.transaction(async (transaction) => {
        const [sheet] = await transaction
          .select()
          .from(labelSheet)
          .where(eq(labelSheet.id, id))
          .for('update');
        if (sheet?.state === 'writing') await write(transaction, sheet, advance);
        else if (sheet?.state === 'undoing') await takeBack(transaction, sheet, advance);
        else return;
        const state = sheet.state === 'writing' ? 'written' : 'undone';
        await transaction.update(labelSheet).set({ state }).where(eq(labelSheet.id, id));
      });
    },
    gaveUp: async (id, says) => {
      const [sheet] = await database.select().from(labelSheet).where(eq(labelSheet.id, id));
      await database
        .update(labelSheet)
        .set({ state: sheet?.state === 'undoing' ? 'written' : 'failed', says: says.slice(0, 500) })
        .where(eq(labelSheet.id, id));
    },
  };
}

async function write(transaction: Queryable, sheet: Sheet, advance: Advance): Promise<void> {
  const writing = { personId: sheet.personId, source: 'sheet' as const, group: sheet.id };
  const which = and(eq(labelSheetRow.sheetId, sheet.id), eq(labelSheetRow.trouble, ''));
  const [{ total } = { total: 0 }] = await transaction
    .select({ total: count() })
    .from(labelSheetRow)
    .where(which);
  let done = 0;
  for (let line = 0; ;) {
    const rows = await transaction
      .select()
      .from(labelSheetRow)
      .where(and(which, gt(labelSheetRow.line, line)))
      .orderBy(asc(labelSheetRow.line))
      .limit(AT_ONCE);
    const last = rows.at(-1);
    if (!last) return;
    line = last.line;
    const changesOf = new Map(
      rows.map((row) => [
        row.assetId ?? '',
        (_label: Placard, version: number) => {
          if (version !== row.version)
            throw unfit(
              `Somebody changed the label of “${row.title}” after this spreadsheet was compared. Nothing was written. Bring it in again and look at the differences.`,
            );
          const fields = Object.keys(row.after) as Field[];
          return sheet.newer === 'overwrite'
            ? row.after
            : pick(
                row.after,
                fields.filter((field) => !row.newer.includes(field)),
              );
        },
      ]),
    );
    await writeLabels(transaction, sheet.siteId, writing, changesOf);
    done += rows.length;
    await advance(done, total);
  }
}

async function takeBack(transaction: Queryable, sheet: Sheet, advance: Advance): Promise<void> {
  const writing = { personId: sheet.personId, source: 'undo' as const };
  const which = and(eq(labelChange.groupId, sheet.id), eq(labelChange.source, 'sheet'));
  const [{ total } = { total: 0 }] = await transaction
    .select({ total: count() })
    .from(labelChange)
    .where(which);
  let done = 0;
  for (let after = ''; ;) {
    const rows = await transaction
      .select()
      .from(labelChange)
      .where(and(which, sql`${labelChange.id} > ${after}`))
      .orderBy(asc(labelChange.id))
      .limit(AT_ONCE);
    const last = rows.at(-1);
    if (!last) return;
    after = last.id;
    const changesOf = new Map(
      rows.map((row) => [row.assetId, (label: Placard) => takenBack(label, row).changes] as const),
    );
    await writeLabels(transaction, sheet.siteId, writing, changesOf);
    done += rows.length;
    await advance(done, total);
  }
}
