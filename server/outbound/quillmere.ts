import * as v from 'valibot';
import type { Agency } from './agency.ts';
import { pathStep, readAnswer } from './answer.ts';
import type { Outbound } from './outbound.ts';

const text = v.pipe(v.string(), v.maxLength(2000));
const FoundSchema = v.object({
  total: v.number(),
  pictures: v.array(
    v.object({
      number: text,
      title: text,
      description: text,
      creator: text,
      page: text,
      small: text,
      comp: text,
      width: v.number(),
      height: v.number(),
    }),
  ),
});
const BoughtSchema = v.object({ bought: v.boolean(), original: v.nullable(text) });

/** The agency Quillmere Pictures; `account` is what it knows us by. */
export function quillmere(outbound: Outbound, address: string, account: string): Agency {
  const ask = async <S extends v.GenericSchema>(path: string, schema: S): Promise<v.InferOutput<S>> => {
    const { text } = await outbound.text(new URL(path, address).href, {
      mostBytes: 2_000_000,
      within: 10_000,
    });
    return readAnswer('Quillmere Pictures', text, schema);
  };
  const named = (pictureId: string) => `${pathStep(pictureId)}?${new URLSearchParams({ account })}`;
  return {
    name: 'Quillmere Pictures',
    search: async ({ words, page }) => {
      const asked = new URLSearchParams({ words, page: String(page) });
      const { total, pictures } = await ask(`/search?${asked}`, FoundSchema);
      return {
        total,
        pictures: pictures.map((picture) => ({
          address: picture.comp,
          small: picture.small,
          width: picture.width,
          height: picture.height,
          licenceUrl: '',
          label: {
            title: picture.title.slice(0, 300),
            alt: picture.description.slice(0, 1000),
            creator: picture.creator.slice(0, 300),
            source: 'Quillmere Pictures',
            sourceUrl: picture.page,
            pictureId: picture.number.slice(0, 120),
            licence: 'comp',
          },
        })),
      };
    },
    buyAt: (pictureId) => new URL(`/picture/${named(pictureId)}`, address).href,
    originalOf: async (pictureId) => (await ask(`/bought/${named(pictureId)}`, BoughtSchema)).original,
  };
}
