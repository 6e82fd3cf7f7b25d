import { bigint, boolean, index, int, mysqlTable, text, varchar } from 'drizzle-orm/mysql-core';
import type { Facts, Visibility } from '@placard/core/contract';
import type { Verdict } from '@placard/core/licence';
import { id, moment } from './columns.ts';
import { asset } from './holdings.ts';
import { sql } from 'drizzle-orm';

/**
 * What assets are found by, one row each, gathered from label, file and pages so that a search reads
 * one table. Derived: it can always be made again. `words` has a FULLTEXT index, made by hand in its migration.
 */
export const searchRow = mysqlTable(
  'search_row',
  {
    assetId: id('asset_id')
      .primaryKey()
      .references(() => asset.id, { onDelete: 'cascade' }),
    siteId: id('site_id').notNull(),
    binned: boolean('binned').notNull(),
    words: text('words').notNull(),
    title: varchar('title', { length: 300 }).notNull(),
    kind: varchar('kind', { length: 10 }).$type<Facts['kind']>().notNull(),
    sectionId: id('section_id').notNull(),
    shape: varchar('shape', { length: 10 }).notNull(),
    colour: varchar('colour', { length: 10 }).notNull(),
    licence: varchar('licence', { length: 40 }).notNull(),
    /** Whether it may be used as it is, and the day after which it may not any more. */
    verdict: varchar('verdict', { length: 10 }).$type<Verdict>().notNull(),
    until: varchar('shown_until', { length: 10 }).notNull(),
    visibility: varchar('visibility', { length: 10 }).$type<Visibility>().notNull(),
    lacksAlt: boolean('lacks_alt').notNull(),
    lacksCredit: boolean('lacks_credit').notNull(),
    lacksLicence: boolean('lacks_licence').notNull(),
    heavy: boolean('heavy').notNull(),
    uses: int('uses').notNull(),
    used: boolean('used').generatedAlwaysAs(sql`uses > 0`, { mode: 'stored' }),
    bytes: bigint('bytes', { mode: 'number' }).notNull(),
    pixels: bigint('pixels', { mode: 'number' }).notNull(),
    personId: varchar('person_id', { length: 36 }).notNull(),
    addedAt: moment('added_at').notNull(),
    /** When it was last put into a page. */
    placedAt: moment('placed_at'),
  },
  (table) => [
    index('search_added').on(table.siteId, table.binned, table.addedAt, table.assetId),
    index('search_title').on(table.siteId, table.binned, table.title),
    index('search_bytes').on(table.siteId, table.binned, table.bytes),
    index('search_pixels').on(table.siteId, table.binned, table.pixels),
    index('search_placed').on(table.siteId, table.binned, table.placedAt),
    index('search_licence').on(table.siteId, table.binned, table.licence, table.addedAt),
    // What facets count stands in this one together, in the order in which it is counted: no row is read for it.
    index('search_counted').on(
      table.siteId,
      table.binned,
      table.licence,
      table.kind,
      table.sectionId,
      table.shape,
      table.colour,
      table.verdict,
      table.visibility,
      table.lacksAlt,
      table.lacksCredit,
      table.lacksLicence,
      table.heavy,
      table.personId,
      table.used,
    ),
    index('search_until').on(table.siteId, table.binned, table.until),
    index('search_section').on(table.siteId, table.binned, table.sectionId, table.addedAt),
  ],
);
