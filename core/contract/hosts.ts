import * as v from 'valibot';
import { PERMISSIONS, SANDBOX_TOKENS } from '../embed/frame.ts';
import { HOST_PATTERN } from '../embed/hostpattern.ts';
import { HostFileSchema } from '../embed/options/hostfile.ts';
import { OUTSIDE_KINDS, OUTSIDE_STATES } from '../outside/seen.ts';
import { EDITORS, endpoint, EVERYONE, REVIEWERS } from './endpoint.ts';
import { IdSchema } from './holdings.ts';

export const HostReviewSchema = v.picklist(['approved', 'unreviewed', 'refused']);

/** What a frame of a host needs, as somebody found out by trying. */
const NeedsSchema = v.object({
  sandbox: v.array(v.picklist(SANDBOX_TOKENS)),
  permissions: v.array(v.picklist(PERMISSIONS)),
});
export type Needs = v.InferOutput<typeof NeedsSchema>;

const whenWho = v.nullable(v.object({ by: v.string(), at: v.string() }));

const HostLineSchema = v.object({
  /** A name with its port, or a whole family: `*.lanternreel.example`. */
  host: v.string(),
  review: HostReviewSchema,
  /** Why it was decided so. */
  note: v.string(),
  decided: whenWho,
  /** Who waits for an answer, and what for. */
  asked: v.nullable(v.object({ by: v.string(), at: v.string(), why: v.string() })),
  /** How many pages open something of it. */
  pages: v.number(),
  needs: v.nullable(NeedsSchema),
  /** It gives out embeds by address (oEmbed 1.0), as a list of providers said. */
  provider: v.boolean(),
});
export type HostLine = v.InferOutput<typeof HostLineSchema>;

export const listHosts = endpoint({
  method: 'GET',
  path: '/api/hosts',
  summary: 'The hosts of embeds and how we stand to them',
  roles: EVERYONE,
  answer: v.array(HostLineSchema),
});

const HostParams = v.object({
  host: v.pipe(v.string(), v.toLowerCase(), v.regex(HOST_PATTERN, 'This is not a host name.')),
});

export const reviewHost = endpoint({
  method: 'PUT',
  path: '/api/hosts/{host}',
  summary: 'Approve or refuse a host, or a whole family of hosts',
  roles: REVIEWERS,
  params: HostParams,
  body: v.object({ review: HostReviewSchema, note: v.optional(v.pipe(v.string(), v.maxLength(500)), '') }),
  answer: v.object({}),
});

export const forgetHost = endpoint({
  method: 'DELETE',
  path: '/api/hosts/{host}',
  summary: 'Take back what was decided about a host',
  roles: REVIEWERS,
  params: HostParams,
  answer: v.object({}),
  problems: [404],
});

export const askForHost = endpoint({
  method: 'POST',
  path: '/api/hosts/{host}/ask',
  summary: 'Ask the reviewers to look at a host',
  roles: EDITORS,
  params: HostParams,
  body: v.object({
    why: v.pipe(v.string(), v.trim(), v.minLength(3, 'Say what it is wanted for.'), v.maxLength(500)),
  }),
  answer: v.object({}),
  problems: [409],
});

export const listHostPages = endpoint({
  method: 'GET',
  path: '/api/hosts/{host}/pages',
  summary: 'The pages that open something of a host, and what a refusal would do to them',
  roles: EVERYONE,
  params: HostParams,
  answer: v.array(
    v.object({
      id: v.string(),
      title: v.string(),
      /** What stands there of it, by title. */
      embeds: v.array(v.string()),
      /** It may leave today, and could no more. */
      stops: v.boolean(),
    }),
  ),
});

export const keepNeeds = endpoint({
  method: 'PUT',
  path: '/api/hosts/{host}/needs',
  summary: 'Remember the least that frames of a host need',
  roles: EDITORS,
  params: HostParams,
  body: v.object({ needs: v.nullable(NeedsSchema) }),
  answer: v.object({}),
});

const ProviderSchema = v.object({
  name: v.string(),
  host: v.string(),
  /** Where it is asked about its addresses. */
  endpoint: v.string(),
  /** Which addresses it gives embeds for. */
  schemes: v.array(v.string()),
  /** The hosts that they are framed from, names or families. */
  frames: v.array(v.string()),
  /** How we stand to those now: refused where any is, approved where all are. */
  review: HostReviewSchema,
});
export type Provider = v.InferOutput<typeof ProviderSchema>;

export const readProviders = endpoint({
  method: 'POST',
  path: '/api/hosts/providers/read',
  summary: 'What a list of oEmbed providers would allow; nothing is changed',
  roles: REVIEWERS,
  body: v.object({ list: v.pipe(v.string(), v.maxLength(3_500_000)) }),
  answer: v.object({ providers: v.array(ProviderSchema), left: v.array(v.string()) }),
  problems: [422],
});

export const takeProviders = endpoint({
  method: 'POST',
  path: '/api/hosts/providers',
  summary: 'Take over providers out of a list; each may be approved with it',
  roles: REVIEWERS,
  body: v.object({
    list: v.pipe(v.string(), v.maxLength(3_500_000)),
    hosts: v.pipe(v.array(v.string()), v.maxLength(5000)),
    approve: v.boolean(),
  }),
  answer: v.object({ taken: v.number() }),
  problems: [422],
});

const KeptFileSchema = v.object({
  id: v.string(),
  version: v.number(),
  changedAt: v.string(),
  changedBy: v.string(),
  file: HostFileSchema,
});
export type KeptFile = v.InferOutput<typeof KeptFileSchema>;

export const listHostFiles = endpoint({
  method: 'GET',
  path: '/api/host-files',
  summary: 'What hosts say that their addresses understand',
  roles: EVERYONE,
  answer: v.array(KeptFileSchema),
});

export const keepHostFile = endpoint({
  method: 'PUT',
  path: '/api/host-files/{id}',
  summary: 'Keep what a host’s addresses understand; refused when somebody changed it since `version`',
  roles: ['keeper'],
  params: v.object({ id: IdSchema }),
  body: v.object({
    /** 0 for a new one. */
    version: v.number(),
    /** As it was written, so that what is wrong can be told. */
    file: v.unknown(),
  }),
  answer: v.object({ id: v.string(), version: v.number() }),
  problems: [404, 409, 422],
});

export const removeHostFile = endpoint({
  method: 'DELETE',
  path: '/api/host-files/{id}',
  summary: 'Take away what a host’s addresses understand; pages stay as they are',
  roles: ['keeper'],
  params: v.object({ id: IdSchema }),
  answer: v.object({}),
  problems: [404],
});

const OutsideLineSchema = v.object({
  id: v.string(),
  address: v.string(),
  kind: v.picklist(OUTSIDE_KINDS),
  state: v.picklist(OUTSIDE_STATES),
  says: v.string(),
  leadsTo: v.string(),
  checkedAt: v.nullable(v.string()),
  nextAt: v.string(),
  pages: v.array(v.object({ id: v.string(), title: v.string() })),
});
export type OutsideLine = v.InferOutput<typeof OutsideLineSchema>;

export const listOutside = endpoint({
  method: 'GET',
  path: '/api/outside',
  summary: 'What pages lead to and show outside, and whether it still works',
  roles: EVERYONE,
  query: v.object({
    /** All addresses instead of those with which something is wrong. */
    all: v.optional(v.literal('yes')),
    cursor: v.optional(IdSchema),
  }),
  answer: v.object({
    lines: v.array(OutsideLineSchema),
    /** Where the next ones begin; null after the last. */
    next: v.nullable(v.string()),
    /** How many addresses there are, how many were looked at, and with how many something is wrong. */
    counts: v.object({ all: v.number(), looked: v.number(), wrong: v.number() }),
  }),
});

export const lookOutside = endpoint({
  method: 'POST',
  path: '/api/outside/look',
  summary: 'Look at addresses outside again now',
  roles: EDITORS,
  body: v.object({ ids: v.pipe(v.array(IdSchema), v.minLength(1), v.maxLength(500)) }),
  answer: v.object({}),
});
