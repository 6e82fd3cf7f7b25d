import * as v from 'valibot';
import { PageDocumentSchema, type PageDocument } from '../page/document.ts';
import { FindingSchema } from '../proof/finding.ts';
import { DroppedSchema } from '../embed/dropped.ts';
import { FrameSchema } from '../embed/frame.ts';
import { EDITORS, endpoint, EVERYONE, REVIEWERS } from './endpoint.ts';
import { ById, IdSchema } from './holdings.ts';

const DocumentSchema = PageDocumentSchema as v.GenericSchema<PageDocument>;
const TitleSchema = v.pipe(v.string(), v.trim(), v.minLength(1, 'A page needs a title.'), v.maxLength(200));

export const PageLineSchema = v.object({
  id: v.string(),
  title: v.string(),
  slug: v.string(),
  section: v.object({ id: v.string(), title: v.string(), slug: v.string() }),
  version: v.number(),
  changedAt: v.string(),
  changedBy: v.string(),
  placements: v.number(),
  findings: v.object({ stop: v.number(), warn: v.number() }),
  lead: v.nullable(v.string()),
});
export type PageLine = v.InferOutput<typeof PageLineSchema>;

export const PageSchema = v.object({
  id: v.string(),
  title: v.string(),
  slug: v.string(),
  section: v.object({ id: v.string(), title: v.string(), slug: v.string() }),
  version: v.number(),
  document: DocumentSchema,
  changedAt: v.string(),
  changedBy: v.string(),
});
export type Page = v.InferOutput<typeof PageSchema>;

const SavedSchema = v.object({
  version: v.number(),
  changedAt: v.string(),
  findings: v.array(FindingSchema),
});

export const listPages = endpoint({
  method: 'GET',
  path: '/api/pages',
  summary: 'All pages, last changed first',
  roles: EVERYONE,
  answer: v.array(PageLineSchema),
});

export const createPage = endpoint({
  method: 'POST',
  path: '/api/pages',
  summary: 'Begin a page',
  roles: EDITORS,
  body: v.object({ title: TitleSchema, section: IdSchema, document: v.optional(DocumentSchema) }),
  answer: PageSchema,
  problems: [422],
});

export const readPage = endpoint({
  method: 'GET',
  path: '/api/pages/{id}',
  summary: 'One page with its body',
  roles: EVERYONE,
  params: ById,
  answer: PageSchema,
  problems: [404],
});

export const savePage = endpoint({
  method: 'PUT',
  path: '/api/pages/{id}',
  summary: 'Save a page; refused when somebody saved it since `version`',
  roles: EDITORS,
  params: ById,
  body: v.object({ version: v.number(), title: TitleSchema, document: DocumentSchema }),
  answer: SavedSchema,
  problems: [404, 409, 422],
});

export const proofPage = endpoint({
  method: 'GET',
  path: '/api/pages/{id}/proof',
  summary: 'Where the page can be seen as visitors see it, and what was found in it',
  roles: EVERYONE,
  params: ById,
  answer: v.object({
    preview: v.string(),
    version: v.number(),
    findings: v.array(FindingSchema),
    weights: v.array(v.object({ viewport: v.number(), bytes: v.number() })),
  }),
  problems: [404],
});

export const handOffPage = endpoint({
  method: 'GET',
  path: '/api/pages/{id}/hand-off',
  summary: 'The page as clean HTML, with the files it needs',
  roles: EVERYONE,
  params: ById,
  answer: v.object({
    html: v.string(),
    /** Structured data of what the page places: a script element of JSON-LD, for the head. */
    data: v.string(),
    files: v.array(v.object({ path: v.string(), bytes: v.number() })),
    csp: v.record(v.string(), v.array(v.string())),
    findings: v.array(FindingSchema),
    zip: v.string(),
  }),
  problems: [404, 409],
});

export const UnpackedSchema = v.object({
  html: v.string(),
  frame: v.nullable(FrameSchema),
  dropped: v.array(DroppedSchema),
  origins: v.array(v.string()),
  csp: v.record(v.string(), v.array(v.string())),
  findings: v.array(FindingSchema),
});

const StandingSchema = v.picklist(['approved', 'unreviewed', 'refused']);

export const unpackEmbed = endpoint({
  method: 'POST',
  path: '/api/embeds/unpack',
  summary: 'Take pasted embed code apart and keep what is safe',
  roles: EVERYONE,
  body: v.object({ code: v.pipe(v.string(), v.maxLength(2_000_000)) }),
  answer: v.object({
    unpacked: UnpackedSchema,
    host: v.nullable(v.object({ host: v.string(), standing: StandingSchema })),
  }),
});

export const previewEmbed = endpoint({
  method: 'POST',
  path: '/api/embeds/preview',
  summary: 'An address on the users’-content origin that shows this frame as visitors get it',
  roles: EVERYONE,
  body: v.object({ frame: FrameSchema }),
  answer: v.object({ preview: v.string() }),
});

export const listHosts = endpoint({
  method: 'GET',
  path: '/api/hosts',
  summary: 'The hosts of embeds and how we stand to them',
  roles: EVERYONE,
  answer: v.array(v.object({ host: v.string(), standing: StandingSchema, note: v.string() })),
});

export const reviewHost = endpoint({
  method: 'PUT',
  path: '/api/hosts/{host}',
  summary: 'Approve or refuse a host',
  roles: REVIEWERS,
  params: v.object({
    host: v.pipe(
      v.string(),
      v.toLowerCase(),
      v.regex(/^[a-z0-9.\-[\]:]{1,255}$/, 'This is not a host name.'),
    ),
  }),
  body: v.object({ standing: StandingSchema, note: v.optional(v.pipe(v.string(), v.maxLength(500)), '') }),
  answer: v.object({}),
});
