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
