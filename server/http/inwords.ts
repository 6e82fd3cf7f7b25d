import * as v from 'valibot';

/** What is wrong with what was sent, in a sentence that names the field by its path. */
export function inWords(issue: v.BaseIssue<unknown>): string {
  // A schema that says it in its own words says it better.
  if (!issue.message.startsWith('Invalid ')) return issue.message;
  const path = v.getDotPath(issue);
  if (path === null) return 'What was sent is not of the kind that is expected here.';
  return `“${path}” ${wrongOf(issue)}.`;
}

const count = (value: unknown) => Number(value).toLocaleString('en');

function wrongOf({ type, input, requirement, expected }: v.BaseIssue<unknown>): string {
  if (input === undefined) return 'is missing';
  const things = Array.isArray(input) ? 'entries' : 'characters';
  switch (type) {
    case 'min_length':
      return requirement === 1 ? 'must not be empty' : `needs at least ${count(requirement)} ${things}`;
    case 'max_length':
      return `is too long: ${count(requirement)} ${things} at most`;
    case 'min_value':
      return `must be ${count(requirement)} or more`;
    case 'max_value':
      return `must be ${count(requirement)} or less`;
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
