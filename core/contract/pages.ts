import { TRACK_KINDS } from '../captions/trackkind.ts';
import * as v from 'valibot';
import { FocalPointSchema } from '../geometry/rectangle.ts';
import { PlacardSchema } from '../credit/placard.ts';
import type { HeldAsset } from '../page/held.ts';
import { FindingSchema } from '../proof/finding.ts';
import { isDay } from '../text/index.ts';
import { endpoint, EVERYONE, REVIEWERS } from './endpoint.ts';
import { ById, IdSchema, whole } from './holdings.ts';
import { TermsSchema } from './terms.ts';

export const TitleSchema = v.pipe(
  v.string(),
  v.trim(),
  v.minLength(1, 'A page needs a title.'),
  v.maxLength(200),
);

const PageLineSchema = v.object({
  id: v.string(),
  title: v.string(),
  slug: v.string(),
  section: v.object({ id: v.string(), title: v.string(), slug: v.string() }),
  version: v.number(),
  changedAt: v.string(),
  changedBy: v.string(),
  placements: v.number(),
  findings: v.object({ stop: v.number(), warn: v.number() }),
  /** Bytes that it loads on a wide screen. */
  bytes: v.number(),
  lead: v.nullable(v.string()),
});

export const PAGE_STATES = ['empty', 'to-mend', 'to-look-at', 'ready', 'binned'] as const;
/** Nothing placed yet; kept back by what was found; anything found; may leave; in the bin. A page may be in several. */
export type PageState = (typeof PAGE_STATES)[number];
export const PAGE_SORTS = ['changed', 'title', 'findings', 'weight'] as const;

export const PageQuerySchema = v.object({
  words: v.optional(v.pipe(v.string(), v.maxLength(200)), ''),
  /** A section, with what lies in it. */
  section: v.optional(IdSchema),
  state: v.optional(v.picklist(PAGE_STATES)),
  sort: v.optional(v.picklist(PAGE_SORTS), 'changed'),
  /** Standing copy instead of pages. */
  copy: v.optional(v.literal('yes')),
  /** Where to go on, as the answer before said in `next`. */
  cursor: v.optional(v.pipe(v.string(), v.maxLength(600))),
  limit: v.optional(whole(1, 200), '50'),
});
export type PageQuery = v.InferOutput<typeof PageQuerySchema>;

const PageListSchema = v.object({
  pages: v.array(PageLineSchema),
  /** Where the next ones begin; null after the last. */
  next: v.nullable(v.string()),
  total: v.number(),
});
export type PageList = v.InferOutput<typeof PageListSchema>;
export type PageLine = v.InferOutput<typeof PageLineSchema>;

const FileSchema = {
  /** Its address. */
  key: v.string(),
  name: v.optional(v.string()),
  part: v.optional(v.string()),
  bytes: v.optional(v.number()),
};
const SourceSchema = v.object({
  ...FileSchema,
  screen: v.optional(v.picklist(['wide', 'narrow'])),
  width: v.number(),
  height: v.number(),
  mime: v.string(),
  codecs: v.optional(v.string()),
  bytes: v.number(),
});
const HeldAssetSchema = v.object({
  id: v.string(),
  kind: v.picklist(['picture', 'film', 'sound', 'document']),
  placard: PlacardSchema,
  terms: v.optional(TermsSchema),
  onFile: v.optional(
    v.object({ state: v.string(), until: v.string(), commercial: v.boolean(), changes: v.boolean() }),
  ),
  addedAt: v.optional(v.string()),
  changes: v.optional(v.array(v.string())),
  width: v.number(),
  height: v.number(),
  duration: v.nullable(v.number()),
  language: v.optional(v.string()),
  pages: v.optional(v.number()),
  focal: v.optional(FocalPointSchema),
  file: v.nullable(v.object({ ...FileSchema, mime: v.string(), bytes: v.number() })),
  binned: v.optional(v.boolean()),
  note: v.optional(v.string()),
  sources: v.array(SourceSchema),
  played: v.optional(v.array(SourceSchema)),
  moves: v.optional(v.boolean()),
  tracks: v.array(
    v.object({
      ...FileSchema,
      kind: v.optional(v.picklist(TRACK_KINDS)),
      language: v.string(),
      label: v.string(),
      said: v.optional(v.array(v.object({ who: v.string(), words: v.string() }))),
    }),
  ),
}) as unknown as v.GenericSchema<unknown, HeldAsset>;

export const readHeld = endpoint({
  method: 'GET',
  path: '/api/assets/{id}/held',
  summary: 'An asset as pages show it, perhaps in a version of its own, each file under its address',
  roles: EVERYONE,
  params: ById,
  query: v.object({ version: v.optional(IdSchema) }),
  answer: HeldAssetSchema,
  problems: [404],
});

export const listPages = endpoint({
  method: 'GET',
  path: '/api/pages',
  summary: 'Pages as they are asked for, some at a time',
  roles: EVERYONE,
  query: PageQuerySchema,
  answer: PageListSchema,
  problems: [400],
});

export const listCopyUses = endpoint({
  method: 'GET',
  path: '/api/pages/{id}/uses',
  summary: 'The pages that use standing copy',
  roles: EVERYONE,
  params: ById,
  answer: v.array(v.object({ id: v.string(), title: v.string() })),
});

/** On which day a page is looked at, and whether by our people; today and by everybody where nothing is said. */
const LookingSchema = v.object({
  on: v.optional(v.pipe(v.string(), v.check(isDay, 'This is no day.'))),
  ours: v.optional(v.literal('yes')),
});

export const proofPage = endpoint({
  method: 'GET',
  path: '/api/pages/{id}/proof',
  summary: 'Where the page can be seen as visitors see it, and what was found in it',
  roles: EVERYONE,
  params: ById,
  query: LookingSchema,
  answer: v.object({
    preview: v.string(),
    version: v.number(),
    findings: v.array(FindingSchema),
    /** What a first visit loads, by how wide the screen is in CSS pixels and how many of its own pixels each has. */
    weights: v.array(v.object({ viewport: v.number(), density: v.number(), bytes: v.number() })),
  }),
  problems: [404, 409],
});

export const handOffPage = endpoint({
  method: 'GET',
  path: '/api/pages/{id}/hand-off',
  summary: 'The page as each destination is given it, with the files it needs',
  roles: EVERYONE,
  params: ById,
  answer: v.object({
    /** Of which version of the page this is. */
    version: v.number(),
    /** Where it can go: by code that is pasted there, or by files from `…/hand-off/{name}`. */
    destinations: v.array(
      v.object({ name: v.string(), does: v.string(), form: v.picklist(['code', 'files']) }),
    ),
    /** What is pasted at each destination that takes code, by its name. */
    codes: v.record(v.string(), v.string()),
    /** What its head says: its description, and the card that other sites make of its address. */
    head: v.string(),
    /** How it stands in lists of pages. */
    listing: v.string(),
    /** Structured data of what the page places: a script element of JSON-LD, for the head. */
    data: v.string(),
    files: v.array(v.object({ path: v.string(), bytes: v.number() })),
    csp: v.record(v.string(), v.array(v.string())),
    /** What the site's Permissions-Policy may be for this page. */
    permissions: v.string(),
    findings: v.array(FindingSchema),
  }),
  problems: [404, 409],
});

export const letFindingGo = endpoint({
  method: 'POST',
  path: '/api/pages/{id}/let-go',
  summary: 'Let a page leave although something was found in it that would keep it back',
  roles: REVIEWERS,
  params: ById,
  body: v.object({
    rule: v.pipe(v.string(), v.maxLength(40)),
    where: v.optional(v.pipe(v.string(), v.maxLength(40)), ''),
    reason: v.pipe(v.string(), v.trim(), v.minLength(3, 'Say why it may go.'), v.maxLength(500)),
  }),
  answer: v.object({ findings: v.array(FindingSchema) }),
  problems: [404],
});

export const holdFindingBack = endpoint({
  method: 'DELETE',
  path: '/api/pages/{id}/let-go/{finding}',
  summary: 'Take back that something was let go',
  roles: REVIEWERS,
  params: v.object({ id: IdSchema, finding: IdSchema }),
  answer: v.object({ findings: v.array(FindingSchema) }),
  problems: [404],
});
