import { drizzle, type MySql2Database } from 'drizzle-orm/mysql2';
import { migrate } from 'drizzle-orm/mysql2/migrator';
import mysql, { type RowDataPacket } from 'mysql2/promise';
import { fileURLToPath } from 'node:url';
import * as schema from './schema.ts';

export type Database = MySql2Database<typeof schema> & { close: () => Promise<void> };
/** What a query may be sent through: the database, or a transaction on it. */
export type Queryable = Pick<
  Database,
  'select' | 'selectDistinct' | 'insert' | 'update' | 'delete' | 'execute'
>;

/** How often a transaction is begun anew that the database broke off for another's sake. */
const MOST_TRIES = 6;

/**
 * Opens a pool on the database at `url` (mysql://…); connections are made when first needed. A transaction that waits for
 * one that waits for it is broken off by the database, and begun anew: what it does must not reach beyond the database.
 */
export function openDatabase(url: string): Database {
  const pool = mysql.createPool({
    uri: url,
    timezone: 'Z',
    charset: 'utf8mb4',
    // Whole numbers of 64 bits come as text, since a JavaScript number would round them.
    supportBigNumbers: true,
    connectionLimit: 12,
    idleTimeout: 30_000,
  });
  const database = drizzle(pool, { schema, mode: 'default' });
  const once = database.transaction.bind(database);
  const transaction: typeof once = async (work, configuration) => {
    for (let tried = 1; ; tried++)
      try {
        return await once(work, configuration);
      } catch (error) {
        if (codeOf(error) !== 'ER_LOCK_DEADLOCK' || tried === MOST_TRIES) throw error;
        await new Promise((resolve) => setTimeout(resolve, tried * 40 * Math.random()));
      }
  };
  return Object.assign(database, { transaction, close: () => pool.end() });
}

/** Brings the tables up to date. Two processes may start at once: the second waits for the first. */
export async function migrateDatabase(url: string): Promise<void> {
  const connection = await mysql.createConnection({ uri: url, timezone: 'Z' });
  try {
    // The lock is the whole server's: its name says whose tables it is about.
    const [[lock]] = await connection.query<RowDataPacket[]>(
      "SELECT GET_LOCK(CONCAT('migrate ', MD5(DATABASE())), 120) AS taken",
    );
    if (lock?.['taken'] !== 1)
      throw new Error('Another process has been bringing the tables up to date for two minutes.');
    await migrate(drizzle(connection), {
      migrationsFolder: fileURLToPath(new URL('./migrations', import.meta.url)),
    });
  } finally {
    await connection.end();
  }
}

/** True when a write was refused because a unique key is taken. */
export const isDuplicate = (error: unknown): boolean => codeOf(error) === 'ER_DUP_ENTRY';

/** What the database calls an error, through however many layers it was reported. */
function codeOf(error: unknown): unknown {
  for (let cause = error; cause instanceof Error; cause = cause.cause)
    if ('code' in cause && typeof cause.code === 'string' && cause.code.startsWith('ER_')) return cause.code;
  return undefined;
}
