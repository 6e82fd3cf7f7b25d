import pWaitFor from 'p-wait-for';
import { spawn, type ChildProcess } from 'node:child_process';
import { whereIs } from './debian.ts';

export interface Started {
  process: ChildProcess;
  /** Resolves when the program says that it can be used; rejects with an Error that says how it ended where it does before. */
  ready: Promise<void>;
  /** Asks it to end, then insists; resolves when it is gone. */
  stop(): Promise<void>;
}

/**
 * Starts a program that ends with this one, even when this one is killed: the kernel sends
 * it SIGTERM then (prctl PR_SET_PDEATHSIG, through util-linux's setpriv).
 */
export function start(
  command: string,
  words: string[],
  options: { env?: NodeJS.ProcessEnv; quiet?: boolean; cwd?: string; tells?: boolean } = {},
): Started {
  const setpriv = whereIs('setpriv');
  const [program, args] = setpriv
    ? [setpriv, ['--pdeathsig', 'TERM', '--', command, ...words]]
    : [command, words];
  const child = spawn(program, args, {
    env: options.env ?? process.env,
    cwd: options.cwd,
    stdio: [
      'ignore',
      options.quiet ? 'ignore' : 'inherit',
      options.quiet ? 'ignore' : 'inherit',
      ...(options.tells ? (['ipc'] as const) : []),
    ],
    // Ctrl-C reaches this program alone, which then stops the others in order.
    detached: true,
  });
  const ended = new Promise<void>((resolve) => {
    child.once('exit', () => resolve());
    child.once('error', () => resolve());
  });
  const ready = new Promise<void>((resolve, reject) => {
    child.once('message', () => {
      child.disconnect();
      resolve();
    });
    child.once('error', reject);
    child.once('exit', (code, signal) =>
      reject(new Error(`It ended by itself (${signal ?? code}) before it could be used.`)),
    );
  });
  // Not everybody waits for it.
  ready.catch(() => {});
  return {
    process: child,
    ready,
    stop: async () => {
      if (child.exitCode !== null || child.signalCode !== null) return;
      child.kill('SIGTERM');
      const insist = setTimeout(() => child.kill('SIGKILL'), 15_000);
      await ended;
      clearTimeout(insist);
    },
  };
}

/**
 * Starts one of our own programs, compiled or, in development, from its source; `flags` are for Node itself. It tells by a
 * message when it can be used: whoever else answers at its address is not taken for it.
 */
export function startOurs(file: URL, env: NodeJS.ProcessEnv, flags: string[] = []): Started {
  const source = file.pathname.endsWith('.ts') ? ['--import', import.meta.resolve('tsx')] : [];
  return start(process.execPath, [...flags, ...source, file.pathname], { env, tells: true });
}

/** Waits until an address answers with success. Throws when the program ends first or `seconds` pass. */
export async function untilHealthy(address: string, program: Started, seconds = 60): Promise<void> {
  const { process: child } = program;
  await pWaitFor(
    async () => {
      if (child.exitCode !== null || child.signalCode !== null)
        throw new Error(
          `It ended by itself (${child.signalCode ?? child.exitCode}) before ${address} answered.`,
        );
      return (await fetch(address).catch(() => undefined))?.ok ?? false;
    },
    {
      interval: 100,
      timeout: {
        milliseconds: seconds * 1000,
        message: new Error(`${address} did not answer within ${seconds} seconds.`),
      },
    },
  );
}
