import { randomBytes } from 'node:crypto';
import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Arrival, Room } from '@placard/core/contract';
import { openServer, type Caller, type OpenServer } from '../testing/openserver.ts';
import { send, settled } from '../testing/sending.ts';

let server: OpenServer;
let editor: Caller;
let keeper: Caller;
beforeAll(async () => {
  server = await openServer();
  editor = await server.signIn('editor');
  keeper = await server.signIn('keeper');
});
afterAll(() => server.close());

const room = async () => (await editor.ask<Room>('GET', '/api/site/room')).body;
const noise = () =>
  sharp(randomBytes(200 * 200 * 3), { raw: { width: 200, height: 200, channels: 3 } })
    .png()
    .toBuffer();

describe('room', () => {
  it('is counted from what is really there', async () => {
    const before = (await room()).used;
    const bytes = await noise();
    await settled(editor, await send(server, editor, bytes, 'noise.png'));
    expect((await room()).used).toBe(before + bytes.length);
  });

  it('once used up, refuses a file in a sentence before any of it is kept', async () => {
    const limit = (await room()).used + 50_000;
    expect((await keeper.ask('PUT', '/api/site/room', { limit })).status).toBe(200);
    const uploads = join(server.folder, 'uploads');
    const [arrivals, files] = [
      (await editor.ask<Arrival[]>('GET', '/api/arrivals')).body.length,
      (await readdir(uploads)).length,
    ];
    await expect(send(server, editor, await noise(), 'more.png')).rejects.toThrow(
      /There is no room for this file: 50 kB of .* [kM]B are left/,
    );
    expect((await editor.ask<Arrival[]>('GET', '/api/arrivals')).body).toHaveLength(arrivals);
    expect(await readdir(uploads)).toHaveLength(files);
    await keeper.ask('PUT', '/api/site/room', { limit: null });
    expect(await settled(editor, await send(server, editor, await noise(), 'more.png'))).toMatchObject({
      state: 'ready',
    });
  });

  it('is given by keepers only', async () => {
    expect((await editor.ask('PUT', '/api/site/room', { limit: 1 })).status).toBe(403);
  });
});
