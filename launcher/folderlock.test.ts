import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { lockFolder } from './folderlock.ts';

let folder: string;
beforeEach(async () => void (folder = await mkdtemp(join(tmpdir(), 'placard-lock-'))));
afterEach(() => rm(folder, { recursive: true, force: true }));

it('a folder that is open says who has it, until it is let go', async () => {
  const letGo = await lockFolder(folder, 'at http://localhost:4600');
  await expect(lockFolder(folder, 'at http://localhost:4700')).rejects.toThrow(
    `${folder} is open already: process ${process.pid} has it, at http://localhost:4600. Stop it there`,
  );
  await letGo();
  await (
    await lockFolder(folder, 'at http://localhost:4700')
  )();
});

it.each([
  ['a process that has ended', { pid: 2 ** 22 + 1, begun: '5', says: 'at http://localhost:4600' }],
  ['another process of the same number', { pid: process.pid, begun: '5', says: 'at http://localhost:4600' }],
  ['half a line', '{"pid": 1'],
])('what %s left is taken over', async (_, left) => {
  await writeFile(join(folder, 'open.json'), typeof left === 'string' ? left : JSON.stringify(left));
  const letGo = await lockFolder(folder, 'at http://localhost:4700');
  expect(await readFile(join(folder, 'open.json'), 'utf8')).toContain('4700');
  await letGo();
});
