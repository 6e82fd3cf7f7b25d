import { and, asc, count, eq, gt, inArray, lt, ne, or, sql } from 'drizzle-orm';
import Papa from 'papaparse';
import { Readable } from 'node:stream';
import type { LabelSheet, Person, Search, SheetState } from '@placard/core/contract';
import type { Placard } from '@placard/core/credit';
import { columnsOf, differenceOf, HEADINGS, readRow, rowOf } from '@placard/core/spreadsheet';
import { newId } from '../db/columns.ts';
import { isDuplicate, type Database } from '../db/database.ts';
import { asset, job, labelChange, labelSheet, labelSheetRow, placard } from '../db/schema.ts';
import { searchIds } from '../search/search.ts';
import { clash, sheetGone, unfit } from '../refusal.ts';
import { enqueue } from '../queue/queue.ts';
import { readOwnTerms } from '../licence/labelrow.ts';
import { type Field } from './write.ts';
import { placardOf } from '../licence/labelrow.ts';

const AT_ONCE = 500;
const SHOWN = 100;
/** Days after which a spreadsheet cannot be looked at or taken back as a whole any more. */
const KEPT = 60;

/** The labels of all that a search finds, as CSV (RFC 4180) with a byte order mark, written as it is read. */
export function labelsAsCsv(database: Database, siteId: string, query: Search): Readable {
  return Readable.from(
    (async function* () {
      yield `\ufeff${Papa.unparse([[...HEADINGS]])}\r\n`;
      for (let offset = 0; ; offset += AT_ONCE) {
        const ids = await searchIds(database, siteId, query, { limit: AT_ONCE, offset });
        if (ids.length === 0) return;
        const rows = await database
          .select({ placard, file: asset.fileName })
          .from(placard)
          .innerJoin(asset, eq(asset.id, placard.assetId))
          .where(inArray(placard.assetId, ids));
        const byId = new Map(rows.map((row) => [row.placard.assetId, row]));
        const lines = ids.flatMap((id) => {
          const row = byId.get(id);
          return row
            ? [rowOf({ id, version: row.placard.version, file: row.file }, placardOf(row.placard))]
            : [];
        });
        yield `${Papa.unparse(lines)}\r\n`;
      }
    })(),
  );
}

const daysAgo = (days: number) => new Date(Date.now() - days * 86_400_000);

/** Begins to bring a spreadsheet back, and forgets the ones nobody will look at any more. Answers its id. */
export async function beginSheet(
  database: Database,
  siteId: string,
  person: Person,
  fileName: string,
): Promise<string> {
  const id = newId();
  const [yesterday, longAgo] = [daysAgo(1), daysAgo(KEPT)];
  await database
    .delete(labelSheet)
    .where(
      or(lt(labelSheet.at, longAgo), and(eq(labelSheet.state, 'reading'), lt(labelSheet.at, yesterday))),
    );
  await database
    .insert(labelSheet)
    .values({ id, siteId, fileName, state: 'reading', personId: person.id, at: new Date() });
  return id;
}

/** Compares rows with their labels and keeps what differs. Answers how many rows were read so far. Throws a Refusal. */
export async function compareRows(
  database: Database,
  siteId: string,
  id: string,
  { headings, rows, last }: { headings: string[]; rows: { line: number; cells: string[] }[]; last: boolean },
): Promise<number> {
  const columns = columnsIn(headings);
  const own = await readOwnTerms(database, siteId);
  const read = rows.map(({ line, cells }) => ({ line, ...readRow(cells, columns, own) }));
  const ids = [...new Set(read.map((row) => row.id))];
  return database.transaction(async (transaction) => {
    const sheet = await theSheet(transaction, siteId, id, ['reading']);
    const held =
      ids.length === 0
        ? []
        : await transaction
            .select({ placard, fileName: asset.fileName })
            .from(placard)
            .innerJoin(asset, eq(asset.id, placard.assetId))
            .where(and(inArray(placard.assetId, ids), eq(asset.siteId, siteId)));
    const byId = new Map(held.map((row) => [row.placard.assetId, row]));
    const since = await changedSince(transaction, read, byId);
    const twice = new Set(
      ids.length === 0
        ? []
        : (
            await transaction
              .select({ asset: labelSheetRow.assetId })
              .from(labelSheetRow)
              .where(and(eq(labelSheetRow.sheetId, id), inArray(labelSheetRow.assetId, ids)))
          ).map((row) => row.asset),
    );
    let unchanged = 0;
    const kept = read.flatMap((row): (typeof labelSheetRow.$inferInsert)[] => {
      const there = byId.get(row.id);
      const base = { sheetId: id, line: row.line, before: {}, after: {}, newer: [], version: 0 };
      if (!there)
        return [
          {
            ...base,
            assetId: null,
            title: row.id.slice(0, 40),
            trouble: row.id === '' ? 'This row has no id.' : 'Nothing with this id is held here.',
          },
        ];
      const label = placardOf(there.placard);
      const title = label.title || there.fileName;
      const assetId = there.placard.assetId;
      if (row.trouble !== '') return [{ ...base, assetId, title, trouble: row.trouble.slice(0, 500) }];
      if (twice.has(row.id))
        return [{ ...base, assetId, title, trouble: 'Another row before it is about the same asset.' }];
      const difference = differenceOf(label, row.label, since.get(row.id));
      if (!difference) {
        unchanged++;
        return [];
      }
      twice.add(row.id);
      return [{ ...base, assetId, title, version: there.placard.version, ...difference, trouble: '' }];
    });
    if (kept.length > 0) await insertOnce(transaction, kept);
    const total = sheet.rows + rows.length;
    await transaction
      .update(labelSheet)
      .set({ rows: total, same: sheet.same + unchanged, ...(last ? { state: 'ready' as const } : {}) })
      .where(eq(labelSheet.id, id));
    return total;
  });
}

async function insertOnce(
  transaction: Transaction,
  rows: (typeof labelSheetRow.$inferInsert)[],
): Promise<void> {
  try {
    await transaction.insert(labelSheetRow).values(rows);
  } catch (error) {
    if (!isDuplicate(error)) throw error;
    throw clash('Some of these rows were sent already. Bring the spreadsheet in again.');
  }
}

type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

function columnsIn(headings: string[]) {
  try {
    return columnsOf(headings);
  } catch (error) {
    throw error instanceof RangeError ? unfit(error.message) : error;
  }
}

async function theSheet(transaction: Transaction, siteId: string, id: string, states: readonly SheetState[]) {
  const [sheet] = await transaction
    .select()
    .from(labelSheet)
    .where(and(eq(labelSheet.id, id), eq(labelSheet.siteId, siteId)))
    .for('update');
  if (!sheet) throw sheetGone();
  if (!states.includes(sheet.state))
    throw clash('That was done with this spreadsheet already. Look at it again.');
  return sheet;
}

/** The fields of labels that were changed after their rows had been written out, by asset. */
async function changedSince(
  transaction: Transaction,
  read: readonly { id: string; version: number | null }[],
  held: ReadonlyMap<string, { placard: { version: number } }>,
): Promise<Map<string, Set<Field>>> {
  const older = new Map(
    read.flatMap(({ id, version }) => {
      const now = held.get(id)?.placard.version;
      return version !== null && now !== undefined && now > version ? [[id, version] as const] : [];
    }),
  );
  const fields = new Map<string, Set<Field>>();
  if (older.size === 0) return fields;
  const changes = await transaction
    .select({ id: labelChange.assetId, version: labelChange.version, after: labelChange.after })
    .from(labelChange)
    .where(inArray(labelChange.assetId, [...older.keys()]));
  for (const { id, version, after } of changes) {
    if (version <= (older.get(id) ?? 0)) continue;
    const known = fields.get(id) ?? new Set();
    for (const field of Object.keys(after) as Field[]) known.add(field);
    fields.set(id, known);
  }
  return fields;
}

/** What a spreadsheet would change, a part of it. Throws gone. */
export async function readSheet(
  database: Database,
  siteId: string,
  id: string,
  { after, only }: { after: number; only?: 'changed' | 'newer' | 'trouble' | undefined },
): Promise<LabelSheet> {
  const [sheet] = await database
    .select()
    .from(labelSheet)
    .where(and(eq(labelSheet.id, id), eq(labelSheet.siteId, siteId)));
  if (!sheet) throw sheetGone();
  const trouble = ne(labelSheetRow.trouble, '');
  const newer = ne(labelSheetRow.newer, []);
  const mine = eq(labelSheetRow.sheetId, id);
  const [[counts], lines, [work]] = await Promise.all([
    database
      .select({
        all: count(),
        trouble: sql<number>`coalesce(sum(${trouble}), 0)`,
        newer: sql<number>`coalesce(sum(${newer}), 0)`,
      })
      .from(labelSheetRow)
      .where(mine),
    database
      .select()
      .from(labelSheetRow)
      .where(
        and(
          mine,
          gt(labelSheetRow.line, after),
          only && { changed: eq(labelSheetRow.trouble, ''), newer, trouble }[only],
        ),
      )
      .orderBy(asc(labelSheetRow.line))
      .limit(SHOWN),
    database
      .select({ done: job.done })
      .from(job)
      .where(and(eq(job.kind, 'sheet'), eq(job.subject, id))),
  ]);
  const troubled = Number(counts?.trouble ?? 0);
  return {
    fileName: sheet.fileName,
    state: sheet.state,
    says: sheet.says,
    rows: sheet.rows,
    same: sheet.same,
    changed: (counts?.all ?? 0) - troubled,
    newer: Number(counts?.newer ?? 0),
    trouble: troubled,
    done: work?.done ?? 0,
    lines: lines.map(({ line, assetId, title, before, after, newer, trouble }) => ({
      line,
      asset: assetId,
      title,
      before: before as Placard,
      after: after as Placard,
      newer,
      trouble,
    })),
  };
}

/** Asks for what a spreadsheet changes to be written. Throws a Refusal. */
export async function writeSheet(
  database: Database,
  siteId: string,
  id: string,
  newer: 'leave' | 'overwrite',
): Promise<void> {
  await begin(database, siteId, id, ['ready', 'failed'], { state: 'writing', newer });
}

/** Asks for what a spreadsheet changed to be taken back. Throws a Refusal. */
export async function undoSheet(database: Database, siteId: string, id: string): Promise<void> {
  await begin(database, siteId, id, ['written'], { state: 'undoing' });
}

async function begin(
  database: Database,
  siteId: string,
  id: string,
  from: readonly SheetState[],
  change: Partial<typeof labelSheet.$inferInsert>,
): Promise<void> {
  await database.transaction(async (transaction) => {
    const sheet = await theSheet(transaction, siteId, id, from);
    await transaction
      .update(labelSheet)
      .set({ ...change, says: '' })
      .where(eq(labelSheet.id, id));
    await enqueue(transaction, 'sheet', id, `Writing labels from ${sheet.fileName}`);
  });
}
