import { randomBytes } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { startMariaDb } from './mariadb.ts';
import { freePort, freeRun } from './ports.ts';
import { startOurs, untilHealthy, type Started } from './processes.ts';
import { say } from './say.ts';

const MARK = 'demo-';

/** Ports in a row that the stand-ins have. */
const STANDINS = 10;

/** What a whole demo house needs to be told. */
export interface Plan {
  data: string;
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
  /** The first port of its stand-ins. */
  standins: number;
  /** Resolves when one of its programs ends by itself. */
  broken: Promise<string>;
  close(): Promise<void>;
}

interface Addresses {
  content: number;
  standins: number;
}

/** Starts database, stand-ins, application and users' content, and seeds the demo once. */
export async function openHouse(plan: Plan): Promise<OpenHouse> {
  const data = resolve(plan.data);
  await mkdir(data, { recursive: true });
  const started: Started[] = [];
  say('Starting the database …');
  const database = await startMariaDb(join(data, 'mariadb'), MARK);
  const close = async () => {
    for (const program of started.toReversed()) await program.stop();
    await database.stop();
  };
  try {
    const ports = await addressesOf(data, plan);
    if (plan.standins === undefined) {
      const standins = startOurs(new URL('../standins/main.ts', import.meta.url), {
        ...process.env,
        STANDINS_PORT: String(ports.standins),
      });
      started.push(standins);
      await untilHealthy(`http://127.0.0.1:${ports.standins}/healthz`, standins);
    }
    const origin = plan.origin ?? `http://localhost:${plan.port}`;
    const outside = Array.from(
      { length: STANDINS - 1 },
      (_, at) => `http://127.0.0.1:${ports.standins + 1 + at}`,
    ).join(' ');
    const env: NodeJS.ProcessEnv = {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: database.url,
      PLACARD_STORE: pathToFileURL(join(data, 'store')).href,
      PLACARD_UPLOADS: join(data, 'uploads'),
      PLACARD_SECRET: await secretOf(data),
      PLACARD_ORIGIN: origin,
      PLACARD_CONTENT_ORIGIN: `http://127.0.0.1:${ports.content}`,
      PLACARD_PORT: String(plan.port),
      PLACARD_CONTENT_PORT: String(ports.content),
      PLACARD_ADDRESS: '127.0.0.1',
      PLACARD_DEMO: '1',
      PLACARD_SAMPLE_ACCOUNTS: '',
      PLACARD_TRUSTED_FRAMES: outside,
      PLACARD_TRUSTED_OUTSIDE: outside,
      PLACARD_COMMONFIELD: `http://127.0.0.1:${ports.standins + 3}`,
      PLACARD_QUILLMERE: `http://127.0.0.1:${ports.standins + 4}`,
      PLACARD_QUILLMERE_ACCOUNT: 'fernhollow',
      PLACARD_LANTERNREEL: `http://127.0.0.1:${ports.standins + 1}`,
      PLACARD_LANTERNREEL_ACCOUNT: 'fernhollow',
      PLACARD_ATTIC: `http://127.0.0.1:${ports.standins + 5}`,
      PLACARD_ATTIC_KEY: 'fernhollow-albums',
      PLACARD_WEB: plan.web,
      LOG_LEVEL: plan.logLevel,
    };
    const { SAMPLE_ACCOUNTS, foundDemo, seedDemo } = await import('../demo/seed.ts');
    env['PLACARD_SAMPLE_ACCOUNTS'] = JSON.stringify(SAMPLE_ACCOUNTS);
    await foundDemo(database.url, ports.standins);
    say('Starting the application …');
    const server = startOurs(
      new URL('../server/main.ts', import.meta.url),
      env,
      plan.watch ? ['--watch'] : [],
    );
    started.push(server);
    await untilHealthy(`http://127.0.0.1:${plan.port}/healthz`, server);
    const seeded = join(data, 'seeded');
    if (plan.seed && !existsSync(seeded)) {
      await seedDemo({ address: `http://127.0.0.1:${plan.port}`, origin, standins: ports.standins, say });
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
    return { address: origin, standins: ports.standins, broken, close };
  } catch (error) {
    await close();
    throw error;
  }
}

/** The demo's embeds name the stand-ins' ports, so a house keeps the ports of its first start where it can. */
async function addressesOf(data: string, { port, standins }: Plan): Promise<Addresses> {
  const file = join(data, 'ports.json');
  const before = existsSync(file) ? (JSON.parse(await readFile(file, 'utf8')) as Addresses) : undefined;
  const addresses = {
    content: await freePort(before?.content ?? port + 1),
    standins: standins ?? (await freeRun(STANDINS, before?.standins ?? port + 10)),
  };
  await writeFile(file, JSON.stringify(addresses));
  return addresses;
}

async function secretOf(data: string): Promise<string> {
  const file = join(data, 'secret');
  if (!existsSync(file))
    await writeFile(file, `${MARK}${randomBytes(36).toString('base64url')}`, { mode: 0o600 });
  return (await readFile(file, 'utf8')).trim();
}
