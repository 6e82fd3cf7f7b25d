import * as v from 'valibot';
import { HTML_RULES } from './rules/index.ts';

const SeveritiesSchema = v.record(v.string(), v.picklist(['stop', 'warn', 'note', 'off']));

/** How grave each rule is, by its id; `off` for one that is not asked. */
export type Severities = v.InferOutput<typeof SeveritiesSchema>;

const EXAMPLE = '{"alt-missing": "stop", "plain-http": "off"}';

/** How grave rules are, read from JSON. Throws an Error with a sentence. */
export function readSeverities(json: string): Severities {
  let said: unknown;
  try {
    said = JSON.parse(json);
  } catch {
    throw new Error(`The rules are no JSON: ${EXAMPLE} is.`);
  }
  const read = v.safeParse(SeveritiesSchema, said);
  if (!read.success) throw new Error(`This is no list of rules: ${EXAMPLE} is one.`);
  const unknown = Object.keys(read.output).find((id) => !HTML_RULES.some((rule) => rule.id === id));
  if (unknown) throw new Error(`There is no rule called ${unknown}.`);
  return read.output;
}
