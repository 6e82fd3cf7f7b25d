import * as v from 'valibot';
import { PageDocumentSchema } from '../page/document.ts';
import { PageFactsSchema } from '../page/facts.ts';
import { ScheduleSchema } from '../page/schedule.ts';
import { FindingSchema } from '../proof/finding.ts';
import { EDITORS, endpoint, EVERYONE } from './endpoint.ts';
import { ById, IdSchema } from './holdings.ts';
import { TitleSchema } from './pages.ts';

export const PageSchema = v.object({
  id: v.string(),
  title: v.string(),
  slug: v.string(),
  section: v.object({ id: v.string(), title: v.string(), slug: v.string() }),
  version: v.number(),
  document: PageDocumentSchema,
  facts: PageFactsSchema,
  /** When and for whom it is shown; null for always and for everybody. */
  shown: v.nullable(ScheduleSchema),
  /** Where it stands in the site: a path from its root. */
  address: v.string(),
  /** Where it stood before, the last first; these lead on. */
  formerAddresses: v.array(v.string()),
  /** It lies in the bin. */
  binned: v.boolean(),
  /** It is standing copy: kept once, and shown in the pages that use it. */
  copy: v.boolean(),
  changedAt: v.string(),
  changedBy: v.string(),
});
export type Page = v.InferOutput<typeof PageSchema>;

export const createPage = endpoint({
  method: 'POST',
  path: '/api/pages',
  summary: 'Begin a page',
  roles: EDITORS,
  body: v.object({
    title: TitleSchema,
    section: IdSchema,
    document: v.optional(PageDocumentSchema),
    /** True for standing copy. */
    copy: v.optional(v.boolean()),
  }),
  answer: PageSchema,
  problems: [409, 422],
});

export const readPage = endpoint({
  method: 'GET',
  path: '/api/pages/{id}',
  summary: 'One page with its body',
  roles: EVERYONE,
  params: ById,
  answer: PageSchema,
  problems: [404, 409],
});

const SavedSchema = v.object({
  version: v.number(),
  changedAt: v.string(),
  findings: v.array(FindingSchema),
});

export const savePage = endpoint({
  method: 'PUT',
  path: '/api/pages/{id}',
  summary: 'Save a page; refused when somebody saved it since `version`',
  roles: EDITORS,
  params: ById,
  body: v.object({
    version: v.number(),
    title: TitleSchema,
    document: PageDocumentSchema,
    /** As they were, where nothing is said. */
    facts: v.optional(PageFactsSchema),
    shown: v.optional(v.nullable(ScheduleSchema)),
    /** This save’s own id: sent again because no answer came, it is the same one. */
    save: v.optional(v.pipe(v.string(), v.regex(/^[\w-]{6,40}$/))),
  }),
  answer: SavedSchema,
  problems: [404, 409, 422],
});
