import type { ErrorRequestHandler } from 'express';
import type { Logger } from 'pino';
import type { Problem as ProblemDocument } from '@placard/core/contract';

/** Something that is answered with a problem document (RFC 9457); the message is its title. */
export class Problem extends Error {
  readonly status: number;
  readonly more: Partial<ProblemDocument>;

  constructor(status: number, title: string, more: Partial<ProblemDocument> = {}) {
    super(title);
    this.status = status;
    this.more = more;
  }
}

export class NotFound extends Problem {
  constructor(title: string) {
    super(404, title);
  }
}

/** Answers errors: problems as they are, everything else as one sentence without its insides. */
export function problemHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, request, response, next) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const problem = asProblem(error);
    if (problem.status >= 500) log.error({ err: error, path: request.path }, 'Request failed');
    response
      .status(problem.status)
      .type('application/problem+json')
      .send(
        JSON.stringify({
          type: 'about:blank',
          title: problem.message,
          status: problem.status,
          ...problem.more,
        }),
      );
  };
}

function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  const status =
    typeof error === 'object' && error !== null && 'status' in error ? Number(error.status) : 500;
  if (status === 413) return new Problem(413, 'This is too large to be sent in one go.');
  if (status >= 400 && status < 500) return new Problem(status, 'The request could not be read.');
  return new Problem(500, 'Something went wrong here. Nothing was changed; try again in a moment.');
}
