import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { mkdir, rm, statfs } from 'node:fs/promises';
import { join } from 'node:path';

const MB = 1_000_000;
/** Room that is kept for the day on which the disk is full: a database needs some to start, and so does emptying the bin. */
const RESERVE = 40 * MB;
/** Below this the house takes nothing in; the server's own floor (server/store). */
const FLOOR = 50 * MB;

/**
 * Sees to it that a house on a full disk can be opened: while there is room, some is set aside in its folder, and given
 * back when there is none. Answers what is to be said of the disk; nothing where all is well.
 */
export async function keepReserve(folder: string): Promise<string | null> {
  await mkdir(folder, { recursive: true }).catch(() => undefined);
  const reserve = join(folder, 'reserve');
  const free = await freeOn(folder);
  if (free >= FLOOR + RESERVE) {
    // Disks that cannot set room aside have none to give back.
    if (!existsSync(reserve) && spawnSync('fallocate', ['-l', String(RESERVE), reserve]).status !== 0)
      await rm(reserve, { force: true });
    return null;
  }
  if (free >= FLOOR) return null;
  await rm(reserve, { force: true });
  return `Only ${inMB(await freeOn(folder))} are left on the disk of ${folder}. What is held can be used, and the bin emptied; nothing more is taken in until there are ${inMB(FLOOR)}.`;
}

/** Why a database that does not start may be out of room; null where it is something else. */
export async function outOfRoom(folder: string, log: string): Promise<string | null> {
  if (!/No space left|error 28\b|out of disk space/i.test(log)) return null;
  return `The disk of ${folder} is full: ${inMB(await freeOn(folder))} are left, and the database cannot start. Make room for ${inMB(FLOOR)} there and start again. Nothing is lost.`;
}

async function freeOn(folder: string): Promise<number> {
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize;
}

const inMB = (bytes: number): string => `${Math.floor(bytes / MB)} MB`;
