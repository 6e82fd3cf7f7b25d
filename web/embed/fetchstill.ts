import { fetchMedia } from '@placard/core/contract';
import { acceptWhenRead } from '../gather/acceptwhenread.ts';
import { call } from '../kit/api.ts';

/** What is known of a picture of somebody else's thing. */
interface Still {
  address: string;
  title: string;
  creator: string;
  /** The page that it is of. */
  page: string;
}

/** Brings in a still that a host shows of something, with where it is from on its placard; answers the asset. Throws an Error with a sentence. */
export async function fetchStill({ address, title, creator, page }: Still, section: string): Promise<string> {
  const label = {
    title: `Still of ${title}`.slice(0, 300),
    alt: `Still of “${title}”`.slice(0, 1000),
    creator: creator.slice(0, 300),
    sourceUrl: page,
    source: new URL(page).host,
  };
  const { arrivals } = await call(fetchMedia, { body: { items: [{ address, label }] } });
  return acceptWhenRead(arrivals[0] ?? '', section);
}

/** Asks for a photo that a host offers (oEmbed) to come in, with what the host says of it on its placard. */
export async function bringPhoto({ address, title, creator, page }: Still): Promise<void> {
  const label = {
    title: title.slice(0, 300),
    creator: creator.slice(0, 300),
    source: new URL(page).host,
    sourceUrl: page,
  };
  await call(fetchMedia, { body: { items: [{ address, label }] } });
}
