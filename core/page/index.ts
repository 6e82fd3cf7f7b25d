export { EMPTY_DOCUMENT, FORMAT, PageDocumentSchema, readPlacement, type PageDocument } from './document.ts';
export {
  CREDIT_PLACES,
  heldKey,
  withAddresses,
  type CreditPlace,
  type HeldAsset,
  type Holdings,
  type Use,
} from './held.ts';
export {
  FILM_SHOWN,
  filmAsLink,
  filmAsPlayer,
  filmAsStill,
  filmDetails,
  type FilmShown,
} from './filmshown.ts';
export { exchanged, inverted } from './exchange.ts';
export { isPlacement, kindOf, kinds, type Block, type Placement } from './kinds/index.ts';
export type { Embed } from './kinds/embed.ts';
export type { Film } from './kinds/film.ts';
export type { AnyBlock, RenderContext } from './kinds/kind.ts';
export type { Picture } from './kinds/picture.ts';
export { linkedData } from './linkeddata.ts';
export { blockMarkup, renderDocument } from './render.ts';
export { NARROW, pageRoom } from './room.ts';
export { renderSheet } from './sheet.ts';
export { FIRST_STANDING, POSITIONS, shownIn, standingIn, type Position } from './standing.ts';
export { NewerDocument, upgraded } from './upgrade.ts';
export { framesIn, mapUses, placements, usesIn } from './walk.ts';
export { isLinkAddress } from './words.ts';
