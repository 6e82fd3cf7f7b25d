import { and, eq, inArray, sql } from 'drizzle-orm';
import type { LabelSource } from '@placard/core/contract';
import { BLANK_PLACARD, type Placard } from '@placard/core/credit';
import { isOwnTerms } from '@placard/core/licence';
import { newId } from '../db/columns.ts';
import type { Queryable } from '../db/database.ts';
import { asset, labelChange, ownTerms, placard } from '../db/schema.ts';
import { placardOf } from '../holdings/assets.ts';
import { refreshSearch } from '../holdings/searchrows.ts';
import { Problem } from '../http/problem.ts';
import { enqueue } from '../jobs/queue.ts';

/** So long nothing more is written on a placard before its files are written anew. */
const QUIET = 15_000;
const AT_ONCE = 500;

export type Field = keyof Placard;
const FIELDS = Object.keys(BLANK_PLACARD) as Field[];

/** In whose name placards are written, how it came to it, and what is written together. */
export interface Writing {
  personId: string;
  source: LabelSource;
  group?: string;
}

/** What was written on one placard. */
export interface Written {
  asset: string;
  before: Partial<Placard>;
  after: Partial<Placard>;
  version: number;
}

/**
 * Writes fields on placards in its caller's transaction: the rows, what they are found by, what was changed by whom,
 * and the wish for their files to carry it. Fields that stay the same are none; placards of other sites are left.
 */
export async function writeLabels(
  transaction: Queryable,
  siteId: string,
  { personId, source, group = newId() }: Writing,
  changesOf: ReadonlyMap<string, (label: Placard, version: number) => Partial<Placard>>,
): Promise<Written[]> {
  const ids = [...changesOf.keys()];
  const all: Written[] = [];
  for (let from = 0; from < ids.length; from += AT_ONCE) {
    const some = ids.slice(from, from + AT_ONCE);
    const rows = await transaction
      .select({ placard })
      .from(placard)
      .innerJoin(asset, eq(asset.id, placard.assetId))
      .where(and(inArray(placard.assetId, some), eq(asset.siteId, siteId)))
      .for('update');
    const written = rows.flatMap(({ placard: row }) => {
      const label = placardOf(row);
      const wished = changesOf.get(row.assetId)?.(label, row.version) ?? {};
      const fields = FIELDS.filter((field) => wished[field] !== undefined && wished[field] !== label[field]);
      if (fields.length === 0) return [];
      const [before, after] = [pick(label, fields), pick(wished, fields)];
      return [{ row: { ...row, ...after, version: row.version + 1 }, before, after }];
    });
    if (written.length > 0) {
      await refuseUnknownTerms(
        transaction,
        siteId,
        written.flatMap(({ after }) => after.licence ?? []),
      );
      await transaction
        .insert(placard)
        .values(written.map(({ row }) => row))
        .onDuplicateKeyUpdate({ set: TAKE_NEW });
      const at = new Date();
      await transaction.insert(labelChange).values(
        written.map(({ row, before, after }) => ({
          id: newId(),
          assetId: row.assetId,
          groupId: group,
          source,
          version: row.version,
          before,
          after,
          personId,
          at,
        })),
      );
      const changed = written.map(({ row }) => row.assetId);
      await refreshSearch(transaction, changed);
      await askToRelabel(transaction, changed);
    }
    for (const { row, before, after } of written)
      all.push({ asset: row.assetId, before, after, version: row.version });
  }
  return all;
}

/** Asks for the files of assets to carry their labels as they are now. */
export function askToRelabel(database: Queryable, ids: readonly string[]): Promise<void> {
  return enqueue(database, 'relabel', ids, 'Writing the label into files', QUIET);
}

/** Every field from the row that was to be inserted. */
const TAKE_NEW = Object.fromEntries(
  [...FIELDS, 'version' as const].map((field) => [field, sql.raw(`values(\`${placard[field].name}\`)`)]),
);

export function pick(label: Partial<Placard>, fields: readonly Field[]): Partial<Placard> {
  return Object.fromEntries(fields.map((field) => [field, label[field]])) as Partial<Placard>;
}

async function refuseUnknownTerms(database: Queryable, siteId: string, licences: string[]): Promise<void> {
  const wanted = [...new Set(licences.filter(isOwnTerms))];
  if (wanted.length === 0) return;
  const known = await database
    .select({ id: ownTerms.id })
    .from(ownTerms)
    .where(and(inArray(ownTerms.id, wanted), eq(ownTerms.siteId, siteId)))
    .for('update');
  if (known.length < wanted.length)
    throw new Problem(422, 'These terms are not on our list any more. Choose others.');
}
