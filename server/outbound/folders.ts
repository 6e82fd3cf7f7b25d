import type { CataloguePicture } from './catalogue.ts';

/** Folders and albums kept elsewhere. A new service is one file that makes this. */
export interface Folders {
  name: string;
  /** What lies in a folder, its pictures a page at a time; the top where `folder` is null. Throws unfit. */
  open(
    folder: string | null,
    page: number,
  ): Promise<{
    /** The folders above and itself, from the top. */
    path: { id: string; title: string }[];
    folders: { id: string; title: string; count: number }[];
    total: number;
    pictures: CataloguePicture[];
  }>;
}
