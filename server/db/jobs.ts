import { index, int, mysqlTable, unique, varchar } from 'drizzle-orm/mysql-core';
import { id, moment } from './columns.ts';

export const job = mysqlTable(
  'job',
  {
    id: id('id').primaryKey(),
    kind: varchar('kind', { length: 20 }).notNull(),
    /** What it works on; one job of a kind at a time for each. */
    subject: varchar('subject', { length: 40 }).notNull(),
    state: varchar('state', { length: 10 }).$type<'waiting' | 'working' | 'done' | 'failed'>().notNull(),
    /** What somebody waits for at a screen comes first: 0 before 1. */
    rank: int('rank').notNull().default(1),
    attempts: int('attempts').notNull().default(0),
    /** How many workers in a row ended, or fell silent, while they worked on it. */
    lost: int('lost').notNull().default(0),
    leaseUntil: moment('lease_until'),
    leasedBy: varchar('leased_by', { length: 40 }),
    done: int('done').notNull().default(0),
    total: int('total').notNull().default(0),
    says: varchar('says', { length: 500 }).notNull().default(''),
    /** When it was last asked for. */
    createdAt: moment('created_at').notNull(),
    changedAt: moment('changed_at').notNull(),
  },
  (table) => [
    unique('job_once').on(table.kind, table.subject),
    index('job_next').on(table.state, table.rank, table.createdAt),
  ],
);
