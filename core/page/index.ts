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
export { ASPECT_RATIOS, type AspectRatio } from './aspectratio.ts';
export { shownInRatio } from './inratio.ts';
export { pageAddress } from './address.ts';
export {
  LEAD,
  leadOf,
  listingOf,
  mapFacts,
  NO_FACTS,
  usesOfPage,
  wholePage,
  type FactPicture,
  type PageBody,
  type PageFacts,
} from './facts.ts';
export { changedAttributes, comparePages, compareWords, type Compared } from './compare.ts';
export { asText, isClash, mergePages, type Clash } from './merge.ts';
export { cardPicture, headMarkup, listingMarkup } from './head.ts';
export { PHRASE_PLACES, phraseIn, type PhrasePlace } from './keyphrase.ts';
export { exchanged, inverted } from './exchange.ts';
export { BLOCK_TYPES, isPlacement, kindOf, kinds, type Block, type Placement } from './kinds/index.ts';
export type { Arriving } from './kinds/arriving.ts';
export type { Box as BoxBlock } from './kinds/box.ts';
export type { Embed } from './kinds/embed.ts';
export type { LinkCardBlock } from './kinds/linkcard.ts';
export { DEEPEST_INDENT } from './kinds/paragraph.ts';
export type { Film } from './kinds/film.ts';
export { ItemSaidSchema, partsOf, titleOf, type Item } from './kinds/item.ts';
export { thingsIn, type Together } from './kinds/together.ts';
export { isMedia } from './kinds/kind.ts';
export type { AnyBlock, RenderContext } from './kinds/kind.ts';
export type { StandingCopy } from './kinds/standingcopy.ts';
export type { Picture } from './kinds/picture.ts';
export { linkedData } from './linkeddata.ts';
export { blockMarkup, documentMarkup, renderDocument } from './render.ts';
export { acrossWidth, NARROW, pageWidth, type AvailableWidth } from './availablewidth.ts';
export { renderLeadingOn, renderSheet } from './sheet.ts';
export {
  FIRST_STANDING,
  FREE_STANDING,
  FREE_WIDTHS,
  figureStyle,
  gapsOf,
  POSITIONS,
  shownIn,
  sidesOf,
  standingIn,
  USUAL_EDGES,
  WIDEST_GAP,
  type Edges,
  type Position,
  type Side,
  type StandingSaid,
} from './standing.ts';
export { thinned } from './thinning.ts';
export { knownTo, NewerDocument, upgraded } from './upgrade.ts';
export { isForVisitors, seenBy, seenSomeDay, scheduleWithin } from './seen.ts';
export {
  bothSchedules,
  isAsStrict,
  isSeen,
  showsOn,
  ScheduleSchema,
  scheduleOf,
  withSchedule,
  type Viewer,
  type Schedule,
} from './schedule.ts';
export { blockText, embeddedIn, linksIn, mapBlocks, mapUses, placements, usesIn } from './walk.ts';
export { linkedAs, placesOf, type PagePlace } from './anchors.ts';
export { isLinkAddress, isPlainAddress, linkToFile, linkToPage, targetOf } from './link.ts';
export type { LinkedPages } from './rendercontext.ts';
export {
  IN_LINE,
  inlineMarkup,
  readSmallPicture,
  SMALL_WIDTHS,
  type InLine,
  type SmallPicture,
} from './words.ts';
export { isAnchor } from './anchor.ts';
export { copiesIn, loosened, withCopies, type KeptCopy } from './copies.ts';
export { columnsFrom, itemsFrom, takenApart } from './itemsfrom.ts';
export { settingOf, settingsFor } from './settings/index.ts';
export { leftOver, mostPerRow, perRowIn, turnsRound } from './settings/cards.ts';
export { LEAST_SHARE, sharedAnew, sharesOf } from './settings/columns.ts';
export { tilesIn } from './settings/gallery.ts';
export {
  cornerIn,
  measuredOf,
  openerCredit,
  openerWords,
  pictureOf,
  veilIn,
  WORDS_ON,
} from './settings/opener.ts';
export { gapIn, wholeStyle, type Things } from './settings/setting.ts';
export {
  BOUNDS,
  CORNERS,
  DEEPEST_TOGETHER,
  MOST_ITEMS,
  SETTINGS,
  TOO_DEEP,
  type Corner,
  type SettingName,
  TogetherSchema,
  type TogetherSaid,
} from './together.ts';
export { wordCount } from './wordcount.ts';
