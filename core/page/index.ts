export {
  blockText,
  CREDIT_PLACES,
  EMPTY_DOCUMENT,
  isLinkAddress,
  isPlacement,
  PageDocumentSchema,
  placements,
  POSITIONS,
  readPlacement,
  type Block,
  type CreditPlace,
  type Embed,
  type Film,
  type PageDocument,
  type Picture,
  type Placement,
  type Position,
} from './document.ts';
export { columnOf, figureStyle, NARROW, shownWidth } from './figure.ts';
export { heldKey, wordsAt, type HeldAsset, type Holdings, type Source, type Track } from './held.ts';
export {
  FILM_SHOWN,
  filmAsLink,
  filmAsPlayer,
  filmAsStill,
  filmDetails,
  type FilmFacts,
  type FilmShown,
} from './hostedfilm.ts';
export { linkedData } from './linkeddata.ts';
export { renderDocument, type RenderContext } from './render.ts';
export { renderSheet } from './sheet.ts';
export { escapeHtml, plainLine } from './text.ts';
