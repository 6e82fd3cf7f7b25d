import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { and, count, eq, isNotNull } from 'drizzle-orm';
import type { Site } from '@placard/core/contract';
import { openDatabase } from '@placard/server/db/database';
import { outside } from '@placard/server/db/schema';
import { openServer, pause } from '@placard/server/testing/openserver';
import type { Figure } from '@placard/launcher/bench';

const [HOSTS, EACH, WITHIN] = [40, 25, 60];

/** 1,000 embeds at 40 hosts looked at again, one address of a host at a time, against the 60 seconds they may take. */
export async function bench(): Promise<Figure[]> {
  let [most, asked] = [0, 0];
  const hosts: Server[] = [];
  for (let at = 0; at < HOSTS; at++) {
    let now = 0;
    const host = createServer((request, response) => {
      if (request.url !== '/robots.txt') asked++;
      now++;
      most = Math.max(most, now);
      setTimeout(() => {
        now--;
        response
          .writeHead(request.url === '/robots.txt' ? 404 : 200, { 'content-type': 'text/html' })
          .end('here');
      }, 20);
    });
    await new Promise<void>((resolve) => host.listen(0, '127.0.0.1', resolve));
    hosts.push(host);
  }
  const origins = hosts.map((host) => `http://127.0.0.1:${(host.address() as AddressInfo).port}`);
  const server = await openServer({
    PLACARD_TRUSTED_OUTSIDE: origins.join(' '),
    PLACARD_TRUSTED_FRAMES: origins.join(' '),
  });
  const database = openDatabase(server.databaseUrl);
  try {
    const editor = await server.signIn('editor');
    const { body: site } = await editor.ask<Site>('GET', '/api/site');
    for (let page = 0; page < EACH; page++) {
      const content = origins.map((origin, at) => ({
        type: 'embed',
        attrs: {
          id: `place-${page}-${at}`.padEnd(8, '0'),
          position: 'full',
          measure: 'column',
          gap: 20,
          frame: {
            src: `${origin}/board/${page}`,
            title: 'A board',
            shape: { kind: 'height', height: 300 },
            sandbox: ['allow-scripts'],
            permissions: [],
          },
        },
      }));
      const document = { type: 'doc', format: 4, content };
      await editor.ask('POST', '/api/pages', {
        title: `Boards ${page}`,
        section: site.sections[0]?.id,
        document,
      });
    }
    const rows = await database.select({ id: outside.id }).from(outside);
    const ids = rows.map(({ id }) => id);
    const from = performance.now();
    for (let at = 0; at < ids.length; at += 500)
      await editor.ask('POST', '/api/outside/look', { ids: ids.slice(at, at + 500) });
    const looked = async () =>
      (
        await database
          .select({ n: count() })
          .from(outside)
          .where(and(isNotNull(outside.checkedAt), eq(outside.state, 'works')))
      )[0]?.n ?? 0;
    while ((await looked()) < ids.length && performance.now() - from < 4 * WITHIN * 1000) await pause(250);
    const took = (performance.now() - from) / 1000;
    return [
      {
        says: `${ids.length.toLocaleString('en')} embeds at ${HOSTS} hosts looked at ÷ ${WITHIN} s`,
        ratio: took / WITHIN,
        wanted: '≤ 1',
        detail: `${took.toFixed(1)} s, ${asked} requests`,
      },
      {
        says: 'requests that one host had at the same time, at most',
        ratio: most,
        wanted: '≤ 1',
        detail: `${most}`,
      },
    ];
  } finally {
    await database.close();
    await server.close();
    for (const host of hosts) host.close();
  }
}
