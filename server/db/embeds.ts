import { boolean, index, int, mysqlTable, primaryKey, unique, varchar } from 'drizzle-orm/mysql-core';
import type { Needs } from '@placard/core/contract';
import type { HostFile } from '@placard/core/embed/options';
import type { OutsideKind, OutsideState } from '@placard/core/outside';
import type { HostReview } from '@placard/core/proof';
import { id, json, moment, packed } from './columns.ts';
import { site } from './holdings.ts';
import { page } from './pages.ts';

const siteId = () =>
  id('site_id')
    .notNull()
    .references(() => site.id);
const person = (name: string) => varchar(name, { length: 36 });

/** A host of embeds, or a whole family of hosts, and how the site stands to it. */
export const host = mysqlTable(
  'host',
  {
    siteId: siteId(),
    host: varchar('host', { length: 255 }).notNull(),
    review: varchar('standing', { length: 12 }).$type<HostReview>().notNull(),
    note: varchar('note', { length: 500 }).notNull().default(''),
    decidedBy: person('decided_by'),
    decidedAt: moment('decided_at'),
    /** Who waits for an answer, since when, and what for. */
    askedBy: person('asked_by'),
    askedAt: moment('asked_at'),
    askedWhy: varchar('asked_why', { length: 500 }).notNull().default(''),
    /** The least that its frames need, as somebody found out. */
    needs: json<Needs | null>('needs'),
    /** Where it says what it has for which of its addresses (oEmbed 1.0). */
    provider: json<Provider | null>('provider'),
  },
  (table) => [
    unique('host_once').on(table.siteId, table.host),
    index('host_asked').on(table.siteId, table.askedAt),
  ],
);

export interface Provider {
  name: string;
  endpoint: string;
  schemes: string[];
}

/** What a host's addresses understand, as keepers have written it down. */
export const hostFile = mysqlTable('host_file', {
  id: id('id').primaryKey(),
  siteId: siteId(),
  file: json<HostFile>('file').notNull(),
  version: int('version').notNull().default(1),
  changedAt: moment('changed_at').notNull(),
  changedBy: person('changed_by').notNull(),
});

/** Something embedded that somebody looks at on the users'-content origin, by what it is; forgotten after a day. */
export const placedPreview = mysqlTable(
  'placed_preview',
  {
    /** SHA-256 of what it is. */
    id: varchar('id', { length: 64 }).primaryKey(),
    /** The block as JSON, compressed (RFC 1952). */
    block: packed('block').notNull(),
    at: moment('at').notNull(),
  },
  (table) => [index('placed_preview_at').on(table.at)],
);

/** What a host answered about an address, for as long as it said (oEmbed 1.0, cache_age). */
export const oembedKept = mysqlTable(
  'oembed_kept',
  {
    /** SHA-256 of the address that was asked. */
    id: varchar('id', { length: 64 }).primaryKey(),
    text: packed('text').notNull(),
    until: moment('until_at').notNull(),
  },
  (table) => [index('oembed_kept_until').on(table.until)],
);

/** An address outside that pages lead to or show, and how it was when it was last looked at. */
export const outside = mysqlTable(
  'outside',
  {
    id: id('id').primaryKey(),
    siteId: siteId(),
    /** SHA-256 of the address and of what it is used for. */
    hash: varchar('hash', { length: 64 }).notNull(),
    address: varchar('address', { length: 4096 }).notNull(),
    kind: varchar('kind', { length: 8 }).$type<OutsideKind>().notNull(),
    host: varchar('host', { length: 255 }).notNull(),
    state: varchar('state', { length: 12 }).$type<OutsideState>().notNull().default('unseen'),
    says: varchar('says', { length: 500 }).notNull().default(''),
    /** Where it has moved to; empty where it has not. */
    leadsTo: varchar('leads_to', { length: 4096 }).notNull().default(''),
    /** How often in a row it was not as it should be. */
    failures: int('failures').notNull().default(0),
    checkedAt: moment('checked_at'),
    nextAt: moment('next_at').notNull(),
    /** No page uses it any more. */
    unused: boolean('unused').notNull().default(false),
  },
  (table) => [
    unique('outside_once').on(table.siteId, table.hash),
    index('outside_next').on(table.siteId, table.unused, table.nextAt),
    index('outside_state').on(table.siteId, table.unused, table.state),
  ],
);

/** Which pages use which addresses outside, written anew with every save of a page. */
export const pageOutside = mysqlTable(
  'page_outside',
  {
    pageId: id('page_id')
      .notNull()
      .references(() => page.id, { onDelete: 'cascade' }),
    outsideId: id('outside_id')
      .notNull()
      .references(() => outside.id, { onDelete: 'cascade' }),
  },
  (table) => [
    primaryKey({ columns: [table.pageId, table.outsideId] }),
    index('page_outside_outside').on(table.outsideId),
  ],
);
