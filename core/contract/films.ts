import * as v from 'valibot';
import { LanguageSchema } from './language.ts';
import { FrameSchema } from '../embed/frame.ts';
import { EDITORS, endpoint, EVERYONE, NumberOfPageSchema } from './endpoint.ts';
import { ById, IdSchema } from './holdings.ts';

const HostedFilmSchema = v.object({
  title: v.string(),
  owner: v.string(),
  /** Its length; 0 where the host does not say. */
  seconds: v.number(),
  /** The film's page on the host. */
  page: v.string(),
  /** The address of a still of it, and a small picture of that on the users'-content origin. */
  still: v.string(),
  preview: v.nullable(v.string()),
  /** Its player, with the least power it needs. */
  frame: FrameSchema,
});
export type HostedFilm = v.InferOutput<typeof HostedFilmSchema>;

export const searchFilms = endpoint({
  method: 'GET',
  path: '/api/gather/films',
  summary: 'Search the video host',
  roles: EDITORS,
  query: v.object({
    words: v.optional(v.pipe(v.string(), v.maxLength(200)), ''),
    page: NumberOfPageSchema,
  }),
  answer: v.object({ name: v.string(), total: v.number(), films: v.array(HostedFilmSchema) }),
  problems: [422],
});

export const AUDIENCES = ['everyone', 'ours', 'named'] as const;

const SentFilmSchema = v.object({
  id: v.string(),
  host: v.string(),
  title: v.string(),
  audience: v.picklist(AUDIENCES),
  state: v.picklist(['sending', 'there', 'failed']),
  /** Bytes gone so far, of all. */
  sent: v.number(),
  bytes: v.number(),
  says: v.nullable(v.string()),
  /** The film's page on the host; null until it is there. */
  page: v.nullable(v.string()),
  frame: v.nullable(FrameSchema),
});
export type SentFilm = v.InferOutput<typeof SentFilmSchema>;

export const listSentFilms = endpoint({
  method: 'GET',
  path: '/api/assets/{id}/sent',
  summary: 'Where a film of ours has been sent',
  roles: EVERYONE,
  params: ById,
  answer: v.object({ host: v.nullable(v.string()), sent: v.array(SentFilmSchema) }),
});

const MailSchema = v.pipe(v.string(), v.trim(), v.email('This is not a mail address.'));

export const sendFilm = endpoint({
  method: 'POST',
  path: '/api/assets/{id}/send',
  summary: 'Send a film of ours to the video host',
  roles: EDITORS,
  params: ById,
  body: v.object({
    title: v.pipe(v.string(), v.trim(), v.minLength(1, 'Give the film a title.'), v.maxLength(300)),
    description: v.optional(v.pipe(v.string(), v.maxLength(5000)), ''),
    language: LanguageSchema,
    /** The language of the captions track that goes along. */
    captions: v.optional(v.nullable(v.string()), null),
    audience: v.picklist(AUDIENCES),
    people: v.optional(v.pipe(v.array(MailSchema), v.maxLength(200)), []),
  }),
  answer: v.object({ id: v.string() }),
  problems: [404, 422],
});

export const forgetSentFilm = endpoint({
  method: 'DELETE',
  path: '/api/sent-films/{id}',
  summary: 'Stop sending a film, or forget where it was sent; what the host has stays there',
  roles: EDITORS,
  params: v.object({ id: IdSchema }),
  answer: v.object({}),
  problems: [404],
});
