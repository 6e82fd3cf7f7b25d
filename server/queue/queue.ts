import { and, asc, count, eq, inArray, isNull, lt, lte, notInArray, or, sql } from 'drizzle-orm';
import type { Job } from '@placard/core/contract';
import { newId } from '../db/columns.ts';
import type { Database, Queryable } from '../db/database.ts';
import { job } from '../db/schema.ts';
import { paced } from '../pace.ts';
import { hiddenJobs, rankOf, type JobName } from './job.ts';

export type JobRow = typeof job.$inferSelect;

/** How long a process may hold a job without saying that it lives, in milliseconds. */
export const LEASE = paced(12_000, 5_000);
const MOST_ATTEMPTS = 4;
/** How many times in a row a job's process may end under it before the job is set aside. */
export const MOST_LOST = 3;
/** Rows of one statement. */
const AT_ONCE = 500;

/**
 * Asks for work on a subject, or on each of many, to begin at once or after some milliseconds. Asked twice
 * while it waits, it is done once; asked while it runs, it is done again afterwards, since what it has read may be older.
 */
export async function enqueue(
  database: Queryable,
  kind: JobName,
  subjects: string | readonly string[],
  says: string,
  after = 0,
): Promise<void> {
  const all = typeof subjects === 'string' ? [subjects] : subjects;
  for (let from = 0; from < all.length; from += AT_ONCE)
    await enqueueSome(database, kind, all.slice(from, from + AT_ONCE), says, after);
}

/** The id of the work on a subject that was asked for last; empty where none was. */
export async function jobOn(database: Queryable, kind: JobName, subject: string): Promise<string> {
  const [row] = await database
    .select({ id: job.id })
    .from(job)
    .where(and(eq(job.kind, kind), eq(job.subject, subject)));
  return row?.id ?? '';
}

async function enqueueSome(
  database: Queryable,
  kind: JobName,
  subjects: readonly string[],
  says: string,
  after: number,
): Promise<void> {
  const now = new Date();
  const leaseUntil = after > 0 ? new Date(now.getTime() + after) : null;
  const fresh = {
    says: says.slice(0, 500),
    state: 'waiting' as const,
    leaseUntil,
    createdAt: now,
    changedAt: now,
  };
  await database
    .insert(job)
    .values(subjects.map((subject) => ({ id: newId(), kind, subject, rank: rankOf(kind), ...fresh })))
    .onDuplicateKeyUpdate({
      // Later than it was, however short ago: whoever works on it sees by this that it was asked for again.
      set: {
        createdAt: sql`if(${job.state} = 'working', greatest(${now}, ${job.createdAt} + interval 1000 microsecond), ${job.createdAt})`,
      },
    });
  await database
    .update(job)
    .set({ ...fresh, attempts: 0, lost: 0, done: 0, total: 0 })
    .where(
      and(
        eq(job.kind, kind),
        inArray(job.subject, [...subjects]),
        inArray(job.state, ['done', 'failed']),
        // What ended since was done for whoever asks now.
        lte(job.changedAt, now),
      ),
    );
}

/**
 * Takes the job that nobody works on, or whose worker fell silent: arrivals before renditions, the oldest first.
 * `lost` counts how many workers in a row fell silent over it; of some kinds only, where they are named.
 */
export async function take(
  database: Database,
  worker: string,
  kinds: readonly string[] | null = null,
): Promise<JobRow | undefined> {
  return database.transaction(async (transaction) => {
    const now = new Date();
    const [next] = await transaction
      .select()
      .from(job)
      .where(
        and(
          or(
            and(eq(job.state, 'waiting'), or(isNull(job.leaseUntil), lt(job.leaseUntil, now))),
            and(eq(job.state, 'working'), lt(job.leaseUntil, now)),
          ),
          kinds ? inArray(job.kind, [...kinds]) : undefined,
        ),
      )
      .orderBy(asc(job.rank), asc(job.createdAt))
      .limit(1)
      .for('update', { skipLocked: true });
    if (!next) return undefined;
    const taken = {
      state: 'working' as const,
      attempts: next.attempts + 1,
      lost: next.state === 'working' ? next.lost + 1 : next.lost,
      leasedBy: worker,
      leaseUntil: new Date(now.getTime() + LEASE),
      changedAt: now,
    };
    await transaction.update(job).set(taken).where(eq(job.id, next.id));
    return { ...next, ...taken };
  });
}

/** Says that the worker of these jobs still lives. */
export async function renew(database: Database, worker: string, ids: string[]): Promise<void> {
  if (ids.length === 0) return;
  await database
    .update(job)
    .set({ leaseUntil: new Date(Date.now() + LEASE) })
    .where(and(inArray(job.id, ids), eq(job.leasedBy, worker)));
}

/** The work was taken back while it was done. */
export class TakenBack extends Error {
  override name = 'TakenBack';
}

/**
 * Says how far a job is. One that gets further than any turn before it has not brought its process down where those
 * ended: it is not counted against it. Throws TakenBack.
 */
export async function advance(database: Database, id: string, done: number, total: number): Promise<void> {
  const [{ affectedRows }] = await database
    .update(job)
    // MariaDB sets these in turn: how far it came before is compared before it is written over.
    .set({
      lost: sql`if(${job.lost} > 0 and ${done} > ${job.done}, 0, ${job.lost})`,
      done: sql`if(${job.lost} > 0, greatest(${done}, ${job.done}), ${done})`,
      total,
      changedAt: new Date(),
    })
    .where(eq(job.id, id));
  if (affectedRows === 0) throw new TakenBack('This was taken back.');
}

/** Takes work on a subject back, whether it waits or is being done: whoever does it hears so when it says how far it is. */
export async function takeBack(database: Database, kind: JobName, subject: string): Promise<void> {
  await database.delete(job).where(and(eq(job.kind, kind), eq(job.subject, subject)));
}

/** Lets go of jobs that a worker ends in the middle of, on purpose: they wait for the next, and nothing is counted against them. */
export async function giveBack(database: Database, worker: string): Promise<void> {
  await database
    .update(job)
    .set({
      state: 'waiting',
      leasedBy: null,
      leaseUntil: null,
      attempts: sql`greatest(${job.attempts}, 1) - 1`,
    })
    .where(and(eq(job.leasedBy, worker), eq(job.state, 'working')));
}

/** Ends a job that is done; one that was asked for again meanwhile waits for its next turn. */
export async function finish(database: Database, row: Pick<JobRow, 'id' | 'createdAt'>): Promise<void> {
  await end(database, row, { state: 'done', leaseUntil: null });
}

/** Ends a turn so, unless the job was asked for again meanwhile: then it waits. True when it ended so. */
async function end(
  database: Database,
  { id, createdAt }: Pick<JobRow, 'id' | 'createdAt'>,
  how: Partial<JobRow>,
): Promise<boolean> {
  const changedAt = new Date();
  const [{ affectedRows }] = await database
    .update(job)
    .set({ lost: 0, ...how, changedAt })
    .where(and(eq(job.id, id), eq(job.createdAt, createdAt)));
  if (affectedRows > 0) return true;
  await database
    .update(job)
    .set({ state: 'waiting', attempts: 0, lost: 0, leaseUntil: null, changedAt })
    .where(eq(job.id, id));
  return false;
}

/**
 * Puts a job aside. Trouble that may pass (a full disk, a lost connection) is tried again later,
 * each time after a longer rest; true when it was given up for good.
 */
export async function fail(
  database: Database,
  row: JobRow,
  says: string,
  mayPass: boolean,
): Promise<boolean> {
  const givenUp = !mayPass || row.attempts >= MOST_ATTEMPTS;
  const rest = new Date(Date.now() + paced(1000) * 2 ** row.attempts);
  const ended = await end(database, row, {
    state: givenUp ? 'failed' : 'waiting',
    says: says.slice(0, 500),
    leaseUntil: givenUp ? null : rest,
  });
  return ended && givenUp;
}

/** Work that waits or runs, oldest first, and what failed in the last day. */
export async function visibleJobs(database: Database): Promise<Job[]> {
  const yesterday = new Date(Date.now() - 86_400_000);
  const hidden = hiddenJobs();
  const rows = await database
    .select()
    .from(job)
    .where(
      and(
        hidden.length > 0 ? notInArray(job.kind, hidden) : undefined,
        or(
          inArray(job.state, ['waiting', 'working']),
          and(eq(job.state, 'failed'), sql`${job.changedAt} > ${yesterday}`),
        ),
      ),
    )
    .orderBy(asc(job.createdAt))
    .limit(500);
  return rows.map(({ id, kind, state, subject, done, total, says }) => ({
    id,
    kind,
    state,
    subject,
    done,
    total,
    says,
  }));
}

export async function countJobs(database: Database): Promise<{ waiting: number; working: number }> {
  const rows = await database
    .select({ state: job.state, jobs: count() })
    .from(job)
    .where(inArray(job.state, ['waiting', 'working']))
    .groupBy(job.state);
  const of = (state: string) => rows.find((row) => row.state === state)?.jobs ?? 0;
  return { waiting: of('waiting'), working: of('working') };
}
