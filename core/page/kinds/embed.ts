import * as v from 'valibot';
import { jsonLdOfHostedFilm } from '../../credit/jsonld.ts';
import { embeddedFrame } from '../../embed/embedded.ts';
import { playing } from '../../embed/address.ts';
import { frameMarkup, FrameSchema, RatioSchema, type Frame } from '../../embed/frame.ts';
import { stillDocument } from '../../embed/onclick.ts';
import { element, styled } from '../../markup/index.ts';
import { figureOf } from '../figure.ts';
import { choiceOf } from '../files.ts';
import type { HeldAsset, Use } from '../held.ts';
import { HostedFilmSchema } from '../hostedfilm.ts';
import { phrase } from '../phrases.ts';
import { NARROW, type Shown } from '../availablewidth.ts';
import {
  edgeStyle,
  FIRST_STANDING,
  figureStyle,
  KnownIdSchema,
  shownIn,
  standingIn,
  StandingSchema,
} from '../standing.ts';
import { stillMarkup } from '../still.ts';
import { kind, type ForeignElement, type Kind, type Reading, type RenderContext } from './kind.ts';

const EmbedSchema = v.object({
  type: v.literal('embed'),
  attrs: v.object({
    ...StandingSchema.entries,
    frame: FrameSchema,
    /** Its ratio on narrow screens, where that is another one. */
    narrow: v.optional(v.nullable(RatioSchema)),
    /** The picture of ours that stands there until somebody presses it; null where the frame loads by itself. */
    still: v.optional(v.nullable(KnownIdSchema)),
    /** Words under it. */
    caption: v.optional(v.pipe(v.string(), v.maxLength(500))),
    film: v.optional(v.nullable(HostedFilmSchema)),
  }),
});

/** Somebody else's content in a frame. */
export type Embed = v.InferOutput<typeof EmbedSchema>;

const usesOf = ({ attrs: { id, still, frame, caption } }: Embed): Use[] =>
  still
    ? [
        {
          id,
          asset: still,
          as: 'picture',
          ownAlt: frame.title,
          ownCaption: caption ?? '',
          linksTo: frame.src,
        },
      ]
    : [];

export const embed: Kind<Embed> = kind<Embed>({
  type: 'embed',
  group: 'placement',
  media: true,
  schema: () => EmbedSchema,
  embedded: ({ attrs }) => [embeddedFrame(attrs.frame)],
  uses: usesOf,
  withUses: (block, change) => {
    const [before] = usesOf(block);
    if (!before) return block;
    const after = change(before);
    return after.asset === before.asset ? block : { ...block, attrs: { ...block.attrs, still: after.asset } };
  },
  shown: ({ attrs }, _use, room, { measures }) => shownIn(room, standingIn(room, attrs, measures)),
  words: ({ attrs }) => attrs.frame.title,
  markup: (block, { context, room }) => {
    const { attrs } = block;
    const { screen = '100vw', edges } = context;
    const standing = standingIn(room, attrs, context.measures);
    const style = figureStyle(standing, screen);
    const [use] = usesOf(block);
    const asset = use && context.holdings.get(use.asset);
    const look = {
      narrow: attrs.narrow ? { ...attrs.narrow, below: belowNarrow(screen) } : undefined,
      plays: Boolean(asset),
      srcdoc: asset && stillOf(attrs.frame, asset, shownIn(room, standing), context),
    };
    const frame = styled(frameMarkup(attrs.frame, look), edgeStyle(attrs, edges));
    // The still has a credit of its own.
    if (use && asset) return [figureOf(use, asset, style, [frame], context)];
    const caption = attrs.caption ? [element('figcaption', {}, attrs.caption)] : [];
    return [element('figure', { style }, frame, ...caption)];
  },
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
  data: ({ attrs: { film, frame, still } }, { context, room }) => {
    if (!film) return [];
    const asset = still ? context.holdings.get(still) : undefined;
    const file = asset && choiceOf(asset, room.width).fallback;
    const about = { ...film, player: frame.src, ...(file ? { still: context.addressOf(file) } : {}) };
    return [[frame.src, jsonLdOfHostedFilm(about)]];
  },
});

/** The page in the frame until somebody presses it. */
const stillOf = (
  { src, title, permissions }: Frame,
  asset: HeldAsset,
  { width }: Shown,
  context: RenderContext,
): string => {
  const { language = 'en' } = context;
  const told = `${phrase('loadsFrom', language)} ${new URL(src).host}`;
  const covers = { position: 'absolute', inset: '0', width: '100%', height: '100%', 'object-fit': 'cover' };
  // What the screen is to it is the frame.
  const shown = { width, share: 1, across: false };
  const still = stillMarkup(asset, '', shown, covers, context);
  return stillDocument(
    { src: playing(src, permissions), title, play: phrase('play', language), told, language },
    still,
  );
};

/** One of two lengths, by whether the screen is narrow: see `figureStyle`. */
const belowNarrow = (screen: string) => (narrow: string, wide: string) => {
  const taller = Number.parseFloat(narrow) > Number.parseFloat(wide);
  return taller
    ? `clamp(${wide},(${NARROW}px - ${screen}) * 999,${narrow})`
    : `clamp(${narrow},(${screen} - ${NARROW}px) * 999,${wide})`;
};
