import * as v from 'valibot';
import { titleFromFileName } from '@placard/core/naming';
import { pathStep, readAnswer } from './answer.ts';
import type { Folders } from './folders.ts';
import type { Outbound } from './outbound.ts';

const text = v.pipe(v.string(), v.maxLength(2000));
const InsideSchema = v.object({
  path: v.array(v.object({ id: text, title: text })),
  albums: v.array(v.object({ id: text, title: text, count: v.number() })),
});
const PicturesSchema = v.object({
  total: v.number(),
  pictures: v.array(
    v.object({
      name: text,
      by: text,
      file: text,
      small: text,
      width: v.number(),
      height: v.number(),
    }),
  ),
});
const NAME = 'Attic';
const QUICK = { mostBytes: 2_000_000, within: 10_000 };

/** The albums kept in Attic, which the way out shows its key. */
export function attic(outbound: Outbound, address: string): Folders {
  const ask = async <S extends v.GenericSchema>(path: string, given: Record<string, string>, schema: S) => {
    const asked = new URL(path, address);
    for (const [name, value] of Object.entries(given)) asked.searchParams.set(name, value);
    return readAnswer(NAME, (await outbound.text(asked.href, QUICK)).text, schema);
  };
  return {
    name: NAME,
    open: async (folder, page) => {
      const { path, albums } = await ask('/albums', folder === null ? {} : { in: folder }, InsideSchema);
      const { total, pictures } =
        folder === null
          ? { total: 0, pictures: [] }
          : await ask(`/albums/${pathStep(folder)}/pictures`, { page: String(page) }, PicturesSchema);
      return {
        path,
        folders: albums,
        total,
        pictures: pictures.map((picture) => ({
          address: picture.file,
          small: picture.small,
          width: picture.width,
          height: picture.height,
          licenceUrl: '',
          label: {
            title: titleFromFileName(picture.name),
            creator: picture.by.slice(0, 300),
            source: NAME,
          },
        })),
      };
    },
  };
}
