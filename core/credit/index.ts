export { BLANK_PLACARD, lacks, PlacardSchema, type Lack, type Placard } from './placard.ts';
export {
  statement,
  statementHtml,
  statementMarkdown,
  statementText,
  type StatementRun,
} from './statement.ts';
