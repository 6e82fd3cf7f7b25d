import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { mkdtemp, rm, stat, statfs, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect, it } from 'vitest';
import { keepReserve, outOfRoom } from './reserve.ts';

// A disk of its own, which only root can make; elsewhere there is nothing to fill.
const disk = await mkdtemp(join(tmpdir(), 'placard-reserve-'));
const made = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=120m', 'tmpfs', disk]).status === 0;
afterAll(async () => {
  if (made) spawnSync('umount', [disk]);
  await rm(disk, { recursive: true, force: true });
});

it.runIf(made)('sets room aside while there is some, and gives it back when the disk is full', async () => {
  const house = join(disk, 'house');
  expect(await keepReserve(house)).toBeNull();
  const { size } = await stat(join(house, 'reserve'));
  expect(size).toBe(40_000_000);

  const { bavail, bsize } = await statfs(disk);
  await writeFile(join(disk, 'filler'), Buffer.alloc(bavail * bsize));
  const says = await keepReserve(house);
  expect(says).toMatch(/^Only (39|40) MB are left on the disk of .*house\. .*nothing more is taken in until/);
  expect(existsSync(join(house, 'reserve'))).toBe(false);
  // There is room for a database to start, and none to be set aside again.
  await keepReserve(house);
  expect(existsSync(join(house, 'reserve'))).toBe(false);

  await rm(join(disk, 'filler'));
  expect(await keepReserve(house)).toBeNull();
  expect(existsSync(join(house, 'reserve'))).toBe(true);
});

it('tells a full disk from other reasons why a database does not start', async () => {
  const full = 'InnoDB: preallocating 12582912 bytes for file ./ibtmp1 failed with error 28';
  expect(await outOfRoom(tmpdir(), full)).toMatch(/is full: \d+ MB are left.*Nothing is lost\./);
  expect(await outOfRoom(tmpdir(), 'InnoDB: Unable to lock ./ibdata1 error: 11')).toBeNull();
});
