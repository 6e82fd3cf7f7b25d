import * as v from 'valibot';
import { AspectRatioSchema } from './aspectratio.ts';
import type { PageDocument } from './document.ts';
import type { Use } from './held.ts';
import type { Picture } from './kinds/picture.ts';
import { KnownIdSchema, POSITIONS } from './standing.ts';
import { usesIn } from './walk.ts';

/** The places of a page's own pictures, as findings and uses name them. */
export const [LEAD, LISTING] = ['lead-picture', 'listing-picture'];

/** A picture of the page itself, with its own crop and alt text. */
const FactPictureSchema = v.object({
  asset: KnownIdSchema,
  version: v.optional(v.nullable(KnownIdSchema)),
  /** This place's own alt text; null where the placard's is used. */
  ownAlt: v.nullable(v.pipe(v.string(), v.maxLength(1000))),
  box: v.optional(v.nullable(AspectRatioSchema)),
  position: v.picklist(POSITIONS),
  /** Id of a measure of the site. */
  measure: v.pipe(v.string(), v.maxLength(40)),
});
export type FactPicture = v.InferOutput<typeof FactPictureSchema>;

/** What a page is found by, and shown with elsewhere. */
export const PageFactsSchema = v.object({
  /** What lists of results and cards say of it. */
  description: v.pipe(v.string(), v.maxLength(1000)),
  /** The words that it is meant to be found by. */
  keyPhrase: v.pipe(v.string(), v.maxLength(200)),
  /** The picture that stands before its words; and the one that stands for it in lists of pages. */
  lead: v.nullable(FactPictureSchema),
  listing: v.nullable(FactPictureSchema),
});
export type PageFacts = v.InferOutput<typeof PageFactsSchema>;

export const NO_FACTS: PageFacts = { description: '', keyPhrase: '', lead: null, listing: null };

/** A page's body and its facts. */
export interface PageBody {
  document: PageDocument;
  facts: PageFacts;
}

const blockOf = (id: string, { asset, version, ownAlt, box, position, measure }: FactPicture): Picture => ({
  type: 'picture',
  attrs: { id, asset, version: version ?? null, ownAlt, ownCaption: null, box, position, measure, gap: 20 },
});

/** What a page shows before its words: its lead picture, where it has one. */
export const leadOf = ({ facts }: PageBody): PageDocument => ({
  type: 'doc',
  content: facts.lead ? [blockOf(LEAD, facts.lead)] : [],
});

/** What stands for a page in lists of pages: its listing picture, or its lead picture where it has none. */
export function listingOf({ facts }: PageBody): PageDocument {
  const shown = facts.listing ?? facts.lead;
  return { type: 'doc', content: shown ? [blockOf(LISTING, shown)] : [] };
}

/** The page with its lead picture before its words, as visitors see it. */
export function wholePage(page: PageBody): PageDocument {
  const lead = leadOf(page).content;
  return lead.length === 0
    ? page.document
    : { ...page.document, content: [...lead, ...page.document.content] };
}

/** Every asset that a page shows, place by place; in lists of pages too. */
export const usesOfPage = (page: PageBody): Use[] => [
  ...usesIn(wholePage(page)),
  ...(page.facts.listing ? usesIn(listingOf(page)) : []),
];

/** The facts with the pictures changed that they show. */
export function mapFacts(facts: PageFacts, change: (use: Use) => Use): PageFacts {
  const changed = (id: string, picture: FactPicture | null): FactPicture | null => {
    if (!picture) return null;
    const { asset, version, ownAlt } = picture;
    const before: Use = { id, asset, version, as: 'picture', ownAlt, ownCaption: null };
    const after = change(before);
    if (after === before) return picture;
    return { ...picture, asset: after.asset, version: after.version ?? null, ownAlt: after.ownAlt };
  };
  const [lead, listing] = [changed(LEAD, facts.lead), changed(LISTING, facts.listing)];
  return lead === facts.lead && listing === facts.listing ? facts : { ...facts, lead, listing };
}
