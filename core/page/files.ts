import { NARROW, NARROWEST, narrowWidthOn, widthOn, type Shown } from './room.ts';
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

/** The still that stands for a film until it plays; undefined where none is prepared. */
export function posterOf({ sources }: Pick<HeldAsset, 'sources'>): Source | undefined {
  return loadedOf(
    sources.filter(({ mime }) => mime === 'image/jpeg'),
    POSTER,
  );
}

/** The width in CSS pixels that a poster has enough for: it cannot be chosen by the screen (HTML, `poster`). */
const POSTER = 720;

/** The bytes that a picture loads on a screen so wide, of one pixel each and reading the newest format. */
export function bytesLoaded(
  asset: Pick<HeldAsset, 'sources' | 'file'>,
  shown: Shown,
  screen: number,
): number {
  const choice = choiceOf(asset, shown.width);
  if (choice.drawing) return choice.drawing.bytes;
  const narrow = screen < NARROW && !shown.boxed ? choice.narrow[0]?.files : undefined;
  const files = narrow ?? choice.modern[0]?.files ?? choice.safe;
  const wanted = narrow ? narrowWidthOn(shown, screen) : widthOn(shown, screen);
  return loadedOf(files, wanted)?.bytes ?? asset.file?.bytes ?? 0;
}

/** The captions that are shown without being asked for: those in the page's language, or its nearest kin (BCP 47). */
export function shownTrack(all: readonly Track[], language: string): Track | undefined {
  const tracks = all.filter(({ kind = 'captions' }) => kind === 'captions');
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
