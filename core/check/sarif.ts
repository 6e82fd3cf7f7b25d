import type { HtmlFinding } from './rules/rule.ts';
import { HTML_RULES } from './rules/index.ts';

const LEVELS = { stop: 'error', warn: 'warning', note: 'note' } as const;

/** The beginning of a log of findings (SARIF 2.1.0, OASIS), to be followed by its results with commas between. */
export const sarifBegins = (): string => {
  const rules = [
    ...HTML_RULES.map(({ id, severity, why }) => ({
      id,
      shortDescription: { text: why },
      defaultConfiguration: { level: LEVELS[severity] },
    })),
    { id: 'not-read', shortDescription: { text: 'What cannot be read cannot be judged.' } },
  ];
  const driver = { name: 'placard check', rules };
  return `{"$schema":"https://json.schemastore.org/sarif-2.1.0.json","version":"2.1.0","runs":[{"tool":{"driver":${JSON.stringify(driver)}},"columnKind":"utf16CodeUnits","results":[`;
};

export const sarifEnds = ']}]}';

/** One finding as a result (SARIF 2.1.0, 3.27). `uri` is the file’s, relative to where it was asked for. */
export const sarifResult = (
  uri: string,
  { rule, severity, line, column, says, remedy }: HtmlFinding,
): string =>
  JSON.stringify({
    ruleId: rule,
    level: LEVELS[severity],
    message: { text: `${says} ${remedy}` },
    locations: [
      { physicalLocation: { artifactLocation: { uri }, region: { startLine: line, startColumn: column } } },
    ],
  });
