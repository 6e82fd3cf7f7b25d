import * as v from 'valibot';
import { inCount } from '../text/index.ts';

/** What is wrong with what was sent, in a sentence that names the field by its path. */
export function inWords(issue: v.BaseIssue<unknown>): string {
  // A schema that says it in its own words says it better.
  if (!issue.message.startsWith('Invalid ')) return issue.message;
  const path = v.getDotPath(issue);
  if (path === null) return 'What was sent is not of the kind that is expected here.';
  return `“${path}” ${wrongOf(issue)}.`;
}

/** The same of a field that is called by its own name beside the sentence. */
export const inWordsOfField = (issue: v.BaseIssue<unknown>): string =>
  issue.message.startsWith('Invalid ') ? `This ${wrongOf(issue)}.` : issue.message;

function wrongOf({ type, input, requirement, expected }: v.BaseIssue<unknown>): string {
  if (input === undefined) return 'is missing';
  const things = Array.isArray(input) ? 'entries' : 'characters';
  switch (type) {
    case 'min_length':
      return requirement === 1
        ? 'must not be empty'
        : `needs at least ${inCount(Number(requirement))} ${things}`;
    case 'max_length':
      return `is too long: ${inCount(Number(requirement))} ${things} at most`;
    case 'min_value':
      return `must be ${inCount(Number(requirement))} or more`;
    case 'max_value':
      return `must be ${inCount(Number(requirement))} or less`;
    case 'integer':
      return 'must be a whole number';
    case 'picklist':
    case 'literal':
    case 'variant':
      return expected
        ? `must be one of ${expected.replace(/^\(|\)$/g, '').replaceAll(' | ', ', ')}`
        : 'is none of those that there are';
    case 'string':
    case 'number':
    case 'boolean':
    case 'array':
    case 'object':
      return `must be ${type === 'array' || type === 'object' ? 'an' : 'a'} ${type}`;
    default:
      return 'is not written as it should be';
  }
}
