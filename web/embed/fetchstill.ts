import { fetchMedia } from '@placard/core/contract';
import { acceptWhenRead } from '../kit/acceptwhenread.ts';
import { call } from '../kit/api.ts';

/** What is known of a picture of somebody else's thing. */
interface Still {
  address: string;
  title: string;
  creator: string;
  /** The page that it is of. */
  page: string;
  /** Under which terms it may be used, where somebody said so. */
  licence?: string;
}

/** Asks for it to come in, with where it is from on its placard; answers the arrival. */
async function bringIn(
  { address, creator, page, licence }: Still,
  words: { title: string; alt?: string },
): Promise<string> {
  const label = {
    ...words,
    ...(licence ? { licence } : {}),
    title: words.title.slice(0, 300),
    creator: creator.slice(0, 300),
    sourceUrl: page,
    source: new URL(page).host,
  };
  const { arrivals } = await call(fetchMedia, { body: { items: [{ address, label }] } });
  return arrivals[0] ?? '';
}

/** Brings in a still that a host shows of something; answers the asset. Throws an Error with a sentence. */
export async function fetchStill(still: Still, section: string): Promise<string> {
  const alt = `Still of “${still.title}”`.slice(0, 1000);
  return acceptWhenRead(await bringIn(still, { title: `Still of ${still.title}`, alt }), section);
}

/** Asks for a photo that a host offers (oEmbed) to come in, as what the host says that it is. */
export const bringPhoto = (photo: Still): Promise<string> => bringIn(photo, { title: photo.title });
