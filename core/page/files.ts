import { BELOW_NARROW, NARROW, NARROWEST, narrowWidthOn, widthOn, type Shown } from './availablewidth.ts';
import type { TrackKind } from '../captions/index.ts';
import type { HeldAsset, Source, Track } from './held.ts';

/** A drawing is one file for every width. */
const DRAWING = 'image/svg+xml';

/** The files of one format, narrowest first. */
export interface Ladder {
  mime: string;
  files: Source[];
}

/** The files of a picture that a browser may choose from, where it is shown so wide. */
export interface Choice {
  /** One file for every width; null where there is a ladder. */
  drawing: Source | null;
  /** Other parts for narrow screens, the format that everything reads last. */
  narrow: Ladder[];
  /** Newer formats, for those who read them. */
  modern: Ladder[];
  /** The format that everything reads. */
  safe: Source[];
  /** The one of those for browsers that choose nothing; null where nothing is prepared. */
  fallback: Source | null;
}

/** Chooses the files of a picture that is shown `width` CSS pixels wide; ones that no screen would load are left out. */
export function choiceOf({ sources }: Pick<HeldAsset, 'sources'>, width: number): Choice {
  const wide = sources.filter(({ screen }) => screen !== 'narrow');
  const drawing = wide.find(({ mime }) => mime === DRAWING) ?? null;
  const ladders = laddersOf(wide.filter(({ mime }) => mime !== DRAWING));
  const loadable = ({ mime, files }: Ladder) => ({ mime, files: atLeast(files, Math.min(width, NARROWEST)) });
  const safest = ['image/jpeg', 'image/png', 'image/gif'].find((mime) =>
    ladders.some((ladder) => ladder.mime === mime),
  );
  const isSafe = ({ mime }: Ladder) => mime === (safest ?? ladders[0]?.mime);
  const safe = ladders.filter(isSafe).map(loadable)[0]?.files ?? [];
  return {
    drawing,
    narrow: laddersOf(sources.filter(({ screen }) => screen === 'narrow'))
      .map(loadable)
      .toSorted((one, other) => Number(one.mime === 'image/jpeg') - Number(other.mime === 'image/jpeg')),
    modern: ladders.filter((ladder) => !isSafe(ladder)).map(loadable),
    safe,
    fallback: loadedOf(safe, width) ?? null,
  };
}

/** The file that a browser loads of a ladder for a width in CSS pixels, on a screen of one pixel each: the first that is wide enough. */
export const loadedOf = (files: readonly Source[], width: number): Source | undefined =>
  files.find((file) => file.width >= width) ?? files.at(-1);

/** A file to be played, and the screens that it is for where there is another for the rest (media query). */
export interface PlayedOn {
  file: Source;
  media: string | null;
}

/** How many pixels a film is given for each CSS pixel of a phone, which has more and is held in a hand. */
const PHONE_DENSITY = 1.5;

/**
 * The files of which a browser plays the first that it can (HTML, `source`): for narrow screens narrower ones, where
 * there are such, and each time the one of fewer bytes before the one that everything plays.
 */
export function playedOn({ played = [] }: Pick<HeldAsset, 'played'>, shown: Shown): PlayedOn[] {
  const widths = [...new Set(played.map(({ width }) => width))].toSorted((one, other) => one - other);
  const widthFor = (pixels: number) => widths.find((width) => width >= pixels) ?? widths.at(-1) ?? 0;
  const wide = widthFor(shown.width);
  const narrow = widthFor(narrowWidthOn(shown, PHONE) * PHONE_DENSITY);
  const onWide = filesOfWidth(played, wide).map((file) => ({ file, media: null }));
  if (narrow >= wide) return onWide;
  return [...filesOfWidth(played, narrow).map((file) => ({ file, media: BELOW_NARROW })), ...onWide];
}

/** A usual phone, in CSS pixels. */
const PHONE = 400;

/** The files of a width, lightest first, with one among them that everything plays: else the next wider that it does. */
function filesOfWidth(played: readonly Source[], width: number): Source[] {
  const all = played.filter((file) => file.width === width).toSorted((one, other) => one.bytes - other.bytes);
  // Where one is sure to play, none is offered of which nobody knows.
  const here = played.some(isSafe) ? all.filter(({ codecs }) => codecs) : all;
  if (here.some(isSafe)) return here;
  const wider = played
    .filter((file) => file.width > width && isSafe(file))
    .toSorted((one, other) => one.width - other.width)[0];
  const any = played.find(isSafe);
  const safe = wider ?? any;
  return safe ? [...here, safe] : here;
}

/** Whether all of today's browsers play a file, and those of some years ago (H.264 and AAC, MP3). */
const isSafe = ({ mime, codecs = '' }: Source): boolean =>
  (mime === 'video/mp4' && codecs.startsWith('avc1.')) || mime === 'audio/mp4' || mime === 'audio/mpeg';

/** Whose media types have a `codecs` parameter: what holds streams of many codecs. `audio/mpeg` has none (RFC 3003). */
const HOLDS_MANY = /^(?:video|audio)\/(?:mp4|webm|ogg|quicktime)$/;

/** What a file says that it is (RFC 6381), so that a browser that does not play it need not load it. */
export const typeOf = ({ mime, codecs }: Pick<Source, 'mime' | 'codecs'>): string =>
  codecs && HOLDS_MANY.test(mime) ? `${mime}; codecs="${codecs}"` : mime;

/** The still that stands for a film until it plays; undefined where none is prepared. */
export function posterOf({ sources }: Pick<HeldAsset, 'sources'>): Source | undefined {
  return loadedOf(
    sources.filter(({ mime }) => mime === 'image/jpeg'),
    POSTER,
  );
}

/** The width in CSS pixels that a poster has enough for: it cannot be chosen by the screen (HTML, `poster`). */
const POSTER = 720;

/** The bytes that a picture loads, or a loop, on a screen so wide, of one pixel each and reading the newest format. */
export function bytesLoaded(
  asset: Pick<HeldAsset, 'sources' | 'file' | 'played' | 'moves'>,
  shown: Shown,
  screen: number,
): number {
  if (asset.moves && asset.played?.length) return playedOn(asset, shown)[0]?.file.bytes ?? 0;
  const choice = choiceOf(asset, shown.width);
  if (choice.drawing) return choice.drawing.bytes;
  const narrow = screen < NARROW && !shown.boxed ? choice.narrow[0]?.files : undefined;
  const files = narrow ?? choice.modern[0]?.files ?? choice.safe;
  const wanted = narrow ? narrowWidthOn(shown, screen) : widthOn(shown, screen);
  return loadedOf(files, wanted)?.bytes ?? asset.file?.bytes ?? 0;
}

/** The tracks of a kind. */
export const tracksOf = (all: readonly Track[], wanted: TrackKind): Track[] =>
  all.filter(({ kind = 'captions' }) => kind === wanted);

/** The track in the page's language, or its nearest kin (BCP 47). */
export function trackIn(tracks: readonly Track[], language: string): Track | undefined {
  const wanted = language.toLowerCase();
  const family = wanted.split('-')[0];
  return (
    tracks.find((track) => track.language.toLowerCase() === wanted) ??
    tracks.find((track) => track.language.toLowerCase().split('-')[0] === family)
  );
}

/** From the widest that still leaves enough for a width; the widest alone where none is enough. */
function atLeast(files: readonly Source[], least: number): Source[] {
  const first = files.findIndex(({ width }) => width >= least);
  return first < 0 ? files.slice(-1) : files.slice(first);
}

function laddersOf(sources: readonly Source[]): Ladder[] {
  const byMime = new Map<string, Source[]>();
  for (const source of sources) byMime.set(source.mime, [...(byMime.get(source.mime) ?? []), source]);
  return [...byMime].map(([mime, files]) => ({ mime, files: files.toSorted((a, b) => a.width - b.width) }));
}
