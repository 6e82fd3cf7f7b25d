import { createServer, type Server } from 'node:net';
import { afterEach, describe, expect, it } from 'vitest';
import { anyPort, freeRun, isFree, takenIn } from './ports.ts';

const servers: Server[] = [];
const take = (port: number) =>
  new Promise<void>((resolve) => {
    const server = createServer().listen(port, '127.0.0.1', () => resolve());
    servers.push(server);
  });
afterEach(async () => {
  for (const server of servers.splice(0)) await new Promise((resolve) => server.close(resolve));
});

describe('ports', () => {
  it('are free until somebody listens on them, however often they are asked about', async () => {
    const port = await anyPort();
    expect([await isFree(port), await isFree(port)]).toEqual([true, true]);
    await take(port);
    expect(await isFree(port)).toBe(false);
  });

  it('in a row begin elsewhere when one of them is taken', async () => {
    const first = await freeRun(6);
    expect(await freeRun(6, first)).toBe(first);
    expect(await takenIn(first, 6)).toBeUndefined();
    await take(first + 3);
    expect(await takenIn(first, 6)).toBe(first + 3);
    expect(await freeRun(6, first)).not.toBe(first);
  });
});
