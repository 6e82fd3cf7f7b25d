import * as v from 'valibot';
import { element, type Element } from '../../markup/index.ts';
import { boxStyle } from '../box.ts';
import { figureOf, FILLS } from '../figure.ts';
import { posterOf, shownTrack } from '../files.ts';
import { heldKey, wordsAt } from '../held.ts';
import { assetData, changedUse, HeldSchema, useOf } from '../heldplacement.ts';
import { edgeStyle, figureStyle, shownIn, standingIn } from '../standing.ts';
import { kind, type Kind } from './kind.ts';

const FilmSchema = v.object({ type: v.literal('film'), attrs: HeldSchema });

/** A film or a sound that we hold, to be played. */
export type Film = v.InferOutput<typeof FilmSchema>;

export const film: Kind<Film> = kind<Film>({
  type: 'film',
  group: 'placement',
  schema: () => FilmSchema,
  uses: (block) => [useOf(block)],
  withUses: changedUse,
  shown: ({ attrs }, _use, room, { measures }) =>
    shownIn(room, standingIn(room, attrs, measures), attrs.credit),
  markup: (block, { context, room }) => {
    const asset = context.holdings.get(heldKey(block.attrs));
    if (!asset?.file) return [];
    const { addressOf, edges, language = 'en', measures, screen } = context;
    const box = room.filled?.box;
    const look = {
      ...FILLS,
      ...edgeStyle(block.attrs, edges),
      ...(box && asset.kind !== 'sound' ? boxStyle({ ...box, how: 'fitted' }, asset) : {}),
    };
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
        ? element('audio', { controls: true, preload: 'none', ...named, style: look }, ...inside)
        : element(
            'video',
            {
              controls: true,
              preload: 'none',
              poster: poster ? addressOf(poster) : null,
              width: asset.width,
              height: asset.height,
              ...named,
              style: look,
            },
            ...inside,
          );
    const style = figureStyle(standingIn(room, block.attrs, measures), screen);
    return [figureOf(useOf(block), asset, style, [player], context)];
  },
  data: (block, { context, room }) => {
    const asset = context.holdings.get(heldKey(block.attrs));
    const use = useOf(block);
    return asset ? [assetData(use, asset, film.shown(block, use, room, context), context)] : [];
  },
});
