import { boolean, index, int, mysqlTable, primaryKey, text, varchar } from 'drizzle-orm/mysql-core';
import type { EvidenceKind, LabelSource, PermissionKind, SheetState } from '@placard/core/contract';
import type { Placard } from '@placard/core/credit';
import type { Duty, Permission } from '@placard/core/licence';
import { id, json, moment } from './columns.ts';
import { asset, site } from './holdings.ts';

/** Terms that an organisation has added to the list itself. */
export const ownTerms = mysqlTable('own_terms', {
  /** `ours-…`, as placards name it. */
  id: id('id').primaryKey(),
  siteId: id('site_id')
    .notNull()
    .references(() => site.id),
  name: varchar('name', { length: 120 }).notNull(),
  short: varchar('short', { length: 80 }).notNull(),
  deed: varchar('deed', { length: 2000 }).notNull(),
  permits: json<Permission[]>('permits').notNull(),
  requires: json<Duty[]>('requires').notNull(),
  prohibits: json<Permission[]>('prohibits').notNull(),
  /** Where it is written down. */
  source: varchar('source', { length: 500 }).notNull(),
  personId: varchar('person_id', { length: 36 }).notNull(),
  changedAt: moment('changed_at').notNull(),
});

/** Who allowed the use of an asset, with what shows it. */
export const permission = mysqlTable(
  'permission',
  {
    id: id('id').primaryKey(),
    assetId: id('asset_id')
      .notNull()
      .references(() => asset.id, { onDelete: 'cascade' }),
    kind: varchar('kind', { length: 10 }).$type<PermissionKind>().notNull(),
    giver: varchar('giver', { length: 300 }).notNull(),
    givenOn: varchar('given_on', { length: 10 }).notNull(),
    until: varchar('until', { length: 10 }).notNull(),
    commercial: boolean('commercial').notNull(),
    changes: boolean('changes').notNull(),
    note: text('note').notNull(),
    personId: varchar('person_id', { length: 36 }).notNull(),
    addedAt: moment('added_at').notNull(),
    state: varchar('state', { length: 10 }).$type<'unchecked' | 'approved' | 'refused'>().notNull(),
    checkedBy: varchar('checked_by', { length: 36 }),
    checkedAt: moment('checked_at'),
    /** What the reviewer said to it. */
    says: varchar('says', { length: 1000 }).notNull().default(''),
  },
  (table) => [
    index('permission_asset').on(table.assetId, table.addedAt),
    index('permission_state').on(table.state, table.addedAt),
  ],
);

/** A file, or what stood at an address, that shows a permission. */
export const evidence = mysqlTable(
  'evidence',
  {
    id: id('id').primaryKey(),
    permissionId: id('permission_id')
      .notNull()
      .references(() => permission.id, { onDelete: 'cascade' }),
    kind: varchar('kind', { length: 10 }).$type<EvidenceKind>().notNull(),
    name: varchar('name', { length: 255 }).notNull(),
    address: varchar('address', { length: 2000 }).notNull(),
    sha256: varchar('sha256', { length: 64 }).notNull(),
    key: varchar('key', { length: 200 }).notNull(),
    bytes: int('bytes').notNull(),
    at: moment('at').notNull(),
  },
  (table) => [index('evidence_permission').on(table.permissionId)],
);

/** What was changed on a placard. */
export const labelChange = mysqlTable(
  'label_change',
  {
    id: id('id').primaryKey(),
    assetId: id('asset_id')
      .notNull()
      .references(() => asset.id, { onDelete: 'cascade' }),
    /** What was changed together. */
    groupId: id('group_id').notNull(),
    source: varchar('source', { length: 12 }).$type<LabelSource>().notNull(),
    /** The version of the placard that this made. */
    version: int('version').notNull(),
    before: json<Partial<Placard>>('before').notNull(),
    after: json<Partial<Placard>>('after').notNull(),
    personId: varchar('person_id', { length: 36 }).notNull(),
    at: moment('at').notNull(),
  },
  (table) => [
    index('label_change_asset').on(table.assetId, table.version),
    index('label_change_group').on(table.groupId),
  ],
);

/** A spreadsheet of labels that was brought back. */
export const labelSheet = mysqlTable('label_sheet', {
  id: id('id').primaryKey(),
  siteId: id('site_id')
    .notNull()
    .references(() => site.id),
  fileName: varchar('file_name', { length: 255 }).notNull(),
  state: varchar('state', { length: 10 }).$type<SheetState>().notNull(),
  /** Rows read, and of them those that change nothing. */
  rows: int('rows').notNull().default(0),
  same: int('same').notNull().default(0),
  says: varchar('says', { length: 500 }).notNull().default(''),
  /** What becomes of fields that somebody changed after it was written. */
  newer: varchar('newer', { length: 10 }).$type<'leave' | 'overwrite'>().notNull().default('leave'),
  personId: varchar('person_id', { length: 36 }).notNull(),
  at: moment('at').notNull(),
});

/** One of its rows that changes a placard or cannot. */
export const labelSheetRow = mysqlTable(
  'label_sheet_row',
  {
    sheetId: id('sheet_id')
      .notNull()
      .references(() => labelSheet.id, { onDelete: 'cascade' }),
    line: int('line').notNull(),
    assetId: id('asset_id'),
    title: varchar('title', { length: 300 }).notNull(),
    /** The version of the placard that the differences were found against. */
    version: int('version').notNull(),
    before: json<Partial<Placard>>('before').notNull(),
    after: json<Partial<Placard>>('after').notNull(),
    /** Fields that somebody changed after the spreadsheet was written. */
    newer: json<string[]>('newer').notNull(),
    /** Why it cannot be written; empty where it can. */
    trouble: varchar('trouble', { length: 500 }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.sheetId, table.line] })],
);
