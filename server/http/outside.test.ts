import express from 'express';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import sharp from 'sharp';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { Outbound } from '../outbound/outbound.ts';
import { Signature } from '../store/signature.ts';
import type { Store } from '../store/store.ts';
import { outsideAddress, showOutside } from './outside.ts';

const servers: Server[] = [];
const asked: string[] = [];
let under = 0;
let most = 0;
let foreign: string;
let ours: string;
const store = { signature: new Signature('a secret for tests') } as Store;

async function open(server: Server): Promise<string> {
  servers.push(server);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
}
beforeAll(async () => {
  const picture = await sharp({ create: { width: 900, height: 300, channels: 3, background: 'teal' } })
    .jpeg()
    .toBuffer();
  foreign = await open(
    createServer((request, response) => {
      asked.push(request.url ?? '');
      most = Math.max(most, ++under);
      setTimeout(() => {
        under--;
        response.end(
          request.url?.startsWith('/drawing')
            ? '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><rect width="9" height="9"/></svg>'
            : picture,
        );
      }, 60);
    }),
  );
  const app = express();
  app.get('/outside/:signature/:packed', showOutside(store, new Outbound([foreign])));
  ours = await open(createServer(app));
});
afterAll(() => {
  for (const server of servers) server.close();
});

const shown = (path: string) => fetch(outsideAddress(store, ours, `${foreign}${path}`));

it('a picture that stands elsewhere is shown small, and made anew', async () => {
  const answer = await shown('/picture');
  expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'image/webp']);
  expect(await sharp(Buffer.from(await answer.arrayBuffer())).metadata()).toMatchObject({ width: 640 });
});

it('a drawing, which could take any time to be drawn, is not', async () => {
  const answer = await shown('/drawing');
  expect(answer.status).toBe(502);
  expect(await answer.text()).toMatch(/This is a drawing; it is shown once it is taken/);
});

it('many are fetched a few at a time, and one that many ask for once', async () => {
  asked.length = 0;
  const answers = await Promise.all([
    ...Array.from({ length: 8 }, (_, at) => shown(`/each-${at}`)),
    ...Array.from({ length: 8 }, () => shown('/same')),
  ]);
  expect(answers.map(({ status }) => status)).toEqual(Array.from({ length: 16 }, () => 200));
  expect(asked.filter((path) => path === '/same')).toHaveLength(1);
  expect(most).toBeLessThanOrEqual(3);
});
