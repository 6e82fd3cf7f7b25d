import type { Site } from '@placard/core/contract';
import type { Markup } from '@placard/core/markup';
import { blockMarkup, pageWidth, type Holdings, type PageDocument } from '@placard/core/page';
import { deskContext } from './desk/desk.ts';

/** The markup of a lead picture on the desk. */
export const leadMarkup = (lead: PageDocument, site: Site, holdings: Holdings): Markup[] =>
  lead.content.flatMap((block) => blockMarkup(block, deskContext(site, holdings), pageWidth(site.measures)));
