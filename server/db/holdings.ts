import {
  bigint,
  boolean,
  double,
  index,
  int,
  mysqlTable,
  primaryKey,
  text,
  unique,
  varchar,
  type AnyMySqlColumn,
} from 'drizzle-orm/mysql-core';
import type { Said, TrackKind } from '@placard/core/captions';
import type { Facts, Loudness, Policy, Visibility } from '@placard/core/contract';
import type { EmbeddedFields, Placard } from '@placard/core/credit';
import type { Measure } from '@placard/core/geometry';
import type { Edges } from '@placard/core/page';
import type { Preparation } from '@placard/core/prep';
import { id, json, moment } from './columns.ts';

export const site = mysqlTable('site', {
  id: id('id').primaryKey(),
  name: varchar('name', { length: 120 }).notNull(),
  language: varchar('language', { length: 20 }).notNull(),
  measures: json<Measure[]>('measures').notNull(),
  style: text('style').notNull(),
  heavyBytes: int('heavy_bytes').notNull(),
  /** The most bytes it may use; null for as much as the disk has. */
  quota: bigint('quota', { mode: 'number' }),
  modernFormat: varchar('modern_format', { length: 10 }).$type<'webp' | 'avif'>().notNull(),
  /** How it stands to what is not its own; null for how a site begins. */
  policy: json<Policy>('policy'),
  /** Its border and its rounded corners; null for how a site begins. */
  edges: json<Edges>('edges'),
});

export const section = mysqlTable(
  'section',
  {
    id: id('id').primaryKey(),
    siteId: id('site_id')
      .notNull()
      .references(() => site.id),
    parentId: id('parent_id'),
    title: varchar('title', { length: 120 }).notNull(),
    slug: varchar('slug', { length: 80 }).notNull(),
    ordinal: int('ordinal').notNull().default(0),
    /** The prep sheet that what is filed here is prepared by. */
    sheetId: id('sheet_id'),
  },
  (table) => [unique('section_slug').on(table.siteId, table.parentId, table.slug)],
);

/** The bytes as they came, once each. */
export const original = mysqlTable('original', {
  sha256: varchar('sha256', { length: 64 }).primaryKey(),
  key: varchar('key', { length: 200 }).notNull(),
  bytes: bigint('bytes', { mode: 'number' }).notNull(),
  facts: json<Facts>('facts').notNull(),
  /** Store key of what it is worked on as, where its own format is not decoded everywhere. */
  workKey: varchar('work_key', { length: 200 }),
  /** What the file says of itself. */
  embedded: json<EmbeddedFields>('embedded'),
  /** Store key of a small picture of it. */
  thumbnail: varchar('thumbnail', { length: 200 }),
  /** How it looks, as 64 bits (perceptual hash by DCT); null for what is no still picture. */
  perceptualHash: bigint('perceptual_hash', { mode: 'bigint', unsigned: true }),
  /** The colour it would be called by. */
  colour: varchar('colour', { length: 10 }),
  createdAt: moment('created_at').notNull(),
});

export const arrival = mysqlTable(
  'arrival',
  {
    /** The id of its upload. */
    id: id('id').primaryKey(),
    siteId: id('site_id')
      .notNull()
      .references(() => site.id),
    fileName: varchar('file_name', { length: 255 }).notNull(),
    bytes: bigint('bytes', { mode: 'number' }).notNull(),
    state: varchar('state', { length: 10 })
      .$type<'sending' | 'fetching' | 'reading' | 'ready' | 'refused'>()
      .notNull(),
    says: varchar('says', { length: 500 }),
    sha256: varchar('sha256', { length: 64 }).references(() => original.sha256),
    /** Where it is fetched from. */
    address: varchar('address', { length: 2000 }),
    /** The comp whose original it is, being brought in to take its place. */
    compId: id('comp_id')
      .unique()
      .references((): AnyMySqlColumn => asset.id, { onDelete: 'set null' }),
    /** SHA-256 of files here that look the same. */
    alike: json<string[]>('alike'),
    /** What its source says of it. */
    label: json<Partial<Placard>>('label'),
    proposedTitle: varchar('proposed_title', { length: 300 }).notNull().default(''),
    personId: varchar('person_id', { length: 36 }).notNull(),
    arrivedAt: moment('arrived_at').notNull(),
  },
  (table) => [index('arrival_site').on(table.siteId, table.arrivedAt)],
);

export const asset = mysqlTable(
  'asset',
  {
    id: id('id').primaryKey(),
    siteId: id('site_id')
      .notNull()
      .references(() => site.id),
    sectionId: id('section_id')
      .notNull()
      .references(() => section.id),
    kind: varchar('kind', { length: 10 }).$type<Facts['kind']>().notNull(),
    name: varchar('name', { length: 100 }).notNull(),
    fileName: varchar('file_name', { length: 255 }).notNull(),
    sha256: varchar('sha256', { length: 64 })
      .notNull()
      .references(() => original.sha256),
    /** The version that stands in pages now. */
    versionId: id('version_id').notNull(),
    /** The version that takes its place once its renditions are made. */
    nextVersionId: id('next_version_id'),
    visibility: varchar('visibility', { length: 10 }).$type<Visibility>().notNull(),
    /** The largest width wanted of it in pixels; null for as large as the site's measures. */
    widest: int('widest'),
    /** Since when it lies in the bin. */
    binnedAt: moment('binned_at'),
    prepared: varchar('prepared', { length: 10 })
      .$type<'waiting' | 'working' | 'done' | 'failed'>()
      .notNull(),
    trouble: varchar('trouble', { length: 500 }),
    personId: varchar('person_id', { length: 36 }).notNull(),
    /** The arrival that it was. */
    arrivalId: id('arrival_id'),
    addedAt: moment('added_at').notNull(),
    /** When it was last put into a page. */
    placedAt: moment('placed_at'),
  },
  (table) => [
    index('asset_added').on(table.siteId, table.addedAt, table.id),
    index('asset_sha').on(table.sha256),
    index('asset_arrival').on(table.arrivalId),
    unique('asset_name').on(table.siteId, table.name),
  ],
);

export const placard = mysqlTable('placard', {
  assetId: id('asset_id')
    .primaryKey()
    .references(() => asset.id, { onDelete: 'cascade' }),
  version: int('version').notNull().default(1),
  title: varchar('title', { length: 300 }).notNull(),
  alt: varchar('alt', { length: 1000 }).notNull(),
  decorative: boolean('decorative').notNull(),
  organisation: boolean('organisation').notNull().default(false),
  caption: varchar('caption', { length: 2000 }).notNull(),
  description: text('description').notNull().default(''),
  keywords: varchar('keywords', { length: 2000 }).notNull().default(''),
  creator: varchar('creator', { length: 300 }).notNull(),
  creatorUrl: varchar('creator_url', { length: 2000 }).notNull(),
  source: varchar('source', { length: 300 }).notNull(),
  sourceUrl: varchar('source_url', { length: 2000 }).notNull(),
  pictureId: varchar('picture_id', { length: 120 }).notNull(),
  accessed: varchar('accessed', { length: 10 }).notNull(),
  copyright: varchar('copyright', { length: 300 }).notNull().default(''),
  licence: varchar('licence', { length: 40 }).notNull(),
  from: varchar('shown_from', { length: 10 }).notNull().default(''),
  until: varchar('shown_until', { length: 10 }).notNull().default(''),
  territory: varchar('territory', { length: 1000 }).notNull().default(''),
  impressions: varchar('impressions', { length: 12 }).notNull().default(''),
  exclusive: varchar('exclusive', { length: 200 }).notNull().default(''),
  restrictions: text('restrictions').notNull().default(''),
});

/** The original plus an ordered list of edits; number 1 is the original as it first came. */
export const version = mysqlTable(
  'version',
  {
    id: id('id').primaryKey(),
    assetId: id('asset_id')
      .notNull()
      .references(() => asset.id, { onDelete: 'cascade' }),
    sha256: varchar('sha256', { length: 64 })
      .notNull()
      .references(() => original.sha256),
    number: int('number').notNull(),
    preparation: json<Preparation>('preparation').notNull(),
    /** Pixels of what is seen; 0 for sound. */
    width: int('width').notNull(),
    height: int('height').notNull(),
    /** Store key of a small picture of it, where it does not look like its original. */
    thumbnail: varchar('thumbnail', { length: 200 }),
    /** Of a film or sound, which files were not worth their making: they came out larger than it is. */
    spared: json<string[]>('spared'),
    personId: varchar('person_id', { length: 36 }),
    createdAt: moment('created_at').notNull(),
  },
  (table) => [unique('version_number').on(table.assetId, table.number)],
);

export const rendition = mysqlTable(
  'rendition',
  {
    id: id('id').primaryKey(),
    versionId: id('version_id')
      .notNull()
      .references(() => version.id, { onDelete: 'cascade' }),
    /** The screens it is made for. */
    screen: varchar('screen', { length: 6 }).$type<'wide' | 'narrow'>().notNull().default('wide'),
    width: int('width').notNull(),
    height: int('height').notNull(),
    mime: varchar('mime', { length: 100 }).notNull(),
    /** What a media type says of a film's or sound's codecs (RFC 6381); empty where nothing is sure. */
    codecs: varchar('codecs', { length: 60 }).notNull().default(''),
    bytes: bigint('bytes', { mode: 'number' }).notNull(),
    /** The encoder's quality, 1 to 100; null for formats that lose nothing. */
    quality: int('quality'),
    /** Its structural similarity to the uncompressed picture, where it was measured. */
    likeness: double('likeness'),
    /** A short hash of the label that is written in it. */
    label: varchar('label', { length: 16 }).notNull().default(''),
    key: varchar('key', { length: 200 }).notNull(),
  },
  (table) => [
    unique('rendition_file').on(table.versionId, table.screen, table.width, table.mime, table.codecs),
  ],
);

export const track = mysqlTable(
  'track',
  {
    id: id('id').primaryKey(),
    assetId: id('asset_id')
      .notNull()
      .references(() => asset.id, { onDelete: 'cascade' }),
    /** What it tells: what is said, what is seen, or which part begins when (HTML, track element). */
    kind: varchar('kind', { length: 12 }).$type<TrackKind>().notNull().default('captions'),
    language: varchar('language', { length: 35 }).notNull(),
    label: varchar('label', { length: 60 }).notNull(),
    key: varchar('key', { length: 200 }).notNull(),
    /** 0 where nobody has counted yet. */
    bytes: int('bytes').notNull().default(0),
    version: int('version').notNull().default(1),
    /** What it says, as a transcript; null where nobody has written it down yet. */
    said: json<Said[] | null>('said'),
  },
  (table) => [unique('track_once').on(table.assetId, table.kind, table.language)],
);

/** A comp whose original stands in its place; taken back, the row goes. */
export const swap = mysqlTable('swap', {
  id: id('id').primaryKey(),
  assetId: id('asset_id')
    .notNull()
    .unique()
    .references(() => asset.id, { onDelete: 'cascade' }),
  versionBefore: id('version_before').notNull(),
  /** Versions of single places that took the place of others: the older by the newer. */
  places: json<Record<string, string>>('places'),
  personId: varchar('person_id', { length: 36 }).notNull(),
  at: moment('at').notNull(),
});

/** A picked set of assets. */
export const shortlist = mysqlTable(
  'shortlist',
  {
    id: id('id').primaryKey(),
    siteId: id('site_id')
      .notNull()
      .references(() => site.id),
    name: varchar('name', { length: 120 }).notNull(),
    personId: varchar('person_id', { length: 36 }).notNull(),
    createdAt: moment('created_at').notNull(),
  },
  (table) => [index('shortlist_site').on(table.siteId, table.name)],
);

export const shortlisted = mysqlTable(
  'shortlisted',
  {
    shortlistId: id('shortlist_id')
      .notNull()
      .references(() => shortlist.id, { onDelete: 'cascade' }),
    assetId: id('asset_id')
      .notNull()
      .references(() => asset.id, { onDelete: 'cascade' }),
  },
  (table) => [primaryKey({ columns: [table.shortlistId, table.assetId] })],
);

/** A search somebody kept, as it stands in the address bar. */
export const keptSearch = mysqlTable(
  'kept_search',
  {
    id: id('id').primaryKey(),
    siteId: id('site_id')
      .notNull()
      .references(() => site.id),
    personId: varchar('person_id', { length: 36 }).notNull(),
    name: varchar('name', { length: 120 }).notNull(),
    query: varchar('query', { length: 2000 }).notNull(),
  },
  (table) => [unique('kept_search_name').on(table.siteId, table.personId, table.name)],
);

/** A film of ours sent to a video host. */
export const sentFilm = mysqlTable(
  'sent_film',
  {
    id: id('id').primaryKey(),
    assetId: id('asset_id')
      .notNull()
      .references(() => asset.id, { onDelete: 'cascade' }),
    host: varchar('host', { length: 120 }).notNull(),
    title: varchar('title', { length: 300 }).notNull(),
    description: text('description').notNull(),
    language: varchar('language', { length: 35 }).notNull(),
    captions: varchar('captions', { length: 35 }),
    audience: varchar('audience', { length: 10 }).$type<'everyone' | 'ours' | 'named'>().notNull(),
    people: json<string[]>('people').notNull(),
    state: varchar('state', { length: 10 }).$type<'sending' | 'there' | 'failed'>().notNull(),
    sent: bigint('sent', { mode: 'number' }).notNull().default(0),
    says: varchar('says', { length: 500 }),
    page: varchar('page', { length: 2000 }),
    player: varchar('player', { length: 2000 }),
    personId: varchar('person_id', { length: 36 }).notNull(),
    at: moment('at').notNull(),
  },
  (table) => [index('sent_film_asset').on(table.assetId)],
);

/** A name that an asset had: addresses with it lead on to the one it has now. */
export const formerName = mysqlTable(
  'former_name',
  {
    siteId: id('site_id')
      .notNull()
      .references(() => site.id),
    name: varchar('name', { length: 100 }).notNull(),
    assetId: id('asset_id')
      .notNull()
      .references(() => asset.id, { onDelete: 'cascade' }),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.name] })],
);

/** The sound of an original, drawn and measured; made once for the same bytes. */
export const drawnSound = mysqlTable('drawn_sound', {
  sha256: varchar('sha256', { length: 64 }).primaryKey(),
  state: varchar('state', { length: 10 }).$type<'working' | 'there' | 'silent' | 'failed'>().notNull(),
  /** Where its peaks are kept. */
  key: varchar('key', { length: 200 }),
  loudness: json<Loudness | null>('loudness'),
  says: varchar('says', { length: 500 }),
});
