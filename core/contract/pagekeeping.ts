import * as v from 'valibot';
import { PageDocumentSchema } from '../page/document.ts';
import { PageFactsSchema } from '../page/facts.ts';
import { ScheduleSchema } from '../page/schedule.ts';
import { EDITORS, endpoint, EVERYONE } from './endpoint.ts';
import { ById, IdSchema } from './holdings.ts';
import { TitleSchema } from './pages.ts';
import { PageSchema } from './pagewriting.ts';

/** The longest name of a page in its address. */
const SlugSchema = v.pipe(
  v.string(),
  v.regex(
    /^[a-z0-9]+(?:-[a-z0-9]+)*$/,
    'An address is made of lower-case letters, numbers and single hyphens.',
  ),
  v.maxLength(80),
);

export const movePage = endpoint({
  method: 'PATCH',
  path: '/api/pages/{id}',
  summary: 'Rename a page, give it another address or section; former addresses lead on',
  roles: EDITORS,
  params: ById,
  body: v.object({
    title: v.optional(TitleSchema),
    slug: v.optional(SlugSchema),
    section: v.optional(IdSchema),
  }),
  answer: PageSchema,
  problems: [404, 409, 422],
});

export const copyPage = endpoint({
  method: 'POST',
  path: '/api/pages/{id}/copy',
  summary: 'Begin a page from another one',
  roles: EDITORS,
  params: ById,
  body: v.object({ title: TitleSchema, section: v.optional(IdSchema) }),
  answer: PageSchema,
  problems: [404, 409, 422],
});

export const arrangePages = endpoint({
  method: 'POST',
  path: '/api/pages/arrange',
  summary: 'Move many pages, put them into the bin, bring them back, or take them away for good',
  roles: EDITORS,
  body: v.object({
    pages: v.pipe(v.array(IdSchema), v.minLength(1), v.maxLength(500)),
    to: v.variant('do', [
      v.object({ do: v.literal('move'), section: IdSchema }),
      v.object({ do: v.literal('bin') }),
      v.object({ do: v.literal('restore') }),
      v.object({ do: v.literal('remove') }),
    ]),
  }),
  answer: v.object({
    /** How many it was done to. */
    done: v.number(),
    /** Pages that link to some of them, where those do not exist for visitors any more. */
    linkedFrom: v.array(v.object({ id: v.string(), title: v.string() })),
  }),
  problems: [404, 409],
});

export const forgetAddress = endpoint({
  method: 'DELETE',
  path: '/api/pages/{id}/addresses',
  summary: 'Let a former address of a page lead on no more',
  roles: EDITORS,
  params: ById,
  query: v.object({ address: v.pipe(v.string(), v.maxLength(600)) }),
  answer: v.object({}),
  problems: [404],
});

export const followAddress = endpoint({
  method: 'GET',
  path: '/api/addresses',
  summary: 'Which page stands at an address of the site, or stood there once',
  roles: EVERYONE,
  query: v.object({ address: v.pipe(v.string(), v.maxLength(600)) }),
  answer: v.object({ page: v.string(), address: v.string() }),
  problems: [404],
});

export const readLinkedPages = endpoint({
  method: 'GET',
  path: '/api/linked-pages',
  summary: 'Pages as links to them need to know them',
  roles: EVERYONE,
  query: v.object({ ids: v.pipe(v.string(), v.maxLength(4000)) }),
  answer: v.array(
    v.object({ id: v.string(), title: v.string(), address: v.string(), anchors: v.array(v.string()) }),
  ),
});

export const findPlaces = endpoint({
  method: 'GET',
  path: '/api/places',
  summary: 'Places in pages that links can lead to, by their words',
  roles: EVERYONE,
  query: v.object({ words: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(200)) }),
  answer: v.array(v.object({ page: v.string(), title: v.string(), anchor: v.string(), words: v.string() })),
});

const PageVersionLineSchema = v.object({
  number: v.number(),
  title: v.string(),
  at: v.string(),
  by: v.string(),
  how: v.picklist(['written', 'swapped']),
  handedOffAt: v.nullable(v.string()),
});
export type PageVersionLine = v.InferOutput<typeof PageVersionLineSchema>;

const PageVersionSchema = v.object({
  ...PageVersionLineSchema.entries,
  document: PageDocumentSchema,
  facts: PageFactsSchema,
  shown: v.nullable(ScheduleSchema),
});
export type PageVersion = v.InferOutput<typeof PageVersionSchema>;

export const tookPage = endpoint({
  method: 'POST',
  path: '/api/pages/{id}/handed-off',
  summary: 'Say that a version of a page was taken somewhere, so that it is kept',
  roles: EVERYONE,
  params: ById,
  body: v.object({ version: v.pipe(v.number(), v.integer(), v.minValue(1)) }),
  answer: v.object({}),
  problems: [404, 409],
});

export const listPageVersions = endpoint({
  method: 'GET',
  path: '/api/pages/{id}/versions',
  summary: 'The versions that are kept of a page, newest first',
  roles: EVERYONE,
  params: ById,
  answer: v.array(PageVersionLineSchema),
  problems: [404],
});

export const readPageVersion = endpoint({
  method: 'GET',
  path: '/api/pages/{id}/versions/{number}',
  summary: 'What a page was in one of its versions',
  roles: EVERYONE,
  params: v.object({ id: IdSchema, number: v.pipe(v.string(), v.regex(/^[1-9]\d{0,8}$/)) }),
  answer: PageVersionSchema,
  problems: [404, 409],
});
