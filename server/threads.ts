import { Piscina } from 'piscina';

interface Limits {
  /** How many work at once. */
  most?: number;
  /** The most memory that one takes for its values, in megabytes. */
  megabytes?: number;
}

/**
 * Threads for work that would hold up everything else, or that hostile bytes could hold up; they begin when they are
 * needed and end a minute after. What `file` gives as its default is called with each task; plain JavaScript begins
 * sooner. A task is given up by its signal, its thread with it.
 */
export const threadsOf = <Task, Answer>(file: URL, { most = 1, megabytes = 512 }: Limits = {}) =>
  new Piscina<Task, Answer>({
    filename: file.href,
    minThreads: 0,
    maxThreads: most,
    idleTimeout: 60_000,
    execArgv: file.pathname.endsWith('.ts') ? ['--import', import.meta.resolve('tsx')] : [],
    resourceLimits: { maxOldGenerationSizeMb: megabytes },
  });
