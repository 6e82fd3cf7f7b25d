import { drizzle, type MySql2Database } from 'drizzle-orm/mysql2';
import { migrate } from 'drizzle-orm/mysql2/migrator';
import mysql from 'mysql2/promise';
import { fileURLToPath } from 'node:url';
import * as schema from './schema.ts';

export type Database = MySql2Database<typeof schema> & { close: () => Promise<void> };
/** What a query may be sent through: the database, or a transaction on it. */
export type Queryable = Pick<
  Database,
  'select' | 'selectDistinct' | 'insert' | 'update' | 'delete' | 'execute'
>;

/** Opens a pool on the database at `url` (mysql://…); connections are made when first needed. */
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
  return Object.assign(database, { close: () => pool.end() });
}

/** Brings the tables up to date. Two processes may start at once: the second waits for the first. */
export async function migrateDatabase(url: string): Promise<void> {
  const connection = await mysql.createConnection({ uri: url, timezone: 'Z' });
  try {
    await connection.query("SELECT GET_LOCK('placard-migrate', 120)");
    await migrate(drizzle(connection), {
      migrationsFolder: fileURLToPath(new URL('./migrations', import.meta.url)),
    });
    await connection.query("SELECT RELEASE_LOCK('placard-migrate')");
  } finally {
    await connection.end();
  }
}

/** True when a write was refused because a unique key is taken. */
export function isDuplicate(error: unknown): boolean {
  const cause = error instanceof Error && error.cause ? error.cause : error;
  return typeof cause === 'object' && cause !== null && 'code' in cause && cause.code === 'ER_DUP_ENTRY';
}
