import { spawn } from 'node:child_process';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import mysql from 'mysql2/promise';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { startMariaDb } from './mariadb.ts';

let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'placard-mariadb-'));
});
afterAll(() => rm(folder, { recursive: true, force: true }));

/** Starts the database in a program of its own, which is then killed as nobody would want it. */
async function startAndKill(): Promise<void> {
  const code = `import { startMariaDb } from ${JSON.stringify(new URL('./mariadb.ts', import.meta.url).href)};
    import mysql from 'mysql2/promise';
    const { url } = await startMariaDb(${JSON.stringify(folder)}, 'test-');
    const connection = await mysql.createConnection(url);
    await connection.query('CREATE TABLE kept (word VARCHAR(20))');
    await connection.query("INSERT INTO kept VALUES ('still here')");
    console.log('ready');
    setInterval(() => {}, 1000);`;
  const child = spawn(
    process.execPath,
    ['--import', import.meta.resolve('tsx'), '--input-type=module', '-e', code],
    {
      stdio: ['ignore', 'pipe', 'inherit'],
      cwd: new URL('.', import.meta.url).pathname,
    },
  );
  await new Promise<void>((resolve, reject) => {
    child.stdout.on('data', (data: Buffer) => data.toString().includes('ready') && resolve());
    child.once('exit', (status) => reject(new Error(`It ended with ${status}.`)));
  });
  child.removeAllListeners('exit');
  const ended = new Promise((resolve) => child.once('exit', resolve));
  child.kill('SIGKILL');
  await ended;
}

it('a kill -9 leaves nothing that hinders the next start, and no row is lost', async () => {
  await startAndKill();
  const database = await startMariaDb(folder, 'test-');
  const connection = await mysql.createConnection(database.url);
  const [rows] = await connection.query('SELECT word FROM kept');
  expect(rows).toEqual([{ word: 'still here' }]);
  await connection.end();
  await database.stop();
});

it('the password is made for it, kept to its owner, and needed', async () => {
  const database = await startMariaDb(folder, 'test-');
  const password = (await readFile(join(folder, 'password'), 'utf8')).trim();
  expect(password).toMatch(/^test-.{20,}$/);
  const { port } = new URL(database.url);
  for (const wrong of ['', 'guessed']) {
    await expect(
      mysql.createConnection({ host: '127.0.0.1', port: Number(port), user: 'placard', password: wrong }),
    ).rejects.toThrow(/denied/);
    await expect(
      mysql.createConnection({ host: '127.0.0.1', port: Number(port), user: 'root', password: wrong }),
    ).rejects.toThrow(/denied/);
  }
  await database.stop();
});

it('killed, is brought back by itself, with all that was written', async () => {
  const database = await startMariaDb(folder, 'test-');
  const pid = Number(await readFile(join(folder, 'mariadb.pid'), 'utf8'));
  process.kill(pid, 'SIGKILL');
  for (let tries = 0; ; tries++) {
    const rows = await mysql
      .createConnection(database.url)
      .then(async (connection) => {
        const [found] = await connection.query('SELECT word FROM kept');
        await connection.end();
        return found;
      })
      .catch(() => null);
    const now = Number(await readFile(join(folder, 'mariadb.pid'), 'utf8').catch(() => '0'));
    if (rows && now !== pid) {
      expect(rows).toEqual([{ word: 'still here' }]);
      break;
    }
    if (tries > 6000) throw new Error('It was not brought back within ten minutes.');
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  await database.stop();
});
