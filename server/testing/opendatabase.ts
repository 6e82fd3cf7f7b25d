import { randomBytes } from 'node:crypto';
import mysql from 'mysql2/promise';

/** Makes an empty database for one test file; answers its address and how it is dropped. */
export async function createTestDatabase(): Promise<{ url: string; drop: () => Promise<void> }> {
  const base = process.env['TEST_DATABASE_URL'];
  if (!base) throw new Error('These tests need a database: run ./placard test.');
  const name = `placard_${randomBytes(6).toString('hex')}`;
  const say = async (statement: string) => {
    const connection = await mysql.createConnection({ uri: base, connectTimeout: 600_000 });
    await connection.query(statement);
    await connection.end();
  };
  await say(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  return { url: base.replace(/\/placard$/, `/${name}`), drop: () => say(`DROP DATABASE ${name}`) };
}
