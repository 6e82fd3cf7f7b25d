import type { Response } from 'express';
import { sql } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Database } from '../db/database.ts';
import { visibleJobs } from '../jobs/queue.ts';
import {
  arrival,
  asset,
  batch,
  batchItem,
  evidence,
  host,
  labelSheet,
  ownTerms,
  page,
  permission,
  placard,
  prepSheet,
  sentFilm,
  shortlist,
  shortlisted,
  site,
} from '../db/schema.ts';

/** How often what changed is looked for, in milliseconds; and how many times longer than a look the rest after it is. */
const [EVERY, REST] = [600, 9];

/**
 * Streams what changes to every open window (server-sent events): `jobs` with the work under way,
 * `changed` when something else did. Reads the database, so that it tells of other processes' work too.
 */
export class Events {
  readonly #listeners = new Set<Response>();
  readonly #database: Database;
  readonly #log: Logger;
  #timer: NodeJS.Timeout | undefined;
  #jobs = '';
  #mark = '';
  #took = 0;

  constructor(database: Database, log: Logger) {
    this.#database = database;
    this.#log = log;
  }

  /** Adds a window until its connection closes. */
  add(response: Response): void {
    response.set({
      'content-type': 'text/event-stream',
      'cache-control': 'no-store',
      'x-accel-buffering': 'no',
    });
    response.flushHeaders();
    response.write(`retry: 2000\nevent: jobs\ndata: ${this.#jobs || '[]'}\n\n`);
    this.#listeners.add(response);
    response.on('close', () => this.#listeners.delete(response));
    this.#schedule();
  }

  /** Ends every stream; windows come back by themselves when the server does. */
  close(): void {
    clearTimeout(this.#timer);
    for (const listener of this.#listeners) listener.end();
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
    const jobs = JSON.stringify(await visibleJobs(this.#database));
    if (jobs !== this.#jobs) {
      this.#jobs = jobs;
      this.#send('jobs', jobs);
    }
    const mark = await this.#readMark();
    if (mark !== this.#mark) {
      this.#mark = mark;
      this.#send('changed', '{}');
    }
  }

  async #readMark(): Promise<string> {
    const [row] = await this.#database
      .select({
        mark: sql<string>`concat_ws('.',
          (select concat(count(*), '-', coalesce(sum(crc32(concat(id, state))), 0)) from ${arrival}),
          (select concat(count(*), '-', coalesce(sum(crc32(concat(id, prepared))), 0)) from ${asset}),
          (select coalesce(sum(version), 0) from ${placard}),
          (select concat(count(*), '-', coalesce(sum(version), 0)) from ${page}),
          (select coalesce(sum(crc32(concat(host, standing))), 0) from ${host}),
          (select coalesce(sum(crc32(concat(id, state))), 0) from ${sentFilm}),
          (select coalesce(sum(crc32(concat(id, name))), 0) from ${shortlist}),
          (select count(*) from ${shortlisted}),
          (select coalesce(sum(version), 0) from ${prepSheet}),
          (select concat(count(*), '-', coalesce(sum(crc32(concat(id, state))), 0)) from ${permission}),
          (select concat(count(*), '-', coalesce(max(id), '')) from ${evidence}),
          (select coalesce(sum(crc32(concat(id, coalesce(policy, '')))), 0) from ${site}),
          (select coalesce(sum(crc32(concat(id, name, changed_at))), 0) from ${ownTerms}),
          (select coalesce(sum(crc32(concat(id, state))), 0) from ${labelSheet}),
          (select concat(count(*), '-', coalesce(sum(crc32(concat(id, state))), 0)) from ${batchItem} where ${batchItem.changedAt} > utc_timestamp() - interval 1 hour),
          (select concat(count(*), '-', coalesce(sum(crc32(concat(id, state))), 0)) from ${batch}))`,
      })
      .from(sql`(select 1) as one`);
    return row?.mark ?? '';
  }

  #send(event: string, data: string): void {
    for (const listener of this.#listeners) listener.write(`event: ${event}\ndata: ${data}\n\n`);
  }
}
