import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The folder that the repository lies in. */
export const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** How a part of the tests ended. */
export interface Ended {
  passed: number;
  failed: number;
  /** What failed, and how. */
  failures: string[];
  /** What failed, and passed when it was tried once more by itself. */
  second: string[];
  /** What each test took, or each step of a part that has no tests. */
  timed: Timed[];
  /** What the part took as it passed, and what of it its steps did, in milliseconds. */
  spent: Record<string, number>;
}

/** A test, and how long it took by itself, in milliseconds. */
export interface Timed {
  file: string;
  title: string;
  ms: number;
}

/**
 * So many failures may be the machine's, or two things at once: they are tried once more, by themselves and from fresh
 * data, and told even if they pass. More are the code's.
 */
export const TRIED_AGAIN = 6;

/** Those of some failures that are none any more: each begins with a line that says of what it is. */
export function passedSince(before: readonly string[], now: readonly string[]): string[] {
  const nameOf = (failure: string) => failure.split('\n')[0];
  const still = new Set(now.map(nameOf));
  return before.filter((failure) => !still.has(nameOf(failure)));
}

/** A part that ended without saying how. */
export const withoutReport = (part: string): Ended => ({
  passed: 0,
  failed: 1,
  failures: [`${part}: no report was written`],
  second: [],
  timed: [],
  spent: {},
});

/** Does a step of a part, and notes under its name how long that took. */
export async function timing<T>(
  spent: Record<string, number>,
  name: string,
  step: () => T,
): Promise<Awaited<T>> {
  const begun = Date.now();
  try {
    return await step();
  } finally {
    spent[name] = (spent[name] ?? 0) + Date.now() - begun;
  }
}

/** Runs a program that a package brought, in sight; answers, when it has ended, whether it says that all is well. */
export async function runTool(program: string, args: string[], env: NodeJS.ProcessEnv): Promise<boolean> {
  const child = spawn(join(ROOT, 'node_modules/.bin', program), args, {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  return new Promise<boolean>((resolve) => child.once('exit', (code) => resolve(code === 0)));
}

/** Runs such a program out of sight; answers whether it says that all is well, and what it said. */
export async function hearTool(program: string, args: string[]): Promise<{ well: boolean; said: string }> {
  const child = spawn(join(ROOT, 'node_modules/.bin', program), args, {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const said: string[] = [];
  for (const stream of [child.stdout, child.stderr])
    stream.setEncoding('utf8').on('data', (words: string) => said.push(words));
  return new Promise((resolve) =>
    child.once('close', (code) => resolve({ well: code === 0, said: said.join('') })),
  );
}
