import pWaitFor from 'p-wait-for';
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { expectByContract } from './bycontract.ts';
import { createTestDatabase, PASSWORD } from './opendatabase.ts';

/** A server process of its own for one test file, with its database and store; it can be killed and started again. */
export interface OpenServer {
  address: string;
  content: string;
  databaseUrl: string;
  folder: string;
  start(): Promise<void>;
  kill(signal: NodeJS.Signals): Promise<void>;
  /** The number of its process now. */
  pid(): number;
  /** Starts another process on the same database and store; answers how it is stopped. */
  join(): Promise<() => Promise<void>>;
  signIn(role: 'editor' | 'reviewer' | 'keeper'): Promise<Caller>;
  close(): Promise<void>;
}

/** Asks the server as somebody who is signed in. */
export interface Caller {
  cookie: string;
  ask<T>(method: string, path: string, body?: unknown): Promise<{ status: number; body: T }>;
}

/** What servers under test sign with. */
export const SECRET = 'a secret for tests, long enough to be taken';
/** What is started: compiled where the launcher says so. */
const PROGRAM = process.env['PLACARD_SERVER_PROGRAM'] ?? new URL('../main.ts', import.meta.url).pathname;

export async function openServer(extra: NodeJS.ProcessEnv = {}): Promise<OpenServer> {
  const { url: databaseUrl, drop } = await createTestDatabase({ founded: true });
  const folder = await mkdtemp(join(tmpdir(), 'placard-server-'));
  let [port, contentPort] = [await anyPort(), await anyPort()];
  let child: ChildProcess | undefined;

  const start = async () => {
    child = await launch(port, contentPort);
  };
  /** The first time, others may have taken the ports before the server did. */
  const startAnywhere = async (tries: number): Promise<void> => {
    try {
      await start();
    } catch (error) {
      if (tries === 1) throw error;
      [port, contentPort] = [await anyPort(), await anyPort()];
      await startAnywhere(tries - 1);
    }
  };
  const launch = async (at: number, contentAt: number) => {
    const started = spawn(
      process.execPath,
      PROGRAM.endsWith('.ts') ? ['--import', import.meta.resolve('tsx'), PROGRAM] : [PROGRAM],
      {
        // It says by a message that it can be used, whoever else answers at its port.
        stdio: ['ignore', 'ignore', 'pipe', 'ipc'],
        env: {
          ...process.env,
          DATABASE_URL: databaseUrl,
          PLACARD_STORE: pathToFileURL(join(folder, 'store')).href,
          PLACARD_UPLOADS: join(folder, 'uploads'),
          PLACARD_SECRET: SECRET,
          PLACARD_ORIGIN: `http://localhost:${port}`,
          PLACARD_CONTENT_ORIGIN: `http://127.0.0.1:${contentPort}`,
          PLACARD_PORT: String(at),
          PLACARD_CONTENT_PORT: String(contentAt),
          LOG_LEVEL: 'silent',
          ...extra,
        },
      },
    );
    let complained = '';
    started.stderr?.setEncoding('utf8').on('data', (words: string) => {
      complained = (complained + words).slice(-4000);
      process.stderr.write(words);
    });
    const ready = new Promise<boolean>((resolve) => {
      started.once('message', () => resolve(true));
      started.once('exit', () => resolve(false));
    });
    if (!(await ready)) throw new Error(`The server ended by itself: ${complained}`);
    started.disconnect();
    return started;
  };

  const kill = (signal: NodeJS.Signals) => end(child, signal);

  await startAnywhere(3);
  const address = `http://localhost:${port}`;
  return {
    address,
    content: `http://127.0.0.1:${contentPort}`,
    databaseUrl,
    folder,
    start,
    kill,
    pid: () => child?.pid ?? 0,
    join: async () => {
      const joined = await launch(await anyPort(), await anyPort());
      return () => end(joined, 'SIGTERM');
    },
    signIn: (role) => signIn(address, port, role),
    close: async () => {
      await kill('SIGTERM');
      await rm(folder, { recursive: true, force: true });
      await drop();
    },
  };
}

async function end(child: ChildProcess | undefined, signal: NodeJS.Signals): Promise<void> {
  if (!child || child.exitCode !== null || child.signalCode !== null) return;
  const ended = new Promise((resolve) => child.once('exit', resolve));
  child.kill(signal);
  await ended;
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
      const answer: unknown = await given.json();
      expectByContract(method, path, given.status, answer);
      return { status: given.status, body: answer as T };
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

/** Asks again and again until the answer is there. Throws after ten minutes. */
export async function until<T>(question: () => Promise<T | undefined | false | null>): Promise<T> {
  return pWaitFor(
    async () => {
      const answer = await question();
      return answer ? pWaitFor.resolveWith(answer) : false;
    },
    { interval: 50, timeout: { milliseconds: 600_000, message: 'It did not happen within ten minutes.' } },
  );
}
