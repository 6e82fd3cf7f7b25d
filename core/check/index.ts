export { checkHtml, unread } from './checkhtml.ts';
export { readSeverities, type Severities } from './severities.ts';
export { sarifBegins, sarifEnds, sarifResult } from './sarif.ts';
export { HTML_RULES } from './rules/index.ts';
export type { HtmlFinding } from './rules/rule.ts';
