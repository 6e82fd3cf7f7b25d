import type { Size } from '../geometry/rectangle.ts';

/** In what films, sounds and moving pictures are made anew: one that everything plays, one that takes fewer bytes. */
export type Coding = 'h264' | 'av1' | 'aac';

/** A file to make of a film, in pixels that both can be halved (colour is kept at half the resolution); 0 × 0 of a sound. */
export interface FilmRung extends Size {
  coding: Coding;
}

/** The widths in pixels that screens come in: a phone's, a column's, a whole window's. */
const WIDTHS = [640, 1280, 1920] as const;
/** A width is not worth a file of its own where the next one has fewer than so many times its pixels across. */
const WORTH = 1.25;
/** Encoders of AV1 refuse less, in pixels. */
const LEAST = 64;

/**
 * The files that a film is shown by, narrowest first: never wider than it is, nor than `widest` pixels where somebody
 * wants no more of it. `plays`: its own file plays everywhere, so that no other one is needed at its own width.
 */
export function filmRungs(
  film: Size,
  { widest, plays }: { widest: number | null; plays: boolean },
): FilmRung[] {
  const most = Math.min(film.width, WIDTHS.at(-1) ?? film.width, widest ?? Number.MAX_SAFE_INTEGER);
  const widths = [...WIDTHS.filter((width) => width * WORTH <= most), most];
  return widths.flatMap((width) => {
    const size = evenly(film, width);
    const own = plays && width === film.width;
    return (['h264', 'av1'] as const)
      .filter((coding) => (coding === 'h264' ? !own : Math.min(size.width, size.height) >= LEAST))
      .map((coding) => ({ ...size, coding }));
  });
}

/** The files that a moving picture is shown by: of one width, since it begins by itself and is not to be chosen. */
export function loopRungs(picture: Size, widest: number | null): FilmRung[] {
  const size = evenly(picture, Math.min(picture.width, WIDTHS[1], widest ?? Number.MAX_SAFE_INTEGER));
  const codings: Coding[] = Math.min(size.width, size.height) >= LEAST ? ['h264', 'av1'] : ['h264'];
  return codings.map((coding) => ({ ...size, coding }));
}

/** The file that a sound is played by, besides its own; none where its own is small and plays everywhere. */
export const soundRungs = (extension: string): FilmRung[] =>
  extension === 'mp3' || extension === 'm4a' ? [] : [{ width: 0, height: 0, coding: 'aac' }];

/** So wide and no wider, in the film's own proportions, both even. */
function evenly(film: Size, width: number): Size {
  const even = (pixels: number) => Math.max(2, Math.floor(pixels / 2) * 2);
  return { width: even(width), height: even(Math.round((film.height * width) / film.width)) };
}
