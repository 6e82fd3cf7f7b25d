import * as v from 'valibot';
import { jsonLdOfHostedFilm } from '../../credit/jsonld.ts';
import { element, type Element } from '../../markup/index.ts';
import { figureOf, FILLS } from '../figure.ts';
import { choiceOf } from '../files.ts';
import { heldKey, wordsAt, type HeldAsset, type HeldFile, type Source } from '../held.ts';
import { assetData, changedUse, HeldSchema, useOf } from '../heldplacement.ts';
import { HostedFilmSchema } from '../hostedfilm.ts';
import { BELOW_NARROW, narrowSize, sizesOf, type Shown } from '../room.ts';
import { figureStyle, KnownIdSchema, shownIn, standingIn } from '../standing.ts';
import { linked, LinkAddressSchema } from '../words.ts';
import { kind, type Kind } from './kind.ts';

const PictureSchema = v.object({
  type: v.literal('picture'),
  attrs: v.object({
    ...HeldSchema.entries,
    /** The version that stands here, where it is another than the asset's own. */
    version: v.optional(v.nullable(KnownIdSchema)),
    /** Where a press on it leads. */
    linksTo: v.optional(v.nullable(LinkAddressSchema)),
    /** The film that it opens. */
    film: v.optional(v.nullable(HostedFilmSchema)),
  }),
});

/** A picture that we hold. */
export type Picture = v.InferOutput<typeof PictureSchema>;

export const picture: Kind<Picture> = kind<Picture>({
  type: 'picture',
  group: 'placement',
  schema: () => PictureSchema,
  uses: (block) => [useOf(block)],
  withUses: changedUse,
  shown: ({ attrs }, _use, room, measures) => shownIn(room, standingIn(room, attrs, measures), attrs.credit),
  // What it is called as a link is its alt text, which its label may have.
  links: ({ attrs }) => (attrs.linksTo ? [{ href: attrs.linksTo, words: attrs.ownAlt ?? '' }] : []),
  markup: (block, { context, room }) => {
    const { attrs } = block;
    const asset = context.holdings.get(heldKey(attrs));
    if (!asset) return [];
    const standing = standingIn(room, attrs, context.measures);
    const still = pictureMarkup(
      asset,
      wordsAt(asset, attrs).alt ?? '',
      shownIn(room, standing, attrs.credit),
      context.addressOf,
    );
    return [
      figureOf(
        useOf(block),
        asset,
        figureStyle(standing, context.screen),
        attrs.linksTo ? linked(attrs.linksTo, still) : still,
        context,
      ),
    ];
  },
  reads: {
    img: (element, reading) => {
      const address = reading.attribute(element, 'src') ?? reading.attribute(element, 'data-src');
      const alt = reading.attribute(element, 'alt') ?? null;
      if (address) reading.media({ kind: 'picture', address, alt });
      return [];
    },
  },
  data: (block, { context, room }) => {
    const { film, linksTo } = block.attrs;
    const asset = context.holdings.get(heldKey(block.attrs));
    if (!asset) return [];
    const said = assetData(
      useOf(block),
      asset,
      picture.shown(block, useOf(block), room, context.measures),
      context,
    );
    if (!film || !linksTo) return [said];
    const still = choiceOf(asset, room.width).fallback;
    const player = jsonLdOfHostedFilm({
      ...film,
      player: linksTo,
      still: still ? context.addressOf(still) : undefined,
    });
    return [said, [linksTo, player]];
  },
});

/** The files of a picture for a browser to choose from; the one that there is where nothing is to be chosen. */
function pictureMarkup(
  asset: HeldAsset,
  alt: string,
  shown: Shown,
  addressOf: (file: HeldFile) => string,
): Element {
  const choice = choiceOf(asset, shown.width);
  const srcset = (files: readonly Source[]) =>
    files.map((file) => `${addressOf(file)} ${file.width}w`).join(', ');
  const img = (
    src: string,
    width: number,
    height: number,
    sources: { srcset?: string; sizes?: string } = {},
  ) =>
    element('img', { src, ...sources, width, height, alt, loading: 'lazy', decoding: 'async', style: FILLS });
  if (choice.drawing) return img(addressOf(choice.drawing), asset.width, asset.height);
  const sizes = sizesOf(shown);
  const narrow = choice.narrow.map(({ mime, files }) =>
    // The pixels of the other part are said too, so that nothing jumps while it loads.
    element('source', {
      media: BELOW_NARROW,
      type: mime,
      srcset: srcset(files),
      sizes: narrowSize(shown.share),
      width: files.at(-1)?.width,
      height: files.at(-1)?.height,
    }),
  );
  const modern = choice.modern.map(({ mime, files }) =>
    element('source', { type: mime, srcset: srcset(files), sizes }),
  );
  const { fallback, safe } = choice;
  const still = img(
    fallback ? addressOf(fallback) : asset.file ? addressOf(asset.file) : '',
    fallback?.width ?? asset.width,
    fallback?.height ?? asset.height,
    safe.length > 1 ? { srcset: srcset(safe), sizes } : {},
  );
  const sources = [...narrow, ...modern];
  return sources.length === 0 ? still : element('picture', {}, ...sources, still);
}
