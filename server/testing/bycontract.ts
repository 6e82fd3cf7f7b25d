import * as v from 'valibot';
import { ENDPOINTS } from '@placard/core/contract/openapi';
import { ProblemSchema } from '@placard/core/contract';

/** Codes that any endpoint may answer with, besides those it names: what is wrong is not of its own making. */
const ANYWHERE = [400, 401, 403, 413, 415, 429, 500, 503];

/** `/api/assets/ids` before `/api/assets/{id}`. */
const BY_WORDS = ENDPOINTS.toSorted((a, b) => a.path.split('{').length - b.path.split('{').length);

function isAskedBy(path: string, template: string): boolean {
  const [given, wanted] = [path.split('/'), template.split('/')];
  return (
    given.length === wanted.length &&
    wanted.every((part, at) => part === given[at] || (part.startsWith('{') && given[at] !== ''))
  );
}

/** Throws when an answer is none that the contract has for what was asked. What is not in the contract may answer anything. */
export function expectByContract(method: string, path: string, status: number, answer: unknown): void {
  const { pathname } = new URL(path, 'http://server.test');
  const found = BY_WORDS.find((endpoint) => endpoint.method === method && isAskedBy(pathname, endpoint.path));
  if (!found) return;
  const { answer: schema, problems } = found;
  if (status >= 300 && !problems.includes(status) && !ANYWHERE.includes(status))
    throw new Error(`${method} ${pathname} answered ${status}, which its contract does not have.`);
  const read = v.safeParse(status < 300 ? schema : ProblemSchema, answer);
  if (!read.success)
    throw new Error(
      `${method} ${pathname} answered ${status} with what is not in its contract: ${read.issues
        .map((issue) => `${v.getDotPath(issue) ?? 'the whole'}: ${issue.message}`)
        .join('; ')}`,
    );
}
