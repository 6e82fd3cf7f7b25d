import { spawn, type ChildProcess } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { mkdtemp, rm } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import mysql from 'mysql2/promise';
import { found } from '../people/found.ts';
import { migrateDatabase, openDatabase } from '../db/database.ts';

/** A server process of its own for one test file, with its database and store; it can be killed and started again. */
export interface OpenServer {
  address: string;
  content: string;
  databaseUrl: string;
  folder: string;
  start(): Promise<void>;
  kill(signal: NodeJS.Signals): Promise<void>;
  signIn(role: 'editor' | 'reviewer' | 'keeper'): Promise<Caller>;
  close(): Promise<void>;
}

/** Asks the server as somebody who is signed in. */
export interface Caller {
  cookie: string;
  ask<T>(method: string, path: string, body?: unknown): Promise<{ status: number; body: T }>;
}

const PASSWORD = 'a password for tests';

export async function openServer(extra: NodeJS.ProcessEnv = {}): Promise<OpenServer> {
  const base = process.env['TEST_DATABASE_URL'];
  if (!base) throw new Error('These tests need a database: run ./placard test.');
  const name = `placard_${randomBytes(6).toString('hex')}`;
  const connection = await mysql.createConnection(base);
  await connection.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  await connection.end();
  const databaseUrl = base.replace(/\/placard$/, `/${name}`);
  await migrateDatabase(databaseUrl);
  await foundTestSite(databaseUrl);
  const folder = await mkdtemp(join(tmpdir(), 'placard-server-'));
  const [port, contentPort] = [await anyPort(), await anyPort()];
  const [address, content] = [`http://localhost:${port}`, `http://127.0.0.1:${contentPort}`];
  let child: ChildProcess | undefined;

  const start = async () => {
    child = spawn(
      process.execPath,
      ['--import', import.meta.resolve('tsx'), new URL('../main.ts', import.meta.url).pathname],
      {
        stdio: ['ignore', 'ignore', 'inherit'],
        env: {
          ...process.env,
          DATABASE_URL: databaseUrl,
          PLACARD_STORE: pathToFileURL(join(folder, 'store')).href,
          PLACARD_UPLOADS: join(folder, 'uploads'),
          PLACARD_SECRET: 'a secret for tests, long enough to be taken',
          PLACARD_ORIGIN: address,
          PLACARD_CONTENT_ORIGIN: content,
          PLACARD_PORT: String(port),
          PLACARD_CONTENT_PORT: String(contentPort),
          LOG_LEVEL: 'silent',
          ...extra,
        },
      },
    );
    for (let tries = 0; tries < 300; tries++) {
      if (child.exitCode !== null) throw new Error('The server ended by itself.');
      const answer = await fetch(`http://127.0.0.1:${port}/healthz`).catch(() => undefined);
      if (answer?.ok) return;
      await pause(100);
    }
    throw new Error('The server did not start.');
  };

  const kill = async (signal: NodeJS.Signals) => {
    const ended = new Promise((resolve) => child?.once('exit', resolve));
    if (child && child.exitCode === null && child.signalCode === null) {
      child.kill(signal);
      await ended;
    }
  };

  await start();
  return {
    address,
    content,
    databaseUrl,
    folder,
    start,
    kill,
    signIn: (role) => signIn(address, port, role),
    close: async () => {
      await kill('SIGTERM');
      await rm(folder, { recursive: true, force: true });
      const closing = await mysql.createConnection(base);
      await closing.query(`DROP DATABASE ${name}`);
      await closing.end();
    },
  };
}

async function foundTestSite(databaseUrl: string): Promise<void> {
  const database = openDatabase(databaseUrl);
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

async function signIn(address: string, port: number, role: string): Promise<Caller> {
  const answer = await fetch(`http://127.0.0.1:${port}/api/auth/sign-in/email`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: address },
    body: JSON.stringify({ email: `${role}@test.example`, password: PASSWORD }),
  });
  if (!answer.ok) throw new Error(`Signing in failed: ${answer.status} ${await answer.text()}`);
  const cookie = answer.headers
    .getSetCookie()
    .map((line) => line.split(';')[0])
    .join('; ');
  return {
    cookie,
    ask: async <T>(method: string, path: string, body?: unknown) => {
      const sent = body === undefined ? {} : { body: JSON.stringify(body) };
      const headers = { cookie, ...(body === undefined ? {} : { 'content-type': 'application/json' }) };
      const address = `http://127.0.0.1:${port}${path}`;
      // A connection kept alive from before a kill is found dead at its first use.
      const again = () => fetch(address, { method, headers, ...sent });
      const given = await again().catch(again);
      return { status: given.status, body: (await given.json()) as T };
    },
  };
}

function anyPort(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer();
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });
}

export const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Asks again and again until the answer is there. Throws after half a minute. */
export async function until<T>(question: () => Promise<T | undefined | false | null>): Promise<T> {
  for (let tries = 0; tries < 200; tries++) {
    const answer = await question();
    if (answer) return answer;
    await pause(150);
  }
  throw new Error('It did not happen within half a minute.');
}
