import * as v from 'valibot';
import { licenceOfDeed } from '@placard/core/licence';
import { readAnswer } from './answer.ts';
import type { Catalogue } from './catalogue.ts';
import type { Outbound } from './outbound.ts';

const text = v.pipe(v.string(), v.maxLength(2000));
const AnswerSchema = v.object({
  total: v.number(),
  pictures: v.array(
    v.object({
      number: text,
      title: text,
      description: text,
      page: text,
      file: text,
      small: text,
      width: v.number(),
      height: v.number(),
      creator: text,
      creatorPage: text,
      licence: text,
    }),
  ),
});

/** The catalogue Commonfield, by its search interface: `GET /search?words=…` answers JSON. */
export function commonfield(outbound: Outbound, address: string): Catalogue {
  return {
    name: 'Commonfield',
    search: async ({ words, colour, shape, kind, commercial, changes, page }) => {
      const asked = new URL('/search', address);
      const given = { words, colour, shape, kind, commercial, changes, page: String(page) };
      for (const [name, value] of Object.entries(given)) if (value) asked.searchParams.set(name, value);
      const { text } = await outbound.text(asked.href, { mostBytes: 2_000_000, within: 10_000 });
      const answer = readAnswer('Commonfield', text, AnswerSchema);
      return {
        total: answer.total,
        pictures: answer.pictures.map((picture) => ({
          address: picture.file,
          small: picture.small,
          width: picture.width,
          height: picture.height,
          licenceUrl: picture.licence,
          label: {
            title: picture.title.slice(0, 300),
            alt: picture.description.slice(0, 1000),
            creator: picture.creator.slice(0, 300),
            creatorUrl: picture.creatorPage,
            source: 'Commonfield',
            sourceUrl: picture.page,
            pictureId: picture.number.slice(0, 120),
            licence: licenceOfDeed(picture.licence),
          },
        })),
      };
    },
  };
}
