import type { Site } from '@placard/core/contract';
import type { Markup } from '@placard/core/markup';
import { blockMarkup, pageWidth, type Holdings, type PageDocument } from '@placard/core/page';

/** The markup of a lead picture on the desk. */
export const leadMarkup = (lead: PageDocument, site: Site, holdings: Holdings): Markup[] =>
  lead.content.flatMap((block) =>
    blockMarkup(
      block,
      {
        measures: site.measures,
        edges: site.edges,
        holdings,
        language: site.language,
        addressOf: ({ key }) => key,
        screen: '100cqw',
      },
      pageWidth(site.measures),
    ),
  );
