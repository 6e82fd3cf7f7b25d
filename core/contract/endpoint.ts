import * as v from 'valibot';

/** Who may do what. A keeper may do everything. */
export const ROLES = ['editor', 'reviewer', 'keeper'] as const;
export type Role = (typeof ROLES)[number];

/** Everyone who is signed in. */
export const EVERYONE: readonly Role[] = ['editor', 'reviewer', 'keeper'];
/** Those who change pages and holdings. */
export const EDITORS: readonly Role[] = ['editor', 'keeper'];
/** Those who approve terms and hosts. */
export const REVIEWERS: readonly Role[] = ['reviewer', 'keeper'];

/** Those who run the place. */
export const KEEPERS: readonly Role[] = ['keeper'];

type Schema = v.GenericSchema;

/** One way to talk to the server: everything both sides and the OpenAPI document need to know of it. */
export interface Endpoint<P extends Schema, Q extends Schema, B extends Schema, A extends Schema> {
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  /** OpenAPI path template: `/api/pages/{id}`. */
  path: string;
  summary: string;
  /** The roles that may call it; empty for anyone at all. */
  roles: readonly Role[];
  params: P;
  query: Q;
  body: B;
  answer: A;
  /** Status codes of the problem documents (RFC 9457) it may answer with, besides 400, 401, 403 and 500. */
  problems: readonly number[];
}

export type AnyEndpoint = Endpoint<Schema, Schema, Schema, Schema>;

const NOTHING = v.object({});

/** Describes an endpoint; parts that are left out are empty objects. */
export function endpoint<
  A extends Schema,
  P extends Schema = typeof NOTHING,
  Q extends Schema = typeof NOTHING,
  B extends Schema = typeof NOTHING,
>(
  parts: Pick<Endpoint<P, Q, B, A>, 'method' | 'path' | 'summary' | 'roles' | 'answer'> & {
    params?: P;
    query?: Q;
    body?: B;
    problems?: readonly number[];
  },
): Endpoint<P, Q, B, A> {
  return {
    params: NOTHING as unknown as P,
    query: NOTHING as unknown as Q,
    body: NOTHING as unknown as B,
    problems: [],
    ...parts,
  };
}

/** Which page of results is asked for, from 1, as it stands in a query. */
export const NumberOfPageSchema = v.optional(
  v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(1), v.maxValue(500)),
  '1',
);

/** A problem document (RFC 9457); `title` is a sentence a person can act on. */
export const ProblemSchema = v.object({
  type: v.string(),
  title: v.string(),
  status: v.number(),
  /** Where in the input, as a dotted path. */
  where: v.optional(v.string()),
  /** The newer version, when somebody else saved first. */
  currentVersion: v.optional(v.number()),
});

export type Problem = v.InferOutput<typeof ProblemSchema>;
