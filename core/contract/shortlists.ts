import * as v from 'valibot';
import { EDITORS, endpoint, EVERYONE } from './endpoint.ts';
import { ById, IdSchema } from './holdings.ts';

const NameSchema = v.pipe(v.string(), v.trim(), v.minLength(1, 'Give it a name.'), v.maxLength(120));

export const listShortlists = endpoint({
  method: 'GET',
  path: '/api/shortlists',
  summary: 'The shortlists, with how many assets each has',
  roles: EVERYONE,
  answer: v.array(v.object({ id: v.string(), name: v.string(), assets: v.number(), by: v.string() })),
});

export const createShortlist = endpoint({
  method: 'POST',
  path: '/api/shortlists',
  summary: 'Begin a shortlist',
  roles: EDITORS,
  body: v.object({ name: NameSchema }),
  answer: v.object({ id: v.string() }),
});

export const renameShortlist = endpoint({
  method: 'PATCH',
  path: '/api/shortlists/{id}',
  summary: 'Rename a shortlist',
  roles: EDITORS,
  params: ById,
  body: v.object({ name: NameSchema }),
  answer: v.object({}),
  problems: [404],
});

export const removeShortlist = endpoint({
  method: 'DELETE',
  path: '/api/shortlists/{id}',
  summary: 'Remove a shortlist; its assets stay where they are',
  roles: EDITORS,
  params: ById,
  answer: v.object({}),
  problems: [404],
});

const PickedSchema = v.object({ assets: v.pipe(v.array(IdSchema), v.minLength(1), v.maxLength(5000)) });

export const addToShortlist = endpoint({
  method: 'POST',
  path: '/api/shortlists/{id}/add',
  summary: 'Put assets on a shortlist; answers which were not on it before',
  roles: EDITORS,
  params: ById,
  body: PickedSchema,
  answer: v.object({ assets: v.array(v.string()) }),
  problems: [404],
});

export const takeFromShortlist = endpoint({
  method: 'POST',
  path: '/api/shortlists/{id}/take',
  summary: 'Take assets off a shortlist; answers which were on it',
  roles: EDITORS,
  params: ById,
  body: PickedSchema,
  answer: v.object({ assets: v.array(v.string()) }),
  problems: [404],
});

export const listKeptSearches = endpoint({
  method: 'GET',
  path: '/api/kept-searches',
  summary: 'The searches that whoever asks has kept',
  roles: EVERYONE,
  answer: v.array(v.object({ id: v.string(), name: v.string(), query: v.string() })),
});

export const keepSearch = endpoint({
  method: 'POST',
  path: '/api/kept-searches',
  summary: 'Keep a search under a name; the same name again replaces it',
  roles: EVERYONE,
  body: v.object({
    name: NameSchema,
    /** As it stands in the address bar (application/x-www-form-urlencoded). */
    query: v.pipe(v.string(), v.maxLength(2000)),
  }),
  answer: v.object({ id: v.string() }),
});

export const dropSearch = endpoint({
  method: 'DELETE',
  path: '/api/kept-searches/{id}',
  summary: 'Keep a search no longer',
  roles: EVERYONE,
  params: ById,
  answer: v.object({}),
  problems: [404],
});
