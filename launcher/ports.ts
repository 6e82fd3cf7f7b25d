import getPort, { clearLockedPorts } from 'get-port';

const HOST = '127.0.0.1';

/** True when nobody listens on a loopback port. */
export async function isFree(port: number): Promise<boolean> {
  // A port that was only asked about is still free.
  clearLockedPorts();
  return (await getPort({ port, host: HOST })) === port;
}

/** A port nobody listens on now, which is given to nobody else in this program. */
export const anyPort = (): Promise<number> => getPort({ host: HOST, reserve: true });

/** The first of so many ports in a row that somebody listens on; undefined where nobody does. */
export async function takenIn(first: number, length: number): Promise<number | undefined> {
  for (let port = first; port < first + length; port++) if (!(await isFree(port))) return port;
  return undefined;
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
    if ((await takenIn(first, length)) === undefined) return first;
  }
  throw new Error(`There are no ${length} free ports in a row.`);
}
