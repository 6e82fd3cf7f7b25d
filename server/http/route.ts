import type { Request, RequestHandler, Router } from 'express';
import * as v from 'valibot';
import { inWords, type AnyEndpoint, type Endpoint, type Person } from '@placard/core/contract';
import { readJson } from './body.ts';
import { forbidden, stranger, unread } from '../refusal.ts';

/** What a handler is given: checked input, and who asks. */
export interface Asked<P, Q, B> {
  params: P;
  query: Q;
  body: B;
  person: Person;
  /** The id of the session they are signed in with; empty where nobody need be. */
  session: string;
  request: Request;
}

/** A person, and the id of the session they are signed in with. */
export interface SignedIn {
  person: Person;
  session: string;
}

/** Finds out who asks; null when nobody is signed in. */
export type WhoAsks = (request: Request) => Promise<SignedIn | null>;

const NOBODY: Person = { id: '', name: '', email: '', role: 'editor' };
const MOST_SENT = 4_000_000;

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
        session: String(response.locals['session'] ?? ''),
        request,
      }),
    );
  };
  router[method](path, admit(whoAsks, endpoint.roles), readJson(MOST_SENT), answer);
}

/** Lets through whoever has one of the roles; anyone where there are none. */
export function admit(whoAsks: WhoAsks, roles: AnyEndpoint['roles']): RequestHandler {
  return async (request, response, next) => {
    if (roles.length > 0) {
      const known = await whoAsks(request);
      if (!known) throw stranger('Sign in first.');
      const { person, session } = known;
      if (!roles.includes(person.role))
        throw forbidden(`This is for ${roles.join(' or ')} accounts; yours is ${person.role}.`);
      Object.assign(response.locals, { person, session });
    }
    next();
  };
}

function check<S extends v.GenericSchema>(schema: S, input: unknown): v.InferOutput<S> {
  const parsed = v.safeParse(schema, input);
  if (parsed.success) return parsed.output;
  const [issue] = parsed.issues;
  const where = v.getDotPath(issue) ?? undefined;
  throw unread(inWords(issue), where ? { where } : {});
}
