import { keywordsOf } from './keywords.ts';
import { termsOfPlacard, type Placard } from './placard.ts';
import { statement, statementText, type StatementContext } from './statement.ts';

/** The file that is described. */
export interface LinkedMedia {
  kind: 'picture' | 'film' | 'sound';
  /** Address of the file itself. */
  url: string;
  mime: string;
  /** Pixels; 0 for sound. */
  width: number;
  height: number;
  /** Seconds; null for still pictures. */
  duration: number | null;
  /** Address of a small picture of it. */
  thumbnail?: string | undefined;
  /** When it came in (ISO 8601). */
  uploaded?: string | undefined;
}

/** A film that somebody else's host keeps, as a page shows it. */
export interface HostedFilmData {
  title: string;
  owner: string;
  /** Its length; 0 where nobody says. */
  seconds: number;
  /** Its page on the host. */
  page: string;
  /** The address of the player. */
  player: string;
  /** The address of a still of it. */
  still?: string | undefined;
}

/** A hosted film as structured data (schema.org VideoObject, as JSON-LD 1.1). */
export function jsonLdOfHostedFilm(film: HostedFilmData): Record<string, unknown> {
  return withoutEmpty({
    '@context': 'https://schema.org',
    '@type': 'VideoObject',
    name: film.title,
    url: film.page,
    embedUrl: film.player,
    duration: film.seconds > 0 ? `PT${Math.max(1, Math.round(film.seconds))}S` : '',
    thumbnailUrl: film.still ?? '',
    // Nobody said whether that is a person or a firm.
    creditText: film.owner,
  });
}

const TYPES = { picture: 'ImageObject', film: 'VideoObject', sound: 'AudioObject' } as const;

/**
 * A placard as structured data (schema.org ImageObject, VideoObject or AudioObject, as JSON-LD 1.1): the licence by its
 * address, where a licence is to be had, the credit as it prints, creator and copyright notice. Empty parts are left out.
 */
export function jsonLdOf(
  placard: Placard,
  media: LinkedMedia,
  context: StatementContext = {},
): Record<string, unknown> {
  const terms = context.terms ?? termsOfPlacard(placard);
  const credit = statementText(statement(placard, context));
  const film = media.kind !== 'picture';
  const parts: Record<string, unknown> = {
    '@context': 'https://schema.org',
    '@type': TYPES[media.kind],
    contentUrl: media.url,
    encodingFormat: media.mime,
    name: placard.title,
    // Search engines ask for a description of every film.
    description: placard.description || placard.alt || (film ? placard.caption || placard.title : ''),
    caption: placard.caption,
    keywords: keywordsOf(placard.keywords).join(', '),
    width: media.width > 0 ? media.width : '',
    height: media.height > 0 ? media.height : '',
    duration: media.duration === null ? '' : `PT${Math.max(1, Math.round(media.duration))}S`,
    thumbnailUrl: film ? media.thumbnail : '',
    uploadDate: film ? media.uploaded : '',
    license: terms.deed ?? '',
    acquireLicensePage: placard.sourceUrl,
    creditText: credit,
    creator:
      placard.creator === ''
        ? ''
        : {
            '@type': placard.organisation ? 'Organization' : 'Person',
            name: placard.creator,
            ...(placard.creatorUrl ? { url: placard.creatorUrl } : {}),
          },
    copyrightNotice: placard.copyright,
    identifier: placard.pictureId,
    expires: placard.until,
  };
  return withoutEmpty(parts);
}

const withoutEmpty = (parts: Record<string, unknown>) =>
  Object.fromEntries(Object.entries(parts).filter(([, value]) => value !== '' && value !== undefined));

/** Structured data as an HTML script element (JSON-LD 1.1, section 7), which nothing in it can end. */
export function jsonLdScript(data: readonly Record<string, unknown>[]): string {
  if (data.length === 0) return '';
  const json = JSON.stringify(data.length === 1 ? data[0] : data, null, 1)
    .replaceAll('<', '\\u003c')
    .replaceAll('>', '\\u003e')
    .replaceAll('&', '\\u0026');
  return `<script type="application/ld+json">\n${json}\n</script>`;
}
