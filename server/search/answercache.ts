import { sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { changeLog } from '../db/schema.ts';

/** Time zones lie apart by whole ones of these, in milliseconds. */
const QUARTER_OF_AN_HOUR = 15 * 60_000;

/** Of how many changes before the last it is looked whether they have come since: numbers are given before their changes are there. */
const LATE = 1000;
/** Answers that are kept. */
const MOST = 60;

interface Answer {
  asOf: string;
  answer: Promise<unknown>;
}

/**
 * Answers that many windows ask for at once and again and again: worked out once, and kept until anything at all has
 * changed. Whether it has is one look at the end of an index (`change_log`), in whichever process it changed.
 */
export class AnswerCache {
  readonly #database: Database;
  readonly #answers = new Map<string, Answer>();

  constructor(database: Database) {
    this.#database = database;
  }

  /** What `work` answers, or answered before under the same name when nothing has changed since that began. */
  async ask<T>(name: string, work: () => Promise<T>): Promise<T> {
    const asOf = await this.#now();
    const known = this.#answers.get(name);
    if (known?.asOf === asOf) return known.answer as Promise<T>;
    const answer = work();
    this.#answers.delete(name);
    this.#answers.set(name, { asOf, answer });
    for (const [oldest] of this.#answers) {
      if (this.#answers.size <= MOST) break;
      this.#answers.delete(oldest);
    }
    answer.catch(() => {
      if (this.#answers.get(name)?.answer === answer) this.#answers.delete(name);
    });
    return answer;
  }

  /** A word that is another one as soon as anything has changed, or another day may have begun somewhere. */
  async #now(): Promise<string> {
    const [row] = await this.#database
      .select({ last: sql<string>`coalesce(max(${changeLog.id}), 0)`, there: sql<string>`count(*)` })
      .from(changeLog)
      .where(
        sql`${changeLog.id} > (select coalesce(max(id), 0) - ${sql.raw(String(LATE))} from change_log as latest)`,
      );
    return `${Math.floor(Date.now() / QUARTER_OF_AN_HOUR)} ${row?.last} ${row?.there}`;
  }
}
