import { DrizzleQueryError } from 'drizzle-orm/errors';
import type { Logger } from 'pino';
import { availableParallelism } from 'node:os';
import { newId } from '../db/columns.ts';
import type { Database } from '../db/database.ts';
import { declareJobs, type Job, type Work } from './job.ts';
import {
  advance,
  fail,
  finish,
  giveBack,
  LEASE,
  MOST_LOST,
  renew,
  take,
  TakenBack,
  type JobRow,
} from './queue.ts';
import { paced } from '../pace.ts';
import { Refusal } from '../refusal.ts';

/** Takes jobs from the database and does them, several at once, until it is stopped. */
export class Runner<Services> {
  readonly #id = newId();
  readonly #running = new Map<string, Promise<void>>();
  readonly #work = new Map<string, Work>();
  /** What is being done of which only one is done at a time. */
  readonly #alone = new Set<string>();
  readonly #database: Database;
  readonly #jobs: readonly Job<Services>[];
  readonly #log: Logger;
  #stopped = false;
  #wake: () => void = () => {};
  #loop: Promise<void> = Promise.resolve();
  #heartbeat: NodeJS.Timeout | undefined;

  constructor(database: Database, jobs: readonly Job<Services>[], log: Logger) {
    this.#database = database;
    this.#jobs = jobs;
    this.#log = log;
    declareJobs(jobs);
  }

  start(services: Services): void {
    for (const { name, work } of this.#jobs) this.#work.set(name, work(services));
    this.#loop = this.#run();
    this.#heartbeat = setInterval(() => {
      renew(this.#database, this.#id, [...this.#running.keys()]).catch((error: unknown) =>
        this.#log.warn({ err: error }, 'Could not renew the lease of jobs'),
      );
    }, LEASE / 3);
  }

  /** Looks for work now instead of at the next turn. */
  wake(): void {
    this.#wake();
  }

  /** Takes no more jobs and waits a while for the ones under way; those that take longer are let go of. */
  async stop(): Promise<void> {
    this.#stopped = true;
    this.#wake();
    const over = this.#loop.then(() => Promise.all(this.#running.values()));
    let patience: NodeJS.Timeout | undefined;
    await Promise.race([over, new Promise((resolve) => (patience = setTimeout(resolve, PATIENCE)))]);
    clearTimeout(patience);
    clearInterval(this.#heartbeat);
    // Where the database is gone already, their leases run out.
    await giveBack(this.#database, this.#id).catch((error: unknown) =>
      this.#log.warn({ err: error }, 'Could not give jobs back'),
    );
  }

  async #run(): Promise<void> {
    // Two more than there are cores: while some wait for the disk or the database, the others compute.
    const places = availableParallelism() + 2;
    while (!this.#stopped) {
      const row = this.#running.size < places ? await this.#next() : undefined;
      if (row) {
        // Whichever of several took the process down, it is found by being alone.
        const alone = row.lost > 1;
        if (alone) await Promise.all(this.#running.values());
        if (this.#jobs.some(({ name, alone }) => alone && name === row.kind)) this.#alone.add(row.kind);
        const doing = this.#do(row).finally(() => {
          this.#running.delete(row.id);
          this.#alone.delete(row.kind);
          this.#wake();
        });
        this.#running.set(row.id, doing);
        if (alone) await doing;
      } else {
        await this.#rest();
      }
    }
  }

  #rest(): Promise<void> {
    return new Promise((resolve) => {
      const timer = setTimeout(resolve, paced(500));
      this.#wake = () => {
        clearTimeout(timer);
        resolve();
      };
    });
  }

  async #next(): Promise<JobRow | undefined> {
    try {
      // What only a newer server does waits for that.
      const kinds = [...this.#work.keys()].filter((kind) => !this.#alone.has(kind));
      return await take(this.#database, this.#id, kinds);
    } catch (error) {
      this.#log.error({ err: error }, 'Could not take a job');
      return undefined;
    }
  }

  async #do(row: JobRow): Promise<void> {
    const work = this.#work.get(row.kind);
    if (!work) return;
    if (row.lost >= MOST_LOST) {
      this.#log.error({ job: row.kind, subject: row.subject }, 'Job set aside: its process ended each time');
      await this.#putAside(row, work, LOST, false);
      return;
    }
    const begun = Date.now();
    try {
      const say = (done: number, total: number) => advance(this.#database, row.id, done, total);
      await work.run(row.subject, say, row.createdAt);
      await finish(this.#database, row);
      this.#log.info({ job: row.kind, subject: row.subject, ms: Date.now() - begun }, 'Job done');
    } catch (error) {
      if (error instanceof TakenBack) {
        this.#log.info({ job: row.kind, subject: row.subject }, 'Job taken back');
        return;
      }
      const says = inWords(error);
      this.#log.warn({ job: row.kind, subject: row.subject, error: says, err: error }, 'Job failed');
      await this.#putAside(row, work, says, mayPass(error));
    }
  }

  async #putAside(row: JobRow, work: Work, says: string, mayPass: boolean): Promise<void> {
    try {
      if (await fail(this.#database, row, says, mayPass)) await work.gaveUp?.(row.subject, says);
    } catch (error) {
      // The lease runs out and another turn takes the job up again.
      this.#log.error({ err: error, job: row.id }, 'Could not put a job aside');
    }
  }
}

/** How long a server that ends waits for what it is doing, in milliseconds: less than whoever ends it waits for it. */
const PATIENCE = 4000;

const LOST = 'The server stopped three times while it worked on this, so it was set aside.';

/** True for trouble that may be over by itself: what is refused stays so, unless something is only away. */
const mayPass = (error: unknown): boolean => !(error instanceof Refusal) || error.sort === 'away';

/** What went wrong, for people: a full disk is called so, however many layers it was reported through. */
function inWords(error: unknown): string {
  for (let cause = error; cause instanceof Error; cause = cause.cause)
    if ('code' in cause && cause.code === 'ENOSPC')
      return 'The disk is full. Nothing was kept of this; try again when there is room.';
  if (error instanceof DrizzleQueryError)
    return 'The database did not take what was made of this; the log says why.';
  return error instanceof Error ? error.message : String(error);
}
