export { placardFromFile, type EmbeddedFields } from './embedded.ts';
export {
  BLANK_PLACARD,
  countriesOf,
  lacks,
  limitsOf,
  PlacardSchema,
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
  type MissingPart,
  type StatementContext,
  type StatementRun,
} from './statement.ts';
export { changeKeywords, keywordsOf } from './keywords.ts';
export { jsonLdOf, jsonLdScript, type LinkedMedia } from './jsonld.ts';
export { xmpOf } from './xmp.ts';
