import * as v from 'valibot';
import { jsonLdOfHostedFilm } from '../../credit/jsonld.ts';
import { frameMarkup, FrameSchema } from '../../embed/frame.ts';
import { element, styled } from '../../markup/index.ts';
import { HostedFilmSchema } from '../hostedfilm.ts';
import { edgeStyle, FIRST_STANDING, figureStyle, shownIn, standingIn, StandingSchema } from '../standing.ts';
import { kind, type ForeignElement, type Kind, type Reading } from './kind.ts';

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
  shown: ({ attrs }, _use, room, { measures }) => shownIn(room, standingIn(room, attrs, measures)),
  words: ({ attrs }) => attrs.frame.title,
  markup: ({ attrs }, { context, room }) => [
    element(
      'figure',
      { style: figureStyle(standingIn(room, attrs, context.measures), context.screen) },
      styled(frameMarkup(attrs.frame), edgeStyle(attrs, context.edges)),
      ...(attrs.caption ? [element('figcaption', {}, attrs.caption)] : []),
    ),
  ],
  reads: Object.fromEntries(
    ['iframe', 'object', 'embed'].map((name) => [
      name,
      (element: ForeignElement, reading: Reading) => {
        const frame = reading.frame(element);
        const attrs = { id: reading.newId(), ...FIRST_STANDING, position: 'centred', frame };
        return frame ? [{ type: 'embed', attrs }] : [];
      },
    ]),
  ),
  data: ({ attrs: { film, frame } }) =>
    film ? [[frame.src, jsonLdOfHostedFilm({ ...film, player: frame.src })]] : [],
});
