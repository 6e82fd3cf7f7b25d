import * as v from 'valibot';
import { jsonLdOfHostedFilm } from '../../credit/jsonld.ts';
import { CENTRE } from '../../geometry/rectangle.ts';
import { element, type Element, type Markup, type Style } from '../../markup/index.ts';
import { AspectRatioSchema, type AspectRatio } from '../aspectratio.ts';
import { ratioStyle, shownInRatio } from '../inratio.ts';
import { figureOf, FILLS } from '../figure.ts';
import { choiceOf } from '../files.ts';
import { heldKey, wordsAt, type HeldAsset, type Holdings } from '../held.ts';
import { assetData, changedUse, HeldSchema, useOf } from '../heldplacement.ts';
import { HostedFilmSchema } from '../hostedfilm.ts';
import { changedLink, isPlainAddress, linked, LinkAddressSchema, usesOfLink } from '../link.ts';
import { loopMarkup, standingStill } from '../loop.ts';
import { phrase } from '../phrases.ts';
import type { AvailableWidth, Shown } from '../availablewidth.ts';
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
    box: v.optional(v.nullable(AspectRatioSchema)),
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
  media: true,
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
    const box = boxIn(block, room);
    const style: Style = {
      ...FILLS,
      ...edgeStyle(attrs, context.edges),
      ...(box ? ratioStyle(box, asset, asset.focal) : {}),
    };
    const shown = shownAs(block, room, context);
    const figure = figureStyle(standing, context.screen);
    if (attrs.linksTo == null && !room.filled?.cover && !room.filled?.still) {
      const loop = loopMarkup(asset, alt, shown, style, context);
      if (loop) return [figureOf(useOf(block), asset, figure, [loop], context)];
    }
    if (room.filled?.cover) return [covering(asset, alt, shown, context)];
    const still = stillMarkup(standingStill(asset), alt, shown, style, context);
    if (room.filled?.still) return [figureOf(useOf(block), asset, figure, [still], context)];
    return [
      figureOf(
        useOf(block),
        asset,
        figure,
        opened(block, still, alt, asset, context, room.filled?.large),
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

/** The box that it stands in: what holds it may have one for it. */
const boxIn = ({ attrs }: Picture, { filled }: AvailableWidth): AspectRatio | null =>
  filled?.box ?? attrs.box ?? null;

function shownAs(block: Picture, room: AvailableWidth, { holdings, measures }: PageContext): Shown {
  const { attrs } = block;
  const shown = shownIn(room, standingIn(room, attrs, measures), attrs.credit);
  const box = boxIn(block, room);
  const cover = room.filled?.cover;
  const asset = box || cover ? (holdings as Holdings).get(heldKey(attrs)) : undefined;
  if (asset && cover) return shownBehind(shown, asset, cover);
  return box && asset ? shownInRatio(shown, box, asset) : shown;
}

/** How wide a picture is drawn that lies behind something, so that it covers it, with the part that narrow screens have. */
function shownBehind(shown: Shown, asset: HeldAsset, cover: { wide: number; narrow: number }): Shown {
  const other = asset.sources.find(({ screen }) => screen === 'narrow') ?? asset;
  const zoom = (of: { width: number; height: number }, ratio: number) =>
    Math.max(1, of.width / of.height / ratio);
  const [wide, narrow] = [zoom(asset, cover.wide), zoom(other, cover.narrow)];
  return {
    width: Math.ceil(shown.width * wide),
    share: shown.share * narrow,
    ...(shown.less ? { less: shown.less * narrow } : {}),
    wide: { share: (shown.wide?.share ?? 1) * wide, less: (shown.wide?.less ?? 0) * wide },
    across: false,
  };
}

/** A picture that covers what it lies in, round its focal point, whatever the shape of that. */
function covering(asset: HeldAsset, alt: string, shown: Shown, context: RenderContext): Element {
  const { x, y } = asset.focal ?? CENTRE;
  const still = stillMarkup(
    standingStill(asset),
    alt,
    shown,
    {
      display: 'block',
      position: 'absolute',
      inset: '0',
      width: '100%',
      height: '100%',
      'object-fit': 'cover',
      'object-position': `${Math.round(x * 1000) / 10}% ${Math.round(y * 1000) / 10}%`,
    },
    context,
  );
  return element('figure', { style: { position: 'absolute', inset: '0', margin: '0' } }, still);
}

/** The picture with what a press on it does. */
function opened(
  { attrs }: Picture,
  still: Markup,
  alt: string,
  asset: HeldAsset,
  context: RenderContext,
  large = false,
): Markup[] {
  if (attrs.linksTo) return linked({ href: attrs.linksTo, newWindow: attrs.newWindow }, [still], context);
  return (attrs.large ?? large) ? openedLarge(attrs.id, still, alt, asset, context) : [still];
}

/**
 * A press opens the picture large over the page, without script, and Escape or another press closes it: as a dialog that
 * keeps the focus (HTML, `commandfor`), or where a browser does not know that, as what pops over the page (`popover`).
 */
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
        commandfor: id,
        command: 'show-modal',
        popovertarget: id,
        'aria-haspopup': 'dialog',
        'aria-label': `${phrase('enlarge', language)}${alt && `: ${alt}`}`,
        style: { ...bare, display: 'block', width: '100%', cursor: 'zoom-in' },
      },
      still,
    ),
    element(
      'dialog',
      {
        id,
        popover: 'auto',
        closedby: 'any',
        'aria-label': alt || phrase('enlarge', language),
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
          commandfor: id,
          command: 'close',
          popovertarget: id,
          popovertargetaction: 'hide',
          autofocus: true,
          style: { ...bare, display: 'block', padding: '10px 14px', color: '#fff', 'margin-left': 'auto' },
        },
        phrase('close', language),
      ),
      stillMarkup(asset, alt, LARGE, { display: 'block', 'max-width': '100%', height: 'auto' }, context),
    ),
  ];
}
