import { randomBytes } from 'node:crypto';
import { existsSync } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { startMariaDb, type RunningDatabase } from './mariadb.ts';
import { lockFolder } from './folderlock.ts';
import { freeRun, takenIn } from './ports.ts';
import { keepReserve } from './reserve.ts';
import { startOurs, untilHealthy, type Started } from './processes.ts';
import { say } from './say.ts';

const MARK = 'demo-';

/** Ports in a row that a house takes: the application's, the users' content's, some to spare, the stand-ins'. */
export const PORTS = 20;
/** Ports in a row that the stand-ins have, and how far from the house's first they begin. */
const [STANDINS, STANDINS_FROM] = [10, 10];

/** Where the server listens: at the house's first port, or two on where something else stands before it there (development). */
export const serverPortOf = ({ port, origin }: Pick<Plan, 'port' | 'origin'>): number =>
  origin === undefined ? port : port + 2;

/** What a whole demo house needs to be told. */
export interface Plan {
  data: string;
  /** The first of the ports it takes. */
  port: number;
  web: string;
  seed: boolean;
  /** Start the server anew when its code changes. */
  watch?: boolean;
  logLevel: string;
  /** The first port of stand-ins that another house has opened, to share them. */
  standins?: number;
  /** The origin the browser sees, where it is not the server's own (development). */
  origin?: string;
}

export interface OpenHouse {
  address: string;
  /** The address of its database. */
  database: string;
  /** Which ports it has taken, for people. */
  ports: string;
  /** The first port of its stand-ins. */
  standins: number;
  /** Resolves when one of its programs ends by itself. */
  broken: Promise<string>;
  close(): Promise<void>;
}

/** Starts database, stand-ins, application and users' content, and seeds the demo once. */
export async function openHouse(plan: Plan): Promise<OpenHouse> {
  const data = resolve(plan.data);
  const origin = plan.origin ?? `http://localhost:${plan.port}`;
  const ofDisk = await keepReserve(data);
  if (ofDisk) say(ofDisk);
  const letGo = await lockFolder(data, `at ${origin}`);
  const started: Started[] = [];
  let database: RunningDatabase | undefined;
  const close = async () => {
    for (const program of started.toReversed()) await program.stop();
    await database?.stop();
    await letGo();
  };
  try {
    say('Starting the database …');
    database = await startMariaDb(join(data, 'mariadb'), MARK);
    const standinsFrom = await standinsPortOf(data, plan);
    if (plan.standins === undefined) {
      const standins = startOurs(new URL('../standins/main.ts', import.meta.url), {
        ...process.env,
        STANDINS_PORT: String(standinsFrom),
      });
      started.push(standins);
      await untilReady('the stand-ins', standins, standinsFrom, STANDINS);
    }
    const [serverPort, contentPort] = [serverPortOf(plan), plan.port + 1];
    const outside = Array.from(
      { length: STANDINS - 1 },
      (_, at) => `http://127.0.0.1:${standinsFrom + 1 + at}`,
    ).join(' ');
    const env: NodeJS.ProcessEnv = {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: database.url,
      PLACARD_STORE: pathToFileURL(join(data, 'store')).href,
      PLACARD_UPLOADS: join(data, 'uploads'),
      PLACARD_SECRET: await secretOf(data),
      PLACARD_ORIGIN: origin,
      PLACARD_CONTENT_ORIGIN: `http://127.0.0.1:${contentPort}`,
      PLACARD_PORT: String(serverPort),
      PLACARD_CONTENT_PORT: String(contentPort),
      PLACARD_ADDRESS: '127.0.0.1',
      PLACARD_DEMO: '1',
      PLACARD_SAMPLE_ACCOUNTS: '',
      PLACARD_TRUSTED_FRAMES: outside,
      PLACARD_TRUSTED_OUTSIDE: outside,
      PLACARD_COMMONFIELD: `http://127.0.0.1:${standinsFrom + 3}`,
      PLACARD_QUILLMERE: `http://127.0.0.1:${standinsFrom + 4}`,
      PLACARD_QUILLMERE_ACCOUNT: 'fernhollow',
      PLACARD_LANTERNREEL: `http://127.0.0.1:${standinsFrom + 1}`,
      PLACARD_LANTERNREEL_ACCOUNT: 'fernhollow',
      PLACARD_ATTIC: `http://127.0.0.1:${standinsFrom + 5}`,
      PLACARD_ATTIC_KEY: 'fernhollow-albums',
      PLACARD_WEB: plan.web,
      LOG_LEVEL: plan.logLevel,
    };
    const { SAMPLE_ACCOUNTS, foundDemo, seedDemo } = await import('../demo/seed.ts');
    env['PLACARD_SAMPLE_ACCOUNTS'] = JSON.stringify(SAMPLE_ACCOUNTS);
    await foundDemo(database.url, standinsFrom);
    say('Starting the application …');
    const server = startOurs(
      new URL('../server/main.ts', import.meta.url),
      env,
      plan.watch ? ['--watch'] : [],
    );
    started.push(server);
    // Node, which starts it anew when it changes, keeps its messages to itself.
    await (plan.watch
      ? untilHealthy(`http://127.0.0.1:${serverPort}/healthz`, server)
      : untilReady('the application', server, plan.port, 2));
    const seeded = join(data, 'seeded');
    if (plan.seed && !existsSync(seeded)) {
      await seedDemo({ address: `http://127.0.0.1:${serverPort}`, origin, standins: standinsFrom, say });
      await writeFile(seeded, new Date().toISOString());
    }
    const broken = Promise.race(
      started.map(
        ({ process }) =>
          new Promise<string>((resolve) =>
            process.once('exit', (code, signal) => resolve(String(signal ?? code))),
          ),
      ),
    );
    return {
      address: origin,
      database: database.url,
      ports: `ports ${plan.port} to ${plan.port + PORTS - 1}${standinsFrom === plan.port + STANDINS_FROM ? '' : `, and the stand-ins’ ${standinsFrom} to ${standinsFrom + STANDINS - 1}`}`,
      standins: standinsFrom,
      broken,
      close,
    };
  } catch (error) {
    await close();
    throw error;
  }
}

/** Waits until a program can be used. Throws an Error that names the port where another program has one of its own. */
async function untilReady(name: string, program: Started, first: number, length: number): Promise<void> {
  try {
    await program.ready;
  } catch (error) {
    const taken = await takenIn(first, length);
    if (taken === undefined) throw new Error(`Of ${name}: ${(error as Error).message}`, { cause: error });
    throw new Error(
      `Port ${taken} was taken by another program while ${name} started. Choose another with --port.`,
      { cause: error },
    );
  }
}

/** The demo's embeds name the stand-ins' ports, so a house keeps those of its first start where it can. */
async function standinsPortOf(data: string, { port, standins }: Plan): Promise<number> {
  const file = join(data, 'ports.json');
  const before = existsSync(file)
    ? (JSON.parse(await readFile(file, 'utf8')) as { standins: number }).standins
    : port + STANDINS_FROM;
  const first = standins ?? (await freeRun(STANDINS, before));
  await writeFile(file, JSON.stringify({ standins: first }));
  return first;
}

async function secretOf(data: string): Promise<string> {
  const file = join(data, 'secret');
  if (!existsSync(file))
    await writeFile(file, `${MARK}${randomBytes(36).toString('base64url')}`, { mode: 0o600 });
  return (await readFile(file, 'utf8')).trim();
}
