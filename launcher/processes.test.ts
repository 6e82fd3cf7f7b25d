import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { start, startOurs, untilHealthy } from './processes.ts';

let folder: string;
beforeAll(async () => void (folder = await mkdtemp(join(tmpdir(), 'placard-processes-'))));
afterAll(() => rm(folder, { recursive: true, force: true }));

let made = 0;
async function program(code: string) {
  const file = join(folder, `${++made}.mjs`);
  await writeFile(file, code);
  return startOurs(pathToFileURL(file), process.env);
}

it('a program of ours is ready when it says so', async () => {
  const started = await program("process.send('ready'); setInterval(() => {}, 1000);");
  await started.ready;
  expect(started.process.exitCode).toBeNull();
  await started.stop();
});

it.each([
  ['ends', 'process.exit(3)', /ended by itself \(3\)/],
  ['is killed', "process.kill(process.pid, 'SIGKILL')", /ended by itself \(SIGKILL\)/],
])('one that %s before that is noticed at once, and how it went', async (_, code, says) => {
  await expect((await program(code)).ready).rejects.toThrow(says);
});

it('a program that was killed is not waited for, even where something else answers at its address', async () => {
  const other = createServer((_request, response) => void response.writeHead(500).end());
  await new Promise<void>((resolve) => other.listen(0, '127.0.0.1', resolve));
  const killed = start(process.execPath, ['-e', "process.kill(process.pid, 'SIGKILL')"]);
  await expect(
    untilHealthy(`http://127.0.0.1:${(other.address() as AddressInfo).port}/`, killed, 600),
  ).rejects.toThrow(/ended by itself \(SIGKILL\)/);
  await new Promise((resolve) => other.close(resolve));
});
