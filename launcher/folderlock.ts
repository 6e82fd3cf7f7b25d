import { mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';

/** Who has a folder: its process, when that began in clock ticks after the machine did (proc(5)), and where it can be reached. */
interface Holder {
  pid: number;
  begun: string;
  says: string;
}

/**
 * Takes a data folder for this process; what it gives lets the folder go. Throws an Error that says who has it where
 * another living process took it: two databases on the same files would end each other.
 */
export async function lockFolder(folder: string, says: string): Promise<() => Promise<void>> {
  await mkdir(folder, { recursive: true });
  const file = join(folder, 'open.json');
  const mine = JSON.stringify({ pid: process.pid, begun: (await begunAt(process.pid)) ?? '', says });
  // Twice, since what a process left that was killed is taken away once.
  for (let tries = 0; ; tries++) {
    const taken = await writeFile(file, mine, { flag: 'wx' }).then(
      () => true,
      (error: NodeJS.ErrnoException) => {
        if (error.code !== 'EEXIST') throw error;
        return false;
      },
    );
    if (taken) return () => rm(file, { force: true });
    const holder = await holderIn(file);
    if (tries > 0 || (holder && (await begunAt(holder.pid)) === holder.begun))
      throw new Error(
        `${folder} is open already${holder ? `: process ${holder.pid} has it, ${holder.says}` : ''}. Stop it there, or choose another folder with --data.`,
      );
    await rm(file, { force: true });
  }
}

async function holderIn(file: string): Promise<Holder | undefined> {
  try {
    return JSON.parse(await readFile(file, 'utf8')) as Holder;
  } catch {
    // Gone meanwhile, or cut off by a machine that lost its power.
    return undefined;
  }
}

/** When a process began; undefined where there is none of this number. Numbers are given again, beginnings are not. */
async function begunAt(pid: number): Promise<string | undefined> {
  const stat = await readFile(`/proc/${pid}/stat`, 'utf8').catch(() => undefined);
  // The program's name stands in brackets before, and may hold blanks: the 22nd field is the 20th behind it.
  return stat?.slice(stat.lastIndexOf(')') + 2).split(' ')[19];
}
