import * as v from 'valibot';
import { element, type Element } from '../../markup/index.ts';
import { chaptersMarkup, transcriptMarkup, type Said, type TrackKind } from '../../captions/index.ts';
import { ratioStyle } from '../inratio.ts';
import { figureOf, FILLS } from '../figure.ts';
import { playedOn, posterOf, trackIn, tracksOf, typeOf } from '../files.ts';
import { heldKey, wordsAt, type HeldAsset } from '../held.ts';
import { assetData, changedUse, HeldSchema, useOf } from '../heldplacement.ts';
import { phrase } from '../phrases.ts';
import { edgeStyle, figureStyle, shownIn, standingIn } from '../standing.ts';
import { kind, type Kind } from './kind.ts';

/** How what is said in it is written out: below it, or folded away until somebody wants it. */
export const TRANSCRIPTS = ['below', 'folded'] as const;

const FilmSchema = v.object({
  type: v.literal('film'),
  attrs: v.object({
    ...HeldSchema.entries,
    transcript: v.optional(v.nullable(v.picklist(TRANSCRIPTS))),
  }),
});

/** A film or a sound that we hold, to be played. */
export type Film = v.InferOutput<typeof FilmSchema>;

export const film: Kind<Film> = kind<Film>({
  type: 'film',
  group: 'placement',
  media: true,
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
      ...(box && asset.kind !== 'sound' ? ratioStyle({ ...box, how: 'fitted' }, asset) : {}),
    };
    const played = playedOn(asset, film.shown(block, useOf(block), room, context));
    const files = played.length > 0 ? played : [{ file: asset.file, media: null }];
    const named = { 'aria-label': wordsAt(asset, block.attrs).alt || null };
    const shown = trackIn(tracksOf(asset.tracks, 'captions'), language);
    const inside: Element[] = [
      ...files.map(({ file, media }) =>
        element('source', { src: addressOf(file), type: typeOf(file), media }),
      ),
      ...asset.tracks.map((track) =>
        element('track', {
          kind: track.kind ?? 'captions',
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
    const said = block.attrs.transcript ? written(asset, language, block.attrs.transcript) : [];
    const open = asset.file && addressOf(files.find(({ media }) => media === null)?.file ?? asset.file);
    const besides = open ? [...chaptersIn(asset, language, open), ...described(asset, language)] : [];
    return [figureOf(useOf(block), asset, style, [player, ...said, ...besides], context)];
  },
  data: (block, { context, room }) => {
    const asset = context.holdings.get(heldKey(block.attrs));
    const use = useOf(block);
    return asset ? [assetData(use, asset, film.shown(block, use, room, context), context)] : [];
  },
});

/** What a track says in words: that in the page's language, else the first. */
interface Told {
  said: readonly Said[];
  /** Its language, where that is not the page's. */
  lang: string | null;
}

/** What the tracks of a kind say; null for nothing. */
function toldIn(asset: HeldAsset, kind: TrackKind, language: string): Told | null {
  const tracks = tracksOf(asset.tracks, kind);
  const track = trackIn(tracks, language) ?? tracks[0];
  if (!track?.said?.length) return null;
  return { said: track.said, lang: track.language === language ? null : track.language };
}

/** Folded away until somebody wants it. Its title is in the page's language, whatever it is in itself. */
const folded = (title: string, { lang }: Told, inside: Element[]): Element[] => [
  element(
    'details',
    {},
    element('summary', {}, title),
    ...(lang === null ? inside : [element('div', { lang }, ...inside)]),
  ),
];

/** Its parts, to be pressed: no browser's player offers them. */
function chaptersIn(asset: HeldAsset, language: string, file: string): Element[] {
  const parts = toldIn(asset, 'chapters', language);
  return parts ? folded(phrase('chapters', language), parts, [chaptersMarkup(parts.said, file)]) : [];
}

/** What is to be seen in it, for those who do not see it: no browser reads it out. */
function described(asset: HeldAsset, language: string): Element[] {
  const seen = toldIn(asset, 'descriptions', language);
  return seen ? folded(phrase('described', language), seen, transcriptMarkup(seen.said)) : [];
}

/** What is said in it. */
function written(asset: HeldAsset, language: string, how: (typeof TRANSCRIPTS)[number]): Element[] {
  const heard = toldIn(asset, 'captions', language);
  if (!heard) return [];
  const title = phrase('transcript', language);
  const paragraphs = transcriptMarkup(heard.said);
  return how === 'folded'
    ? folded(title, heard, paragraphs)
    : [element('section', { 'aria-label': title, lang: heard.lang }, ...paragraphs)];
}
