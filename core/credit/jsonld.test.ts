import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LICENCES } from '../licence/licences.ts';
import { jsonLdOf, jsonLdOfHostedFilm, jsonLdScript, type LinkedMedia } from './jsonld.ts';
import { BLANK_PLACARD } from './placard.ts';

const label = {
  ...BLANK_PLACARD,
  title: 'Slow turning',
  alt: 'Stars in circles.',
  caption: 'Two hours.',
  creator: 'Maren Aldous',
  creatorUrl: 'https://aldous.example/maren',
  sourceUrl: 'https://commonfield.example/slow-turning',
  copyright: '© 2026 Maren Aldous',
  licence: 'cc-by-4.0',
};
const picture: LinkedMedia = {
  kind: 'picture',
  url: 'media/slow-turning-720.webp',
  mime: 'image/webp',
  width: 720,
  height: 480,
  duration: null,
};

/** The properties that schema.org gives these types, as far as we write them, with the kind of value each takes. */
const SHAPE: Record<string, 'text' | 'address' | 'number' | 'duration' | 'person' | 'date'> = {
  contentUrl: 'address',
  encodingFormat: 'text',
  name: 'text',
  description: 'text',
  caption: 'text',
  keywords: 'text',
  width: 'number',
  height: 'number',
  duration: 'duration',
  thumbnailUrl: 'address',
  uploadDate: 'date',
  license: 'address',
  acquireLicensePage: 'address',
  creditText: 'text',
  creator: 'person',
  copyrightNotice: 'text',
  identifier: 'text',
  expires: 'date',
};

function fits(value: unknown, kind: string): boolean {
  switch (kind) {
    case 'number':
      return typeof value === 'number' && value > 0;
    case 'duration':
      return typeof value === 'string' && /^PT\d+S$/.test(value);
    case 'date':
      return typeof value === 'string' && !Number.isNaN(Date.parse(value));
    case 'person':
      return ['Person', 'Organization'].includes((value as { '@type': string })['@type']);
    default:
      return typeof value === 'string' && value !== '';
  }
}

describe('structured data of a picture', () => {
  it('says licence, credit, creator and notice by the names of schema.org', () => {
    expect(jsonLdOf(label, picture, { changes: ['cropped'] })).toMatchObject({
      '@context': 'https://schema.org',
      '@type': 'ImageObject',
      contentUrl: 'media/slow-turning-720.webp',
      license: 'https://creativecommons.org/licenses/by/4.0/',
      acquireLicensePage: 'https://commonfield.example/slow-turning',
      creditText:
        '“Slow turning” by Maren Aldous, © 2026 Maren Aldous, CC BY 4.0, cropped (https://creativecommons.org/licenses/by/4.0/)',
      creator: { '@type': 'Person', name: 'Maren Aldous', url: 'https://aldous.example/maren' },
      copyrightNotice: '© 2026 Maren Aldous',
      width: 720,
    });
  });

  it('is of the shape that schema.org gives it, whatever stands on the label', () => {
    const words = fc.string({ unit: 'binary', maxLength: 20 });
    fc.assert(
      fc.property(
        fc.record({ title: words, alt: words, caption: words, creator: words, copyright: words }),
        fc.constantFrom(...LICENCES.map(({ id }) => id)),
        fc.constantFrom('picture' as const, 'film' as const, 'sound' as const),
        (fields, licence, kind) => {
          const media = {
            ...picture,
            kind,
            duration: kind === 'picture' ? null : 12.4,
            uploaded: '2026-11-25',
          };
          const {
            '@context': context,
            '@type': type,
            ...rest
          } = jsonLdOf({ ...label, ...fields, licence }, media);
          expect(context).toBe('https://schema.org');
          expect(type).toBe({ picture: 'ImageObject', film: 'VideoObject', sound: 'AudioObject' }[kind]);
          for (const [name, value] of Object.entries(rest))
            expect(fits(value, SHAPE[name] ?? ''), name).toBe(true);
        },
      ),
    );
  });

  it('says of a film what search engines ask for', () => {
    const film = {
      ...picture,
      kind: 'film' as const,
      duration: 62.4,
      thumbnail: 'a.jpg',
      uploaded: '2026-11-25',
    };
    expect(jsonLdOf({ ...label, alt: '', caption: '' }, film)).toMatchObject({
      name: 'Slow turning',
      description: 'Slow turning',
      duration: 'PT62S',
      thumbnailUrl: 'a.jpg',
      uploadDate: '2026-11-25',
    });
  });
});

describe('structured data in a page', () => {
  it('cannot be ended by anything in it', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (title) => {
        const said = `</script><script>alert(1)</script><!--${title}`;
        const html = jsonLdScript([jsonLdOf({ ...label, title: said }, picture)]);
        expect(html.slice(0, -'</script>'.length)).not.toMatch(/<\/script|<!--|<script>/i);
        const json = /^<script type="application\/ld\+json">\n([\s\S]*)\n<\/script>$/.exec(html)?.[1] ?? '';
        expect((JSON.parse(json) as { name: string }).name).toBe(said);
      }),
    );
  });

  it('is nothing where nothing is placed', () => {
    expect(jsonLdScript([])).toBe('');
  });
});

it('a creator is a person, or an organisation where that is said', () => {
  const creatorOf = (organisation: boolean) => jsonLdOf({ ...label, organisation }, picture)['creator'];
  expect(creatorOf(false)).toMatchObject({ '@type': 'Person', name: 'Maren Aldous' });
  expect(creatorOf(true)).toMatchObject({ '@type': 'Organization', name: 'Maren Aldous' });
});

it('a hosted film is a video with its player', () => {
  const film = {
    title: 'Aligning',
    owner: 'Ilse Varga',
    seconds: 68,
    page: 'https://films.example/1',
    player: 'https://films.example/player/1',
  };
  expect(jsonLdOfHostedFilm(film)).toEqual({
    '@context': 'https://schema.org',
    '@type': 'VideoObject',
    name: 'Aligning',
    url: 'https://films.example/1',
    embedUrl: 'https://films.example/player/1',
    duration: 'PT68S',
    creditText: 'Ilse Varga',
  });
  expect(jsonLdOfHostedFilm({ ...film, seconds: 0, owner: '', still: 'still.jpg' })).toMatchObject({
    thumbnailUrl: 'still.jpg',
  });
});
