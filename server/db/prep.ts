import { bigint, index, int, mysqlTable, unique, varchar } from 'drizzle-orm/mysql-core';
import type { Sheet } from '@placard/core/prep';
import { id, json, moment } from './columns.ts';
import { asset, site } from './holdings.ts';

/** Saved settings for preparing many pictures. */
export const prepSheet = mysqlTable(
  'prep_sheet',
  {
    id: id('id').primaryKey(),
    siteId: id('site_id')
      .notNull()
      .references(() => site.id),
    name: varchar('name', { length: 120 }).notNull(),
    sheet: json<Sheet>('sheet').notNull(),
    version: int('version').notNull().default(1),
    personId: varchar('person_id', { length: 36 }).notNull(),
    changedAt: moment('changed_at').notNull(),
  },
  (table) => [unique('prep_sheet_name').on(table.siteId, table.name)],
);

/** Many pictures prepared by one sheet. */
export const batch = mysqlTable(
  'batch',
  {
    id: id('id').primaryKey(),
    siteId: id('site_id')
      .notNull()
      .references(() => site.id),
    sheetName: varchar('sheet_name', { length: 120 }).notNull(),
    sheet: json<Sheet>('sheet').notNull(),
    state: varchar('state', { length: 10 }).$type<'working' | 'done' | 'cancelled'>().notNull(),
    personId: varchar('person_id', { length: 36 }).notNull(),
    startedAt: moment('started_at').notNull(),
    endedAt: moment('ended_at'),
  },
  (table) => [index('batch_started').on(table.siteId, table.startedAt)],
);

/** One picture of a batch. */
export const batchItem = mysqlTable(
  'batch_item',
  {
    id: id('id').primaryKey(),
    batchId: id('batch_id')
      .notNull()
      .references(() => batch.id, { onDelete: 'cascade' }),
    assetId: id('asset_id')
      .notNull()
      .references(() => asset.id, { onDelete: 'cascade' }),
    ordinal: int('ordinal').notNull(),
    state: varchar('state', { length: 10 })
      .$type<'waiting' | 'working' | 'done' | 'failed' | 'left'>()
      .notNull(),
    says: varchar('says', { length: 500 }),
    /** The version it makes. */
    versionId: id('version_id'),
    /** Bytes of what a page loads of it on a wide screen, before and after. */
    before: bigint('bytes_before', { mode: 'number' }),
    after: bigint('bytes_after', { mode: 'number' }),
    changedAt: moment('changed_at').notNull(),
  },
  (table) => [
    unique('batch_item_once').on(table.batchId, table.assetId),
    index('batch_item_state').on(table.batchId, table.state),
  ],
);
