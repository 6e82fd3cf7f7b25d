import { readFileSync } from 'node:fs';
import { createServer, type RequestListener } from 'node:http';
import { createServer as createTlsServer } from 'node:https';
import type { AddressInfo, Server } from 'node:net';
import { afterEach, expect, it } from 'vitest';
import { Outbound } from '../outbound/outbound.ts';
import { Looker } from './look.ts';

const open: (Server & { closeAllConnections?: () => void })[] = [];
afterEach(() => {
  for (const server of open.splice(0)) {
    server.closeAllConnections?.();
    server.close();
  }
});

async function at(server: (typeof open)[number], scheme: string): Promise<string> {
  open.push(server);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return `${scheme}://127.0.0.1:${(server.address() as AddressInfo).port}`;
}
const host = (answer: RequestListener) => at(createServer(answer), 'http');
const look = (origin: string, path = '/') =>
  new Looker(new Outbound([origin]), 600).look(`${origin}${path}`, 'link');

it('a host whose certificate has run out is said to have none that holds', async () => {
  const file = (name: string) => readFileSync(new URL(`../testing/files/${name}`, import.meta.url));
  const keys = { key: file('expired.key.pem'), cert: file('expired.crt.pem') };
  const origin = await at(
    createTlsServer(keys, (_request, response) => void response.end('never seen')),
    'https',
  );
  expect(await look(origin)).toMatchObject({ state: 'certificate' });
});

it.each<[string, RequestListener]>([
  ['says nothing', () => undefined],
  [
    'never ends',
    (_request, response) => {
      response.writeHead(200, { 'content-type': 'text/html' });
      const drip = setInterval(() => response.write('<p>more'), 20);
      response.on('close', () => clearInterval(drip));
    },
  ],
  ['breaks off', (request) => void request.socket.destroy()],
])('a host that %s keeps nobody waiting', async (_what, answer) => {
  const origin = await host(answer);
  const begun = Date.now();
  const { state } = await look(origin, '/page#part');
  expect(['silent', 'works', 'anchor']).toContain(state);
  expect(Date.now() - begun).toBeLessThan(120_000);
});

it('robots.txt that never ends is as if there were none', async () => {
  const origin = await host((request, response) => {
    if (request.url !== '/robots.txt') return void response.end('there');
    response.writeHead(200, { 'content-type': 'text/plain' });
    const drip = setInterval(() => response.write('User-agent: *\n'), 20);
    response.on('close', () => clearInterval(drip));
  });
  expect(await look(origin)).toMatchObject({ state: 'works' });
});
