export { placardFromFile, type EmbeddedFields } from './embedded.ts';
export {
  BLANK_PLACARD,
  countriesOf,
  lacks,
  limitsOf,
  termsOfPlacard,
  type Lack,
  type Placard,
} from './placard.ts';
export {
  missingParts,
  statement,
  statementHtml,
  statementMarkdown,
  statementText,
  type StatementRun,
} from './statement.ts';
export { changeKeywords, keywordsOf } from './keywords.ts';
export { jsonLdScript } from './jsonld.ts';
export { tagsOf } from './tags.ts';
export { withoutPacket, xmpOf } from './xmp.ts';
