export { placardFromFile, type EmbeddedFields } from './embedded.ts';
export { BLANK_PLACARD, lacks, PlacardSchema, type Lack, type Placard } from './placard.ts';
export {
  statement,
  statementHtml,
  statementMarkdown,
  statementText,
  type StatementRun,
} from './statement.ts';
export { changeKeywords, keywordsOf } from './keywords.ts';
export { xmpOf } from './xmp.ts';
