import type * as v from 'valibot';
import type { Endpoint, Problem } from '@placard/core/contract';

/** An answer that was not the hoped-for one; the message can be shown as it is. */
export class Refusal extends Error {
  readonly status: number;
  readonly problem: Partial<Problem>;

  constructor(status: number, problem: Partial<Problem>) {
    super(problem.title ?? 'The server did not answer as it should. Try again in a moment.');
    this.status = status;
    this.problem = problem;
  }
}

type Schema = v.GenericSchema;

/** What an endpoint is given. */
export interface Given<P extends Schema, Q extends Schema, B extends Schema> {
  params?: v.InferInput<P>;
  query?: v.InferInput<Q>;
  body?: v.InferInput<B>;
}

/** Calls an endpoint of the contract. Throws Refusal. */
export async function call<P extends Schema, Q extends Schema, B extends Schema, A extends Schema>(
  endpoint: Endpoint<P, Q, B, A>,
  given: Given<P, Q, B> = {},
): Promise<v.InferOutput<A>> {
  const params = (given.params ?? {}) as Record<string, string>;
  const path = endpoint.path.replace(/\{(\w+)\}/g, (_, name: string) =>
    encodeURIComponent(params[name] ?? ''),
  );
  const query = new URLSearchParams(
    Object.entries((given.query ?? {}) as Record<string, string | undefined>).filter(
      (pair): pair is [string, string] => Boolean(pair[1]),
    ),
  ).toString();
  const sends =
    given.body === undefined
      ? {}
      : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(given.body) };
  let answer: Response;
  try {
    answer = await fetch(query ? `${path}?${query}` : path, { method: endpoint.method, ...sends });
  } catch {
    throw new Refusal(0, { title: 'There is no connection to the server. What you wrote is still here.' });
  }
  if (!answer.ok) throw new Refusal(answer.status, asProblem(await answer.json().catch(() => null)));
  try {
    return (await answer.json()) as v.InferOutput<A>;
  } catch {
    // Broken off, or from somebody in between: what became of it is not known.
    throw new Refusal(0, { title: 'The server’s answer did not come whole. Trying again.' });
  }
}

/** A problem document, of whatever somebody in between may have answered in its place. */
function asProblem(answer: unknown): Partial<Problem> {
  if (typeof answer !== 'object' || answer === null) return {};
  const { title, ...more } = answer as Partial<Problem>;
  return typeof title === 'string' && title !== '' ? { ...more, title } : {};
}

/** True for what may be otherwise in a moment: no connection, a server or database that is away, somebody in between. */
export const mayPass = ({ status }: Refusal): boolean => status === 0 || status === 429 || status >= 500;
