import * as v from 'valibot';

/** What windows are told of when it changes. */
export const CHANGED_KINDS = [
  'arrival',
  'asset',
  'page',
  'host',
  'outside',
  'film',
  'shortlist',
  'search',
  'prep-sheet',
  'batch',
  'label-sheet',
  'permission',
  'site',
] as const;
export type ChangedKind = (typeof CHANGED_KINDS)[number];

/**
 * The data of a `changed` event (server-sent events, `GET /api/events`): the ids of what changed by their kinds, or
 * `all` where they are too many to tell.
 */
export const ChangedSchema = v.partial(
  v.object(
    Object.fromEntries(
      CHANGED_KINDS.map((kind) => [kind, v.union([v.literal('all'), v.array(v.string())])]),
    ) as Record<
      ChangedKind,
      v.UnionSchema<
        [v.LiteralSchema<'all', undefined>, v.ArraySchema<v.StringSchema<undefined>, undefined>],
        undefined
      >
    >,
  ),
);
export type Changed = v.InferOutput<typeof ChangedSchema>;
