import { createHash, randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import mysql, { type Connection, type RowDataPacket } from 'mysql2/promise';
import { migrateDatabase, openDatabase } from '../db/database.ts';
import { found } from '../people/found.ts';

export const PASSWORD = 'a password for tests';

export interface TestDatabase {
  url: string;
  drop: () => Promise<void>;
}

/** Makes an empty database for one test file; answers its address and how it is dropped. */
export async function createEmptyDatabase(): Promise<TestDatabase> {
  const name = `placard_${randomBytes(6).toString('hex')}`;
  await withServer((server) => create(server, name));
  return { url: addressOf(name), drop: () => withServer((server) => server.query(`DROP DATABASE ${name}`)) };
}

/**
 * Makes a database with all tables for one test file, copied from one that is brought up to date once for all of them;
 * with `founded`, a site for tests and its people are in it.
 */
export async function createTestDatabase({ founded = false } = {}): Promise<TestDatabase> {
  const made = await createEmptyDatabase();
  await withServer(async (server) => {
    const template = await templateOf(server);
    const database = new URL(made.url).pathname.slice(1);
    await server.query(`USE ${database}`);
    await server.query('SET foreign_key_checks = 0');
    for (const table of await tablesOf(server, template)) {
      const [[written]] = await server.query<RowDataPacket[]>(`SHOW CREATE TABLE ${template}.\`${table}\``);
      await server.query(String(written?.['Create Table']));
      if (!founded && table !== MIGRATIONS) continue;
      const [[counted]] = await server.query<RowDataPacket[]>(
        `SELECT EXISTS(SELECT 1 FROM ${template}.\`${table}\`) AS filled`,
      );
      if (Number(counted?.['filled']) === 0) continue;
      const columns = await columnsOf(server, template, table);
      await server.query(
        `INSERT INTO \`${table}\` (${columns}) SELECT ${columns} FROM ${template}.\`${table}\``,
      );
    }
    const [triggers] = await server.query<RowDataPacket[]>(`SHOW TRIGGERS FROM ${template}`);
    for (const { Trigger } of triggers) {
      const [[written]] = await server.query<RowDataPacket[]>(
        `SHOW CREATE TRIGGER ${template}.\`${Trigger}\``,
      );
      await server.query(String(written?.['SQL Original Statement']));
    }
  });
  return made;
}

/** Where it is kept which migrations have been carried out. */
const MIGRATIONS = '__drizzle_migrations';

/** The database that others are copied from: made by whoever needs it first, while the others wait. */
async function templateOf(server: Connection): Promise<string> {
  // Of these migrations: a server that is kept from run to run may have one of others.
  const journal = readFileSync(new URL('../db/migrations/meta/_journal.json', import.meta.url));
  const name = `placard_template_${createHash('sha1').update(journal).digest('hex').slice(0, 12)}`;
  await server.query("SELECT GET_LOCK('template for tests', 600)");
  try {
    const [ready] = await server.query<RowDataPacket[]>('SHOW DATABASES LIKE ?', [`${name}\\_ready`]);
    if (ready.length > 0) return name;
    await server.query(`DROP DATABASE IF EXISTS ${name}`);
    await create(server, name);
    await migrateDatabase(addressOf(name));
    await foundTestSite(addressOf(name));
    await create(server, `${name}_ready`);
    return name;
  } finally {
    await server.query("SELECT RELEASE_LOCK('template for tests')");
  }
}

async function foundTestSite(url: string): Promise<void> {
  const database = openDatabase(url);
  await found(database, {
    name: 'A site for tests',
    language: 'en',
    measures: [
      { id: 'aside', name: 'Aside', width: 320 },
      { id: 'column', name: 'Column', width: 720 },
    ],
    style: 'body{font:16px serif}',
    sections: [{ slug: 'visit', title: 'Visit' }],
    people: (['editor', 'reviewer', 'keeper'] as const).map((role) => ({
      name: role,
      email: `${role}@test.example`,
      password: PASSWORD,
      role,
    })),
    approvedHosts: [{ host: 'lanternreel.example', note: '' }],
  });
  await database.close();
}

const create = (server: Connection, name: string) =>
  server.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);

async function tablesOf(server: Connection, database: string): Promise<string[]> {
  const [rows] = await server.query<RowDataPacket[]>(
    'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = ?',
    [database],
  );
  return rows.map(({ name }) => String(name));
}

/** The columns of a table that are written, not worked out. */
async function columnsOf(server: Connection, database: string, table: string): Promise<string> {
  const [rows] = await server.query<RowDataPacket[]>(
    "SELECT column_name AS name FROM information_schema.columns WHERE table_schema = ? AND table_name = ? AND is_generated = 'NEVER'",
    [database, table],
  );
  return rows.map(({ name }) => `\`${String(name)}\``).join(', ');
}

function serverAddress(): string {
  const base = process.env['TEST_DATABASE_URL'];
  if (!base) throw new Error('These tests need a database: run ./placard test.');
  return base;
}

const addressOf = (name: string): string => serverAddress().replace(/\/placard$/, `/${name}`);

async function withServer(say: (server: Connection) => Promise<unknown>): Promise<void> {
  const server = await mysql.createConnection({ uri: serverAddress(), connectTimeout: 600_000 });
  try {
    await say(server);
  } finally {
    await server.end();
  }
}
