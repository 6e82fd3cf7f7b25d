import { and, eq, inArray, sql } from 'drizzle-orm';
import type { LabelSource } from '@placard/core/contract';
import { BLANK_PLACARD, termsOfPlacard, type Placard } from '@placard/core/credit';
import { isOwnTerms } from '@placard/core/licence';
import { headingOf } from '@placard/core/spreadsheet';
import { newId } from '../db/columns.ts';
import type { Queryable } from '../db/database.ts';
import { asset, labelChange, ownTerms, placard } from '../db/schema.ts';
import { assetsChanged } from '../search/searchrows.ts';
import { unfit } from '../refusal.ts';
import { enqueue } from '../queue/queue.ts';
import { uncheck } from './uncheck.ts';
import { placardOf } from '../licence/labelrow.ts';
import { paced } from '../pace.ts';

/** So long nothing more is written on a placard before its files are written anew. */
const QUIET = paced(15_000);
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
      await uncheckAgreed(transaction, written);
      await assetsChanged(transaction, changed);
      await askToRelabel(transaction, changed);
    }
    for (const { row, before, after } of written)
      all.push({ asset: row.assetId, before, after, version: row.version });
  }
  return all;
}

/** What a reviewer approved: the licence, and what was agreed besides. */
const AGREED = ['licence', 'from', 'until', 'territory', 'impressions', 'exclusive', 'restrictions'] as const;

async function uncheckAgreed(
  database: Queryable,
  written: readonly { row: { assetId: string }; before: Partial<Placard>; after: Partial<Placard> }[],
): Promise<void> {
  const own = new Map<string, string>();
  const licences = written.flatMap(({ before, after }) => [before.licence ?? '', after.licence ?? '']);
  const wanted = [...new Set(licences.filter(isOwnTerms))];
  if (wanted.length > 0) {
    const names = { id: ownTerms.id, name: ownTerms.name };
    for (const { id, name } of await database
      .select(names)
      .from(ownTerms)
      .where(inArray(ownTerms.id, wanted)))
      own.set(id, name);
  }
  const said = (field: (typeof AGREED)[number], value = '') => {
    if (value === '') return 'nothing';
    const name = field === 'licence' ? (own.get(value) ?? termsOfPlacard({ licence: value }).name) : value;
    return `“${name}”`;
  };
  // What was changed alike of many is said of all of them at once.
  const byWhy = new Map<string, string[]>();
  for (const { row, before, after } of written) {
    const field = AGREED.find((name) => after[name] !== undefined);
    if (!field) continue;
    const why = `After it was approved, ${headingOf(field).toLowerCase()} was changed from ${said(field, before[field])} to ${said(field, after[field])}.`;
    byWhy.set(why, [...(byWhy.get(why) ?? []), row.assetId]);
  }
  for (const [why, ids] of byWhy) await uncheck(database, ids, why);
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
  if (known.length < wanted.length) throw unfit('These terms are not on our list any more. Choose others.');
}
