import type { Boxed, Frame, LinkCard } from '@placard/core/embed';
import type { PageDocument, PageFacts } from '@placard/core/page';

/** What the pages place: ids of assets by file name, and the embeds of the stand-ins. */
export interface Cast {
  asset: (file: string) => string;
  /** A comp from the agency, not bought yet. */
  comp: string;
  film: Frame;
  board: Frame;
  deadHost: Frame;
  /** A drawing of a friend’s, in a frame. */
  sketch: Frame;
  /** Somebody’s posts, which only a script can show. */
  feed: Boxed;
  /** The address of one of them. */
  post: string;
  /** A map that does not let itself be framed. */
  map: LinkCard;
}

export interface SamplePage {
  title: string;
  section: string;
  /** Its body, in which links lead to pages that were written before, by their titles. */
  document: (pageCalled: (title: string) => string) => PageDocument;
  facts?: PageFacts;
  /** It is standing copy. */
  copy?: true;
}
