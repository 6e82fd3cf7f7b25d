import * as v from 'valibot';
import { MeasureSchema } from '../geometry/measure.ts';
import { EdgesSchema } from '../page/standing.ts';
import { EDITORS, endpoint, EVERYONE, KEEPERS, ROLES } from './endpoint.ts';
import { ById, IdSchema } from './holdings.ts';
import { PolicySchema, TermsSchema } from './terms.ts';

const RoleSchema = v.picklist(ROLES);

export const PersonSchema = v.object({
  id: v.string(),
  name: v.string(),
  email: v.string(),
  role: RoleSchema,
});
export type Person = v.InferOutput<typeof PersonSchema>;

export const SiteSchema = v.object({
  id: v.string(),
  name: v.string(),
  language: v.string(),
  measures: v.array(MeasureSchema),
  /** The site's own style sheet, as a proof shows it. */
  style: v.string(),
  /** Its border and its rounded corners, for what is to have them. */
  edges: EdgesSchema,
  heavyBytes: v.number(),
  modernFormat: v.picklist(['webp', 'avif']),
  sections: v.array(
    v.object({ id: v.string(), title: v.string(), slug: v.string(), parent: v.nullable(v.string()) }),
  ),
  contentOrigin: v.string(),
  /** What it is for, and whose terms have to be approved. */
  policy: PolicySchema,
  /** Terms that the organisation has added to the list itself. */
  terms: v.array(TermsSchema),
  /** Whoever may have added something. */
  people: v.array(v.object({ id: v.string(), name: v.string() })),
});
export type Site = v.InferOutput<typeof SiteSchema>;

export const readMe = endpoint({
  method: 'GET',
  path: '/api/me',
  summary: 'Who is signed in',
  roles: EVERYONE,
  answer: PersonSchema,
});

export const listSampleAccounts = endpoint({
  method: 'GET',
  path: '/api/sample-accounts',
  summary: 'The accounts the demo offers on its sign-in page; empty everywhere else',
  roles: [],
  answer: v.array(v.object({ name: v.string(), role: RoleSchema, email: v.string(), password: v.string() })),
});

export const readSite = endpoint({
  method: 'GET',
  path: '/api/site',
  summary: 'The site: measures, sections, style',
  roles: EVERYONE,
  answer: SiteSchema,
});

const PolicyLinesSchema = v.object({
  /** How many pages embed something. */
  pages: v.number(),
  /** What its Content-Security-Policy must say for them (CSP3). */
  csp: v.string(),
  /** Its Permissions-Policy header (W3C). */
  permissions: v.string(),
});
export type PolicyLines = v.InferOutput<typeof PolicyLinesSchema>;

export const readPolicyLines = endpoint({
  method: 'GET',
  path: '/api/site/policy-lines',
  summary: 'The policy headers that the whole site needs for what its pages embed',
  roles: EVERYONE,
  answer: PolicyLinesSchema,
});

export const RoomSchema = v.object({
  /** Bytes used by originals, renditions and what is on its way. */
  used: v.number(),
  limit: v.nullable(v.number()),
});
export type Room = v.InferOutput<typeof RoomSchema>;

export const readRoom = endpoint({
  method: 'GET',
  path: '/api/site/room',
  summary: 'The room that the site uses, and its limit',
  roles: EVERYONE,
  answer: RoomSchema,
});

export const setRoom = endpoint({
  method: 'PUT',
  path: '/api/site/room',
  summary: 'Set the limit of the site’s room, in bytes; null for none',
  roles: KEEPERS,
  body: v.object({ limit: v.nullable(v.pipe(v.number(), v.integer(), v.minValue(0))) }),
  answer: RoomSchema,
});

const SectionTitleSchema = v.pipe(
  v.string(),
  v.trim(),
  v.minLength(1, 'Give the section a name.'),
  v.maxLength(120),
);

export const createSection = endpoint({
  method: 'POST',
  path: '/api/sections',
  summary: 'Begin a section; its folder name is made of its title, lower case and without blanks',
  roles: EDITORS,
  body: v.object({ title: SectionTitleSchema, parent: v.nullable(IdSchema) }),
  answer: v.object({ id: v.string() }),
  problems: [404, 422],
});

export const changeSection = endpoint({
  method: 'PATCH',
  path: '/api/sections/{id}',
  summary: 'Rename a section, or move it with all that lies in it',
  roles: EDITORS,
  params: ById,
  body: v.object({ title: v.optional(SectionTitleSchema), parent: v.optional(v.nullable(IdSchema)) }),
  answer: v.object({}),
  problems: [404, 422],
});

export const mergeSection = endpoint({
  method: 'POST',
  path: '/api/sections/{id}/merge',
  summary: 'Put all that a section holds into another, and take the empty one away',
  roles: EDITORS,
  params: ById,
  body: v.object({ into: IdSchema }),
  answer: v.object({}),
  problems: [404, 422],
});

export const removeSection = endpoint({
  method: 'DELETE',
  path: '/api/sections/{id}',
  summary: 'Take away a section that holds nothing',
  roles: EDITORS,
  params: ById,
  answer: v.object({}),
  problems: [404, 422],
});

const count = v.pipe(v.number(), v.integer(), v.minValue(0));

export const StagesSchema = v.object({
  gather: count,
  prep: count,
  label: count,
  place: count,
  proof: count,
  handOff: count,
  holdings: count,
  pages: count,
  /** Hosts that somebody asked for, and nobody has answered. */
  hosts: count,
});
export type Stages = v.InferOutput<typeof StagesSchema>;

export const readStages = endpoint({
  method: 'GET',
  path: '/api/stages',
  summary: 'How many things wait at each stage',
  roles: EVERYONE,
  answer: StagesSchema,
});

export const JobSchema = v.object({
  id: v.string(),
  kind: v.string(),
  state: v.picklist(['waiting', 'working', 'done', 'failed']),
  /** What it works on: an asset or an arrival. */
  subject: v.string(),
  done: v.number(),
  total: v.number(),
  says: v.string(),
});
export type Job = v.InferOutput<typeof JobSchema>;

export const listJobs = endpoint({
  method: 'GET',
  path: '/api/jobs',
  summary: 'Work that is waiting, under way, or lately failed',
  roles: EVERYONE,
  answer: v.array(JobSchema),
});

export const readHealth = endpoint({
  method: 'GET',
  path: '/healthz',
  summary: 'What is up',
  roles: [],
  answer: v.object({
    ok: v.boolean(),
    database: v.boolean(),
    store: v.boolean(),
    jobs: v.object({ waiting: v.number(), working: v.number() }),
  }),
});
