import * as v from 'valibot';
import { element, type Element } from '../../markup/index.ts';
import { figureOf, FILLS } from '../figure.ts';
import { posterOf, shownTrack } from '../files.ts';
import { heldKey, wordsAt } from '../held.ts';
import { assetData, changedUse, HeldSchema, useOf } from '../heldplacement.ts';
import { figureStyle, shownIn, standingIn } from '../standing.ts';
import { kind, type ForeignElement, type Kind, type Reading } from './kind.ts';

const FilmSchema = v.object({ type: v.literal('film'), attrs: HeldSchema });

/** A film or a sound that we hold, to be played. */
export type Film = v.InferOutput<typeof FilmSchema>;

export const film: Kind<Film> = kind<Film>({
  type: 'film',
  group: 'placement',
  schema: () => FilmSchema,
  uses: (block) => [useOf(block)],
  withUses: changedUse,
  shown: ({ attrs }, _use, room, measures) => shownIn(room, standingIn(room, attrs, measures), attrs.credit),
  markup: (block, { context, room }) => {
    const asset = context.holdings.get(heldKey(block.attrs));
    if (!asset?.file) return [];
    const { addressOf, language = 'en', measures, screen } = context;
    const named = { 'aria-label': wordsAt(asset, block.attrs).alt || null };
    const shown = shownTrack(asset.tracks, language);
    const inside: Element[] = [
      element('source', { src: addressOf(asset.file), type: asset.file.mime }),
      ...asset.tracks.map((track) =>
        element('track', {
          kind: 'captions',
          src: addressOf(track),
          srclang: track.language,
          label: track.label,
          default: track === shown ? true : null,
        }),
      ),
    ];
    const poster = posterOf(asset);
    const player =
      asset.kind === 'sound'
        ? element('audio', { controls: true, preload: 'none', ...named, style: FILLS }, ...inside)
        : element(
            'video',
            {
              controls: true,
              preload: 'none',
              poster: poster ? addressOf(poster) : null,
              width: asset.width,
              height: asset.height,
              ...named,
              style: FILLS,
            },
            ...inside,
          );
    const style = figureStyle(standingIn(room, block.attrs, measures), screen);
    return [figureOf(useOf(block), asset, style, player, context)];
  },
  reads: Object.fromEntries(
    (['video', 'audio'] as const).map((name) => [
      name,
      (element: ForeignElement, reading: Reading) => {
        const source = reading.elementsIn(element).find(({ tagName }) => tagName === 'source');
        const address = reading.attribute(element, 'src') ?? (source && reading.attribute(source, 'src'));
        const alt = reading.attribute(element, 'aria-label') ?? null;
        if (address) reading.media({ kind: name === 'video' ? 'film' : 'sound', address, alt });
        return [];
      },
    ]),
  ),
  data: (block, { context, room }) => {
    const asset = context.holdings.get(heldKey(block.attrs));
    const use = useOf(block);
    return asset ? [assetData(use, asset, film.shown(block, use, room, context.measures), context)] : [];
  },
});
