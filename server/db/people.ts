import { bigint, boolean, index, int, mysqlTable, primaryKey, text, varchar } from 'drizzle-orm/mysql-core';
import type { Role, TableLook } from '@placard/core/contract';
import { json, moment } from './columns.ts';

// The tables better-auth asks for, in its own names.
const key = (name: string) => varchar(name, { length: 36 });

export const user = mysqlTable('user', {
  id: key('id').primaryKey(),
  name: varchar('name', { length: 255 }).notNull(),
  email: varchar('email', { length: 255 }).notNull().unique(),
  emailVerified: boolean('email_verified').notNull().default(false),
  image: text('image'),
  role: varchar('role', { length: 20 }).$type<Role>().notNull().default('editor'),
  createdAt: moment('created_at').notNull(),
  updatedAt: moment('updated_at').notNull(),
});

export const session = mysqlTable(
  'session',
  {
    id: key('id').primaryKey(),
    token: varchar('token', { length: 255 }).notNull().unique(),
    userId: key('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    expiresAt: moment('expires_at').notNull(),
    ipAddress: varchar('ip_address', { length: 64 }),
    userAgent: text('user_agent'),
    createdAt: moment('created_at').notNull(),
    updatedAt: moment('updated_at').notNull(),
  },
  (table) => [index('session_user').on(table.userId)],
);

export const account = mysqlTable(
  'account',
  {
    id: key('id').primaryKey(),
    accountId: varchar('account_id', { length: 255 }).notNull(),
    providerId: varchar('provider_id', { length: 255 }).notNull(),
    userId: key('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    accessToken: text('access_token'),
    refreshToken: text('refresh_token'),
    idToken: text('id_token'),
    accessTokenExpiresAt: moment('access_token_expires_at'),
    refreshTokenExpiresAt: moment('refresh_token_expires_at'),
    scope: text('scope'),
    password: text('password'),
    createdAt: moment('created_at').notNull(),
    updatedAt: moment('updated_at').notNull(),
  },
  (table) => [index('account_user').on(table.userId)],
);

export const verification = mysqlTable('verification', {
  id: key('id').primaryKey(),
  identifier: varchar('identifier', { length: 255 }).notNull(),
  value: text('value').notNull(),
  expiresAt: moment('expires_at').notNull(),
  createdAt: moment('created_at').notNull(),
  updatedAt: moment('updated_at').notNull(),
});

export const rateLimit = mysqlTable('rate_limit', {
  id: key('id').primaryKey(),
  key: varchar('key', { length: 255 }).notNull().unique(),
  count: int('count').notNull(),
  lastRequest: bigint('last_request', { mode: 'number' }).notNull(),
});

/** How somebody wants a table of ours. */
export const tableLook = mysqlTable(
  'table_look',
  {
    personId: key('person_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    name: varchar('name', { length: 40 }).notNull(),
    look: json<TableLook>('look').notNull(),
  },
  (table) => [primaryKey({ columns: [table.personId, table.name] })],
);
