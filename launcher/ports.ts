import { createServer } from 'node:net';

/** True when nobody listens on a loopback port. */
export function isFree(port: number): Promise<boolean> {
  return new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(false));
    server.listen({ port, host: '127.0.0.1', exclusive: true }, () => server.close(() => resolve(true)));
  });
}

/** A port nobody listens on now, chosen by the system. */
export function anyPort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() =>
        address && typeof address === 'object' ? resolve(address.port) : reject(new Error('No free port.')),
      );
    });
  });
}

/** The wished port if it is free, else any. */
export async function freePort(wished: number | undefined): Promise<number> {
  return wished !== undefined && (await isFree(wished)) ? wished : anyPort();
}

/** Where ports are looked for: below those that systems give to connections of their own. */
const [LOWEST, HIGHEST] = [20_000, 32_000];

/** The first of so many ports in a row that nobody listens on now: from the wished one, else from anywhere. */
export async function freeRun(length: number, wished?: number): Promise<number> {
  for (let tried = 0; tried < 200; tried++) {
    const first =
      tried === 0 && wished !== undefined
        ? wished
        : LOWEST + Math.floor(Math.random() * (HIGHEST - LOWEST - length));
    const free = await Promise.all(Array.from({ length }, (_, at) => isFree(first + at)));
    if (free.every(Boolean)) return first;
  }
  throw new Error(`There are no ${length} free ports in a row.`);
}
