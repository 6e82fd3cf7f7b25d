import * as v from 'valibot';
import { boxMarkup, BoxedSchema } from '../../embed/boxed.ts';
import { embeddedBox } from '../../embed/embedded.ts';
import { element, styled } from '../../markup/index.ts';
import { edgeStyle, figureStyle, shownIn, standingIn, StandingSchema } from '../standing.ts';
import { kind, type Kind } from './kind.ts';

const BoxSchema = v.object({
  type: v.literal('box'),
  attrs: v.object({
    ...StandingSchema.entries,
    boxed: BoxedSchema,
    /** Words under it. */
    caption: v.optional(v.pipe(v.string(), v.maxLength(500))),
  }),
});

/** Somebody else's code that a script draws, kept in a frame that can reach nothing of the page. */
export type Box = v.InferOutput<typeof BoxSchema>;

export const box: Kind<Box> = kind<Box>({
  type: 'box',
  group: 'placement',
  media: true,
  schema: () => BoxSchema,
  embedded: ({ attrs }) => [embeddedBox(attrs.boxed)],
  shown: ({ attrs }, _use, room, { measures }) => shownIn(room, standingIn(room, attrs, measures)),
  words: ({ attrs }) => attrs.boxed.title,
  markup: ({ attrs }, { context, room }) => {
    const standing = standingIn(room, attrs, context.measures);
    const frame = boxMarkup(attrs.boxed);
    return [
      element(
        'figure',
        { style: figureStyle(standing, context.screen) },
        // Its height goes by the width that it has, whatever the page round it leaves of the screen.
        element(
          'div',
          { style: { 'container-type': 'inline-size' } },
          styled(frame, edgeStyle(attrs, context.edges)),
        ),
        ...(attrs.caption ? [element('figcaption', {}, attrs.caption)] : []),
      ),
    ];
  },
});
