import { TooTangled } from '../reading/tree.ts';
import { readPage } from './htmlpage.ts';
import { HTML_RULES } from './rules/index.ts';
import type { HtmlFinding } from './rules/rule.ts';
import type { Severities } from './severities.ts';

/**
 * Judges any HTML, a part or a whole document, in the order of the file. `holds` says whether a file stands beside it, by
 * a path relative to it. Never throws: what cannot be read is a finding.
 */
export function checkHtml(
  html: string,
  { severities = {}, holds }: { severities?: Severities; holds?: (path: string) => boolean } = {},
): HtmlFinding[] {
  try {
    const page = readPage(html, holds);
    return HTML_RULES.flatMap(({ id, severity: usual, look }) => {
      const severity = severities[id] ?? usual;
      if (severity === 'off') return [];
      return look(page).map(({ at, says, remedy }) => ({ rule: id, severity, ...at.place, says, remedy }));
    }).toSorted((one, other) => one.line - other.line || one.column - other.column);
  } catch (error) {
    if (!(error instanceof TooTangled)) throw error;
    return [unread(`It was not read to its end. ${error.message}`)];
  }
}

/** What is said of a file that nobody can judge. */
export const unread = (says: string): HtmlFinding => ({
  rule: 'not-read',
  severity: 'warn',
  line: 1,
  column: 1,
  says,
  remedy: 'Look at it by hand.',
});
