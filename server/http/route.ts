import express, { type Request, type RequestHandler, type Router } from 'express';
import * as v from 'valibot';
import type { AnyEndpoint, Endpoint, Person } from '@placard/core/contract';
import { inWords } from './inwords.ts';
import { Problem } from './problem.ts';

/** What a handler is given: checked input, and who asks. */
export interface Asked<P, Q, B> {
  params: P;
  query: Q;
  body: B;
  person: Person;
  request: Request;
}

/** Finds out who asks; null when nobody is signed in. */
export type WhoAsks = (request: Request) => Promise<Person | null>;

const NOBODY: Person = { id: '', name: '', email: '', role: 'editor' };
const readBody = express.json({ limit: '4mb', type: 'application/json' });

/** Answers an endpoint of the contract: rights, then input, then the handler. */
export function route<
  P extends v.GenericSchema,
  Q extends v.GenericSchema,
  B extends v.GenericSchema,
  A extends v.GenericSchema,
>(
  router: Router,
  whoAsks: WhoAsks,
  endpoint: Endpoint<P, Q, B, A>,
  handle: (asked: Asked<v.InferOutput<P>, v.InferOutput<Q>, v.InferOutput<B>>) => Promise<v.InferInput<A>>,
): void {
  const path = endpoint.path.replace(/\{(\w+)\}/g, ':$1');
  const method = endpoint.method.toLowerCase() as 'get' | 'post' | 'put' | 'patch' | 'delete';
  const answer: RequestHandler = async (request, response) => {
    response.set('cache-control', 'no-store');
    response.json(
      await handle({
        params: check(endpoint.params, request.params),
        query: check(endpoint.query, request.query),
        body: check(endpoint.body, request.body ?? {}),
        person: (response.locals['person'] as Person | undefined) ?? NOBODY,
        request,
      }),
    );
  };
  router[method](path, admit(whoAsks, endpoint.roles), readBody, answer);
}

/** Lets through whoever has one of the roles; anyone where there are none. */
export function admit(whoAsks: WhoAsks, roles: AnyEndpoint['roles']): RequestHandler {
  return async (request, response, next) => {
    if (roles.length > 0) {
      const person = await whoAsks(request);
      if (!person) throw new Problem(401, 'Sign in first.');
      if (!roles.includes(person.role))
        throw new Problem(403, `This is for ${roles.join(' or ')} accounts; yours is ${person.role}.`);
      response.locals['person'] = person;
    }
    next();
  };
}

function check<S extends v.GenericSchema>(schema: S, input: unknown): v.InferOutput<S> {
  const parsed = v.safeParse(schema, input);
  if (parsed.success) return parsed.output;
  const [issue] = parsed.issues;
  const where = v.getDotPath(issue) ?? undefined;
  throw new Problem(400, inWords(issue), where ? { where } : {});
}
