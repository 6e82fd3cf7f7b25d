import { bigint, index, mysqlTable, varchar } from 'drizzle-orm/mysql-core';
import type { ChangedKind } from '@placard/core/contract';
import { moment } from './columns.ts';

/**
 * What changed of late, for windows that show it: written by triggers on the tables themselves (made by hand in their
 * migration), so that whoever changes something tells of it in the same transaction. Forgotten after an hour.
 */
export const changeLog = mysqlTable(
  'change_log',
  {
    id: bigint('id', { mode: 'number' }).autoincrement().primaryKey(),
    kind: varchar('kind', { length: 20 }).$type<ChangedKind>().notNull(),
    /** The id of what changed. */
    subject: varchar('subject', { length: 255 }).notNull(),
    at: moment('at').notNull(),
  },
  (table) => [index('change_log_at').on(table.at)],
);
