import { and, asc, eq, inArray } from 'drizzle-orm';
import type { PrepSheet } from '@placard/core/contract';
import type { Sheet } from '@placard/core/prep';
import { newId } from '../db/columns.ts';
import { isDuplicate, type Database } from '../db/database.ts';
import { prepSheet, section } from '../db/schema.ts';
import { clash, gone } from '../refusal.ts';

/** The saved prep sheets, by name. */
export async function listSheets(database: Database, siteId: string): Promise<PrepSheet[]> {
  const [rows, sections] = await Promise.all([
    database.select().from(prepSheet).where(eq(prepSheet.siteId, siteId)).orderBy(asc(prepSheet.name)),
    database
      .select({ id: section.id, sheetId: section.sheetId })
      .from(section)
      .where(eq(section.siteId, siteId)),
  ]);
  return rows.map(({ id, name, sheet, version }) => ({
    id,
    name,
    sheet,
    version,
    sections: sections.filter(({ sheetId }) => sheetId === id).map(({ id }) => id),
  }));
}

/** Saves a prep sheet. Throws clash where its name is taken. */
export async function createSheet(
  database: Database,
  siteId: string,
  personId: string,
  { name, sheet }: { name: string; sheet: Sheet },
): Promise<string> {
  const id = newId();
  await refusingTaken(name, () =>
    database.insert(prepSheet).values({ id, siteId, name, sheet, personId, changedAt: new Date() }),
  );
  return id;
}

/** Changes a prep sheet. Throws gone, and clash where somebody changed it since, or its name is taken. */
export async function changeSheet(
  database: Database,
  siteId: string,
  personId: string,
  id: string,
  wish: { version: number; name: string; sheet: Sheet; sections?: string[] | undefined },
): Promise<number> {
  return refusingTaken(wish.name, () =>
    database.transaction(async (transaction) => {
      const [row] = await transaction
        .select()
        .from(prepSheet)
        .where(and(eq(prepSheet.id, id), eq(prepSheet.siteId, siteId)))
        .for('update');
      if (!row) throw gone('This prep sheet was removed. Save yours under a name of its own.');
      if (row.version !== wish.version)
        throw clash('Somebody changed this prep sheet while you did. Save yours under another name.', {
          currentVersion: row.version,
        });
      await transaction
        .update(prepSheet)
        .set({
          name: wish.name,
          sheet: wish.sheet,
          version: row.version + 1,
          personId,
          changedAt: new Date(),
        })
        .where(eq(prepSheet.id, id));
      if (wish.sections) {
        await transaction.update(section).set({ sheetId: null }).where(eq(section.sheetId, id));
        if (wish.sections.length > 0)
          await transaction
            .update(section)
            .set({ sheetId: id })
            .where(and(inArray(section.id, wish.sections), eq(section.siteId, siteId)));
      }
      return row.version + 1;
    }),
  );
}

/** Removes a prep sheet; what it prepared stays. Throws gone. */
export async function removeSheet(database: Database, siteId: string, id: string): Promise<void> {
  await database.transaction(async (transaction) => {
    await transaction.update(section).set({ sheetId: null }).where(eq(section.sheetId, id));
    const [{ affectedRows }] = await transaction
      .delete(prepSheet)
      .where(and(eq(prepSheet.id, id), eq(prepSheet.siteId, siteId)));
    if (affectedRows === 0) throw gone('This prep sheet was removed already.');
  });
}

async function refusingTaken<T>(name: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (isDuplicate(error)) throw clash(`There is a prep sheet called “${name}” already.`);
    throw error;
  }
}
