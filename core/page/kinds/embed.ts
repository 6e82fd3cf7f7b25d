import * as v from 'valibot';
import { jsonLdOfHostedFilm } from '../../credit/jsonld.ts';
import { frameMarkup, FrameSchema } from '../../embed/frame.ts';
import { element } from '../../markup/index.ts';
import { HostedFilmSchema } from '../hostedfilm.ts';
import { figureStyle, shownIn, standingIn, StandingSchema } from '../standing.ts';
import { kind, type Kind } from './kind.ts';

const EmbedSchema = v.object({
  type: v.literal('embed'),
  attrs: v.object({
    ...StandingSchema.entries,
    frame: FrameSchema,
    /** Words under it. */
    caption: v.optional(v.pipe(v.string(), v.maxLength(500))),
    film: v.optional(v.nullable(HostedFilmSchema)),
  }),
});

/** Somebody else's content in a frame. */
export type Embed = v.InferOutput<typeof EmbedSchema>;

export const embed: Kind<Embed> = kind<Embed>({
  type: 'embed',
  group: 'placement',
  schema: () => EmbedSchema,
  frames: ({ attrs }) => [attrs.frame],
  shown: ({ attrs }, _use, room, measures) => shownIn(room, standingIn(room, attrs, measures)),
  words: ({ attrs }) => attrs.frame.title,
  markup: ({ attrs }, { context, room }) => [
    element(
      'figure',
      { style: figureStyle(standingIn(room, attrs, context.measures), context.screen) },
      frameMarkup(attrs.frame),
      ...(attrs.caption ? [element('figcaption', {}, attrs.caption)] : []),
    ),
  ],
  data: ({ attrs: { film, frame } }) =>
    film ? [[frame.src, jsonLdOfHostedFilm({ ...film, player: frame.src })]] : [],
});
