import * as v from 'valibot';
import { jsonLdOfHostedFilm } from '../../credit/jsonld.ts';
import { element, type Markup, type Style } from '../../markup/index.ts';
import { BoxSchema, boxStyle, shownInBox } from '../box.ts';
import { figureOf, FILLS } from '../figure.ts';
import { choiceOf } from '../files.ts';
import { heldKey, wordsAt, type HeldAsset, type Holdings } from '../held.ts';
import { assetData, changedUse, HeldSchema, useOf } from '../heldplacement.ts';
import { HostedFilmSchema } from '../hostedfilm.ts';
import { changedLink, isPlainAddress, linked, LinkAddressSchema, usesOfLink } from '../link.ts';
import { phrase } from '../phrases.ts';
import type { Room, Shown } from '../room.ts';
import { edgeStyle, figureStyle, KnownIdSchema, shownIn, standingIn } from '../standing.ts';
import { stillMarkup } from '../still.ts';
import { kind, type Kind, type PageContext, type RenderContext } from './kind.ts';

const PictureSchema = v.object({
  type: v.literal('picture'),
  attrs: v.object({
    ...HeldSchema.entries,
    /** The version that stands here, where it is another than the asset's own. */
    version: v.optional(v.nullable(KnownIdSchema)),
    /** The box of a ratio that it stands in; its own where nothing is said. */
    box: v.optional(v.nullable(BoxSchema)),
    /** Where a press on it leads, and whether that opens a new window. */
    linksTo: v.optional(v.nullable(LinkAddressSchema)),
    newWindow: v.optional(v.nullable(v.boolean())),
    /** A press on it opens it large, where it leads nowhere else. */
    large: v.optional(v.nullable(v.boolean())),
    /** The film that it opens. */
    film: v.optional(v.nullable(HostedFilmSchema)),
  }),
});

/** A picture that we hold. */
export type Picture = v.InferOutput<typeof PictureSchema>;

/** How wide a picture is shown that was opened large: as wide as the screen has room, in CSS pixels. */
const LARGE: Shown = { width: 1600, share: 1, across: true };

export const picture: Kind<Picture> = kind<Picture>({
  type: 'picture',
  group: 'placement',
  schema: () => PictureSchema,
  uses: (block) => [useOf(block), ...usesOfLink(block.attrs.linksTo)],
  withUses: (block, change) => {
    const changed = changedUse(block, change);
    const { linksTo } = changed.attrs;
    const link = linksTo ? changedLink(linksTo, change) : linksTo;
    return link === linksTo ? changed : { ...changed, attrs: { ...changed.attrs, linksTo: link } };
  },
  shown: (block, use, room, context) =>
    use.as === 'file' ? { width: 0, share: 0, across: false } : shownAs(block, room, context),
  // What it is called as a link is its alt text, which its label may have.
  links: ({ attrs }) =>
    attrs.linksTo
      ? [
          {
            href: attrs.linksTo,
            words: attrs.ownAlt ?? '',
            ...(attrs.newWindow ? { newWindow: true } : {}),
          },
        ]
      : [],
  markup: (block, { context, room }) => {
    const { attrs } = block;
    const asset = context.holdings.get(heldKey(attrs));
    if (!asset) return [];
    const standing = standingIn(room, attrs, context.measures);
    const alt = wordsAt(asset, attrs).alt ?? '';
    const style: Style = {
      ...FILLS,
      ...edgeStyle(attrs, context.edges),
      ...(attrs.box ? boxStyle(attrs.box, asset, asset.focal) : {}),
    };
    const still = stillMarkup(asset, alt, shownAs(block, room, context), style, context);
    return [
      figureOf(
        useOf(block),
        asset,
        figureStyle(standing, context.screen),
        opened(block, still, alt, asset, context),
        context,
      ),
    ];
  },
  data: (block, { context, room }) => {
    const { film, linksTo } = block.attrs;
    const asset = context.holdings.get(heldKey(block.attrs));
    if (!asset) return [];
    const said = assetData(useOf(block), asset, shownAs(block, room, context), context);
    if (!film || !linksTo || !isPlainAddress(linksTo)) return [said];
    const still = choiceOf(asset, room.width).fallback;
    const player = jsonLdOfHostedFilm({
      ...film,
      player: linksTo,
      still: still ? context.addressOf(still) : undefined,
    });
    return [said, [linksTo, player]];
  },
});

function shownAs({ attrs }: Picture, room: Room, { holdings, measures }: PageContext): Shown {
  const shown = shownIn(room, standingIn(room, attrs, measures), attrs.credit);
  const asset = attrs.box ? (holdings as Holdings).get(heldKey(attrs)) : undefined;
  return attrs.box && asset ? shownInBox(shown, attrs.box, asset) : shown;
}

/** The picture with what a press on it does. */
function opened(
  { attrs }: Picture,
  still: Markup,
  alt: string,
  asset: HeldAsset,
  context: RenderContext,
): Markup[] {
  if (attrs.linksTo) return linked({ href: attrs.linksTo, newWindow: attrs.newWindow }, [still], context);
  return attrs.large ? openedLarge(attrs.id, still, alt, asset, context) : [still];
}

/** A press opens the picture large over the page, without script, and Escape or another press closes it (HTML, `popover`). */
function openedLarge(
  place: string,
  still: Markup,
  alt: string,
  asset: HeldAsset,
  context: RenderContext,
): Markup[] {
  const id = `large-${place}`;
  const { language } = context;
  const bare: Style = { border: '0', padding: '0', background: 'none', font: 'inherit', color: 'inherit' };
  return [
    element(
      'button',
      {
        type: 'button',
        popovertarget: id,
        'aria-label': `${phrase('enlarge', language)}${alt && `: ${alt}`}`,
        style: { ...bare, display: 'block', width: '100%', cursor: 'zoom-in' },
      },
      still,
    ),
    element(
      'div',
      {
        id,
        popover: 'auto',
        style: {
          border: '0',
          padding: '0',
          margin: 'auto',
          'max-width': '96vw',
          'max-height': '96vh',
          overflow: 'auto',
          background: '#111',
        },
      },
      element(
        'button',
        {
          type: 'button',
          popovertarget: id,
          popovertargetaction: 'hide',
          style: { ...bare, display: 'block', padding: '10px 14px', color: '#fff', 'margin-left': 'auto' },
        },
        phrase('close', language),
      ),
      stillMarkup(asset, alt, LARGE, { display: 'block', 'max-width': '100%', height: 'auto' }, context),
    ),
  ];
}
