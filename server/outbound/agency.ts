import type { CataloguePicture } from './catalogue.ts';

/** A service that sells pictures and lends watermarked comps of them. A new one is one file that makes this. */
export interface Agency {
  /** As a statement names it. */
  name: string;
  /** Answers one page of what matches; each picture's address is that of its comp. Throws unfit. */
  search(query: { words: string; page: number }): Promise<{ total: number; pictures: CataloguePicture[] }>;
  /** The address of the page where a picture is bought. */
  buyAt(pictureId: string): string;
  /** The address of the original, or null while it is not bought. Throws unfit. */
  originalOf(pictureId: string): Promise<string | null>;
}
