import type { ErrorRequestHandler } from 'express';
import type { Logger } from 'pino';
import { away, Refusal, type RefusalSort } from '../refusal.ts';

/** The status that a refusal of each sort is answered with (RFC 9110). */
const STATUS: Readonly<Record<RefusalSort, number>> = {
  unread: 400,
  stranger: 401,
  forbidden: 403,
  gone: 404,
  unused: 405,
  clash: 409,
  tooMuch: 413,
  packed: 415,
  unfit: 422,
  away: 503,
  full: 507,
};

export const statusOf = ({ sort }: Refusal): number => STATUS[sort];

/** Answers errors with problem documents (RFC 9457): refusals as they are, everything else as one sentence without its insides. */
export function problemHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, request, response, next) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const { status, says, more } = answerTo(error);
    if (status >= 500) log.error({ err: error, path: request.path }, 'Request failed');
    response
      .status(status)
      .type('application/problem+json')
      .send(
        JSON.stringify({
          type: 'about:blank',
          title: says,
          status,
          ...more,
        }),
      );
  };
}

/** What the database says itself while it comes or goes; all else that its driver cannot go on after is said to be fatal. */
const AWAY = new Set(['ER_SERVER_SHUTDOWN', 'ER_CONNECTION_KILLED', 'ER_CON_COUNT_ERROR']);

/** True where a request failed since the database does not answer. */
function isDatabaseAway(error: unknown): boolean {
  for (let cause = error; cause instanceof Error; cause = cause.cause)
    if (('fatal' in cause && cause.fatal === true) || ('code' in cause && AWAY.has(String(cause.code))))
      return true;
  return false;
}

interface Answer {
  status: number;
  says: string;
  more: Refusal['more'];
}

function answerTo(error: unknown): Answer {
  if (error instanceof Refusal) return { status: statusOf(error), says: error.message, more: error.more };
  if (isDatabaseAway(error))
    return answerTo(away('The database is away for a moment. What you wrote is kept; it goes on by itself.'));
  const status =
    typeof error === 'object' && error !== null && 'status' in error ? Number(error.status) : 500;
  if (status >= 400 && status < 500) return { status, says: 'The request could not be read.', more: {} };
  const says = 'Something went wrong here. Nothing was changed; try again in a moment.';
  return { status: 500, says, more: {} };
}
