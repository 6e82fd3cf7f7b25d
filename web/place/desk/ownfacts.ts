import type { PageFacts, Schedule } from '@placard/core/page';

/** What is written of a page besides its body. */
export interface OwnFacts {
  title: string;
  facts: PageFacts;
  shown: Schedule | null;
}
