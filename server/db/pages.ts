import { bigint, boolean, index, int, mysqlTable, primaryKey, unique, varchar } from 'drizzle-orm/mysql-core';
import type { Policy } from '@placard/core/embed';
import type { PageDocument, PageFacts, PagePlace, Schedule } from '@placard/core/page';
import { id, json, moment, packed } from './columns.ts';
import { asset, section, site } from './holdings.ts';

/** What changed a page: somebody’s writing, or another file in the place of one that it shows. */
export type ChangedHow = 'written' | 'swapped';

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
    /** What it is found by and shown with elsewhere; null for nothing. */
    facts: json<PageFacts>('facts'),
    /** When and for whom it is shown; null for always and for everybody. */
    shown: json<Schedule>('shown'),
    /** It is standing copy: kept once, and shown in the pages that use it. */
    isCopy: boolean('is_copy').notNull().default(false),
    /** Since when it lies in the bin. */
    binnedAt: moment('binned_at'),
    version: int('version').notNull().default(1),
    changedAt: moment('changed_at').notNull(),
    changedBy: varchar('changed_by', { length: 36 }).notNull(),
    changedHow: varchar('changed_how', { length: 10 }).$type<ChangedHow>().notNull().default('written'),
    /** The save that was taken last, by its own id, so that it is known when it is sent again. */
    lastSave: varchar('last_save', { length: 40 }),
  },
  (table) => [
    unique('page_slug').on(table.siteId, table.sectionId, table.slug),
    index('page_changed').on(table.siteId, table.changedAt),
  ],
);

/**
 * What pages are listed and counted by, one row each, gathered from the page, from what it shows and from what was
 * found in it. Derived: it can always be made again.
 */
export const pageRow = mysqlTable(
  'page_row',
  {
    pageId: id('page_id')
      .primaryKey()
      .references(() => page.id, { onDelete: 'cascade' }),
    siteId: id('site_id').notNull(),
    sectionId: id('section_id').notNull(),
    title: varchar('title', { length: 200 }).notNull(),
    slug: varchar('slug', { length: 100 }).notNull(),
    version: int('version').notNull(),
    changedAt: moment('changed_at').notNull(),
    changedBy: varchar('changed_by', { length: 36 }).notNull(),
    placements: int('placements').notNull(),
    /** How many findings keep it back, and how many should be looked at. */
    stops: int('stops').notNull(),
    warnings: int('warnings').notNull(),
    /** Bytes that it loads on a wide screen. */
    bytes: bigint('bytes', { mode: 'number' }).notNull(),
    /** The file of its first picture, small. */
    lead: varchar('lead', { length: 255 }),
    /** Where in it links can lead to. */
    places: json<PagePlace[]>('places'),
    /** What the policies of a site must say for what is embedded in it, at any time; null for nothing. */
    embeds: json<{ csp: Policy; frames: { src: string; permissions: string[] }[] }>('embeds'),
    binned: boolean('binned').notNull().default(false),
    isCopy: boolean('is_copy').notNull().default(false),
    /** The first day on which time alone changes what is found in it (ISO 8601); empty for never. */
    changesOn: varchar('changes_on', { length: 10 }).notNull(),
    /** How often what it is made of has changed since it was gathered. */
    marks: int('marks').notNull().default(0),
  },
  (table) => [
    index('page_row_changed').on(table.siteId, table.binned, table.changedAt, table.pageId),
    index('page_row_title').on(table.siteId, table.binned, table.title, table.pageId),
    index('page_row_section').on(table.siteId, table.binned, table.sectionId, table.changedAt),
    index('page_row_found').on(table.siteId, table.binned, table.stops, table.warnings, table.placements),
    index('page_row_bytes').on(table.siteId, table.binned, table.bytes, table.pageId),
    index('page_row_marks').on(table.siteId, table.marks),
    index('page_row_due').on(table.siteId, table.changesOn),
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

/** Which pages link to which, written anew with every save of a page. */
export const pageLink = mysqlTable(
  'page_link',
  {
    pageId: id('page_id')
      .notNull()
      .references(() => page.id, { onDelete: 'cascade' }),
    /** The page that it leads to, which may be gone. */
    targetId: id('target_id').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.pageId, table.targetId] }),
    index('page_link_target').on(table.targetId),
  ],
);

/** Addresses that pages had, each of which leads on to where its page is now. */
export const pageAddress = mysqlTable(
  'page_address',
  {
    siteId: id('site_id')
      .notNull()
      .references(() => site.id),
    /** A path from the root of the site. */
    address: varchar('address', { length: 600 }).notNull(),
    pageId: id('page_id')
      .notNull()
      .references(() => page.id, { onDelete: 'cascade' }),
    at: moment('at').notNull(),
  },
  (table) => [
    unique('page_address_once').on(table.siteId, table.address),
    index('page_address_page').on(table.pageId),
  ],
);

/** What pages were, save by save; thinned as they get older. */
export const pageRevision = mysqlTable(
  'page_revision',
  {
    pageId: id('page_id')
      .notNull()
      .references(() => page.id, { onDelete: 'cascade' }),
    number: int('number').notNull(),
    title: varchar('title', { length: 200 }).notNull(),
    /** Its body, its facts and when it is shown, as JSON, compressed (RFC 1952). */
    body: packed('body').notNull(),
    at: moment('at').notNull(),
    by: varchar('by_person', { length: 36 }).notNull(),
    how: varchar('how', { length: 10 }).$type<ChangedHow>().notNull(),
    /** When it was handed off last; such versions are kept. */
    handedOffAt: moment('handed_off_at'),
  },
  (table) => [primaryKey({ columns: [table.pageId, table.number] })],
);

/** What was found in a page and would keep it back, and that a reviewer let go. */
export const waiver = mysqlTable(
  'waiver',
  {
    id: id('id').primaryKey(),
    pageId: id('page_id')
      .notNull()
      .references(() => page.id, { onDelete: 'cascade' }),
    rule: varchar('rule', { length: 40 }).notNull(),
    place: varchar('place', { length: 40 }).notNull().default(''),
    /** What was found, as it was told: what is found later in other words was not meant. */
    says: varchar('says', { length: 1000 }).notNull(),
    reason: varchar('reason', { length: 500 }).notNull(),
    personId: varchar('person_id', { length: 36 }).notNull(),
    at: moment('at').notNull(),
  },
  (table) => [index('waiver_page').on(table.pageId)],
);
