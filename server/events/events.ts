import type { Response } from 'express';
import { and, gt, inArray, lt, sql } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Changed, ChangedKind } from '@placard/core/contract';
import type { Database } from '../db/database.ts';
import { session, changeLog } from '../db/schema.ts';
import { visibleJobs } from '../queue/queue.ts';
import { paced } from '../pace.ts';

/** How often what changed is looked for, in milliseconds; and how many times longer than a look the rest after it is. */
const [EVERY, REST] = [paced(600), 9];
/** How long a change may be on its way before it is there to be read, in seconds; how long it is kept. */
const [LATEST, KEPT] = [60, 3600];
/** Of more than so many of a kind, it is told that all have changed. */
const MOST_TOLD = 200;

/**
 * Streams what changes to every open window (server-sent events): `jobs` with the work under way, `changed` with what
 * else did, by kind and id. Reads the database, so that it tells of other processes' work too.
 */
export class Events {
  /** Every open window, with the session it is signed in with. */
  readonly #listeners = new Map<Response, string>();
  readonly #database: Database;
  readonly #log: Logger;
  #timer: NodeJS.Timeout | undefined;
  #jobs = '';
  /** Everything up to this number has been told. */
  #floor: number | null = null;
  /** What has been told above it: numbers are given before their changes are there to be read. */
  readonly #seen = new Set<number>();
  #tidied = Date.now();
  #took = 0;

  constructor(database: Database, log: Logger) {
    this.#database = database;
    this.#log = log;
  }

  /** Adds a window until its connection closes or its session ends. */
  add(response: Response, sessionId: string): void {
    response.set({
      'content-type': 'text/event-stream',
      'cache-control': 'no-store',
      'x-accel-buffering': 'no',
    });
    response.flushHeaders();
    response.write(`retry: 2000\nevent: jobs\ndata: ${this.#jobs || '[]'}\n\n`);
    this.#listeners.set(response, sessionId);
    response.on('close', () => {
      this.#listeners.delete(response);
      // Whoever comes next has asked for everything anew.
      if (this.#listeners.size > 0) return;
      this.#floor = null;
      this.#seen.clear();
    });
    this.#schedule();
  }

  /** Ends the streams of sessions that have ended, here or in another process. */
  async endForgotten(): Promise<void> {
    const ids = [...new Set(this.#listeners.values())];
    if (ids.length === 0) return;
    const known = await this.#database
      .select({ id: session.id })
      .from(session)
      .where(and(inArray(session.id, ids), gt(session.expiresAt, new Date())));
    const living = new Set(known.map(({ id }) => id));
    for (const [listener, id] of this.#listeners)
      if (ids.includes(id) && !living.has(id)) {
        this.#listeners.delete(listener);
        listener.end();
      }
  }

  /** Ends every stream; windows come back by themselves when the server does. */
  close(): void {
    clearTimeout(this.#timer);
    for (const listener of this.#listeners.keys()) listener.end();
    this.#listeners.clear();
  }

  #schedule(): void {
    if (this.#timer || this.#listeners.size === 0) return;
    this.#timer = setTimeout(
      () => {
        const begun = Date.now();
        this.#tell()
          .catch((error: unknown) => this.#log.warn({ err: error }, 'Could not read what changed'))
          .finally(() => {
            this.#timer = undefined;
            this.#took = Date.now() - begun;
            this.#schedule();
          });
      },
      Math.max(EVERY, REST * this.#took),
    );
  }

  async #tell(): Promise<void> {
    await this.endForgotten();
    const jobs = JSON.stringify(await visibleJobs(this.#database));
    if (jobs !== this.#jobs) {
      this.#jobs = jobs;
      this.#send('jobs', jobs);
    }
    const changed = await this.#readChanged();
    if (Object.keys(changed).length > 0) this.#send('changed', JSON.stringify(changed));
    await this.#forgetOld();
  }

  async #readChanged(): Promise<Changed> {
    this.#floor ??= await this.#firstFloor();
    const rows = await this.#database
      .select({
        id: changeLog.id,
        kind: changeLog.kind,
        subject: changeLog.subject,
        settled: sql<number>`${changeLog.at} < utc_timestamp(3) - interval ${sql.raw(String(LATEST))} second`,
      })
      .from(changeLog)
      .where(gt(changeLog.id, this.#floor))
      .orderBy(changeLog.id);
    const changed = new Map<ChangedKind, Set<string>>();
    for (const { id, kind, subject } of rows) {
      if (this.#seen.has(id)) continue;
      this.#seen.add(id);
      changed.set(kind, (changed.get(kind) ?? new Set()).add(subject));
    }
    for (const { id, settled } of rows) {
      if (Number(settled) !== 1) break;
      this.#floor = id;
      this.#seen.delete(id);
    }
    return Object.fromEntries(
      [...changed].map(([kind, ids]) => [kind, ids.size > MOST_TOLD ? 'all' : [...ids]]),
    );
  }

  /** Where to begin: what changed in the last moments may have come after what the first window had asked for. */
  async #firstFloor(): Promise<number> {
    const [row] = await this.#database
      .select({ id: sql<number>`coalesce(max(${changeLog.id}), 0)` })
      .from(changeLog)
      .where(lt(changeLog.at, sql`utc_timestamp(3) - interval 10 second`));
    return Number(row?.id ?? 0);
  }

  async #forgetOld(): Promise<void> {
    if (Date.now() - this.#tidied < (KEPT / 6) * 1000) return;
    this.#tidied = Date.now();
    // The last one stays: by it is told that nothing has come since.
    await this.#database
      .delete(changeLog)
      .where(
        and(
          lt(changeLog.id, this.#floor ?? 0),
          lt(changeLog.at, sql`utc_timestamp(3) - interval ${sql.raw(String(KEPT))} second`),
        ),
      );
  }

  #send(event: string, data: string): void {
    for (const listener of this.#listeners.keys()) listener.write(`event: ${event}\ndata: ${data}\n\n`);
  }
}
