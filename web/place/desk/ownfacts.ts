import type { PageFacts, When } from '@placard/core/page';

/** What is written of a page besides its body. */
export interface OwnFacts {
  title: string;
  facts: PageFacts;
  shown: When | null;
}
