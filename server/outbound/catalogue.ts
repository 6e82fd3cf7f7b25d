import type * as v from 'valibot';
import type { searchCatalogue } from '@placard/core/contract';
import type { Placard } from '@placard/core/credit';

/** What is looked for; filters that are left out let everything through. */
export type CatalogueQuery = v.InferOutput<typeof searchCatalogue.query>;

/** One picture of a catalogue, with all the catalogue knows of its creator and licence. */
export interface CataloguePicture {
  /** The address of the file itself. */
  address: string;
  /** The address of a small picture of it. */
  small: string;
  width: number;
  height: number;
  label: Partial<Placard>;
  licenceUrl: string;
}

/** A service that gives out freely licensed pictures. A new one is one file that makes this. */
export interface Catalogue {
  /** As the interface calls it. */
  name: string;
  /** Answers one page of what matches. Throws unfit when the service cannot be reached. */
  search(query: CatalogueQuery): Promise<{ total: number; pictures: CataloguePicture[] }>;
}
