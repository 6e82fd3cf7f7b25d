import type { Frame } from '../embed/frame.ts';
import { inTime } from '../text/index.ts';
import type { Embed } from './kinds/embed.ts';
import type { Block } from './kinds/index.ts';

/** How a film on a host stands in a page. */
export const FILM_SHOWN = ['player', 'still', 'link'] as const;
export type FilmShown = (typeof FILM_SHOWN)[number];

/** What is known of a film on a host. */
export interface FilmFacts {
  title: string;
  owner: string;
  /** Its length; 0 where nobody says. */
  seconds: number;
  /** Its page on the host. */
  page: string;
  /** The address of a still of it on the host. */
  still?: string | undefined;
  frame: Frame;
}

interface FilmWish {
  id: string;
  measure: string;
  /** With the owner and the length beside it. */
  details: boolean;
}

/** The owner and the length in words; empty where neither is known. */
export function filmDetails({ owner, seconds }: Pick<FilmFacts, 'owner' | 'seconds'>): string {
  const length = Math.round(seconds) > 0 ? inTime(seconds) : '';
  return [owner === '' ? '' : `by ${owner}`, length].filter(Boolean).join(', ');
}

const knownOf = ({ title, owner, seconds, page, still }: FilmFacts) => ({
  title: title.slice(0, 500),
  owner: owner.slice(0, 300),
  seconds,
  page,
  ...(still && /^https?:/i.test(still) ? { still } : {}),
});

/** The player itself, in the page. */
export function filmAsPlayer(film: FilmFacts, { id, measure, details }: FilmWish): Embed {
  const caption = details ? [film.title, filmDetails(film)].filter(Boolean).join(', ') : '';
  return {
    type: 'embed',
    attrs: {
      id,
      position: 'centred',
      measure,
      gap: 20,
      frame: film.frame,
      caption: caption.slice(0, 500),
      film: knownOf(film),
    },
  };
}

/** The player behind a still, held here as an asset: nothing is asked of the host before a visitor wants it. */
export function filmAsStill(film: FilmFacts, still: string, wish: FilmWish): Embed {
  const player = filmAsPlayer(film, wish);
  return { ...player, attrs: { ...player.attrs, still } };
}

/** A plain link to the film's page, in a paragraph of its own. */
export function filmAsLink(film: FilmFacts, { details }: Pick<FilmWish, 'details'>): Block {
  const about = filmDetails(film);
  return {
    type: 'paragraph',
    content: [
      {
        type: 'text',
        text: film.title || 'A film',
        marks: [{ type: 'link', attrs: { href: film.page } }],
      },
      ...(details && about ? [{ type: 'text' as const, text: ` (film ${about})` }] : []),
    ],
  };
}
