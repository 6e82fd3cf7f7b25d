import { index, int, mysqlTable, unique, varchar } from 'drizzle-orm/mysql-core';
import type { PageDocument } from '@placard/core/page';
import type { HostStanding } from '@placard/core/proof';
import { id, json, moment } from './columns.ts';
import { asset, section, site } from './holdings.ts';

export const page = mysqlTable(
  'page',
  {
    id: id('id').primaryKey(),
    siteId: id('site_id')
      .notNull()
      .references(() => site.id),
    sectionId: id('section_id')
      .notNull()
      .references(() => section.id),
    title: varchar('title', { length: 200 }).notNull(),
    slug: varchar('slug', { length: 100 }).notNull(),
    document: json<PageDocument>('document').notNull(),
    version: int('version').notNull().default(1),
    changedAt: moment('changed_at').notNull(),
    changedBy: varchar('changed_by', { length: 36 }).notNull(),
  },
  (table) => [
    unique('page_slug').on(table.siteId, table.sectionId, table.slug),
    index('page_changed').on(table.siteId, table.changedAt),
  ],
);

/** The where-used index, written anew with every save of a page. */
export const placement = mysqlTable(
  'placement',
  {
    pageId: id('page_id')
      .notNull()
      .references(() => page.id, { onDelete: 'cascade' }),
    ordinal: int('ordinal').notNull(),
    assetId: id('asset_id').references(() => asset.id),
    /** The version that stands there, where it is another than the asset's own. */
    versionId: id('version_id'),
    host: varchar('host', { length: 255 }),
  },
  (table) => [
    unique('placement_ordinal').on(table.pageId, table.ordinal),
    index('placement_asset').on(table.assetId),
    index('placement_host').on(table.host),
  ],
);

export const host = mysqlTable(
  'host',
  {
    siteId: id('site_id')
      .notNull()
      .references(() => site.id),
    host: varchar('host', { length: 255 }).notNull(),
    standing: varchar('standing', { length: 12 }).$type<HostStanding>().notNull(),
    note: varchar('note', { length: 500 }).notNull().default(''),
  },
  (table) => [unique('host_once').on(table.siteId, table.host)],
);
