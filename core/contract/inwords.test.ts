import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { ENDPOINTS } from './openapi.ts';
import { inWords } from './inwords.ts';

const SCHEMA = v.object({
  label: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(6)),
  code: v.optional(v.pipe(v.string(), v.minLength(3))),
  gap: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(2000))),
  ids: v.optional(v.pipe(v.array(v.pipe(v.string(), v.regex(/^[a-z]+$/))), v.maxLength(2))),
  place: v.optional(v.picklist(['below', 'beside'])),
  inside: v.optional(v.object({ yes: v.boolean() })),
  until: v.optional(v.pipe(v.string(), v.regex(/^\d+$/, 'Write a day as 2026-11-20.'))),
});

const says = (input: unknown) => {
  const { issues } = v.safeParse(SCHEMA, input);
  if (!issues) throw new Error('Nothing is wrong with it.');
  return inWords(issues[0]);
};

describe('what is wrong is said so that it can be mended', () => {
  it.each<[object, string]>([
    [{}, '“label” is missing.'],
    [{ label: ' ' }, '“label” must not be empty.'],
    [{ label: 'too long' }, '“label” is too long: 6 characters at most.'],
    [{ label: 7 }, '“label” must be a string.'],
    [{ label: null }, '“label” must be a string.'],
    [{ label: 'a', code: 'x' }, '“code” needs at least 3 characters.'],
    [{ label: 'a', gap: 1.5 }, '“gap” must be a whole number.'],
    [{ label: 'a', gap: -1 }, '“gap” must be 0 or more.'],
    [{ label: 'a', gap: 5000 }, '“gap” must be 2,000 or less.'],
    [{ label: 'a', gap: '5' }, '“gap” must be a number.'],
    [{ label: 'a', ids: 'a' }, '“ids” must be an array.'],
    [{ label: 'a', ids: ['a', 'b', 'c'] }, '“ids” is too long: 2 entries at most.'],
    [{ label: 'a', ids: ['a', '../b'] }, '“ids.1” is not written as it should be.'],
    [{ label: 'a', place: 'left' }, '“place” must be one of "below", "beside".'],
    [{ label: 'a', inside: [] }, '“inside.yes” is missing.'],
    [{ label: 'a', inside: { yes: 'yes' } }, '“inside.yes” must be a boolean.'],
    [{ label: 'a', until: 'tomorrow' }, 'Write a day as 2026-11-20.'],
  ])('%j', (input, sentence) => {
    expect(says(input)).toBe(sentence);
  });

  it.each([[null], ['text'], [7]])('%j as a whole', (input) => {
    expect(says(input)).toBe('What was sent is not of the kind that is expected here.');
  });

  it('never in the words of the library, for any endpoint', () => {
    for (const { body, query, params } of ENDPOINTS)
      for (const schema of [body, query, params])
        for (const input of [null, {}, { id: 7 }, { assets: [1], name: '', page: 'x', labels: [{}] }]) {
          const { issues } = v.safeParse(schema, input);
          if (issues) expect(inWords(issues[0])).toMatch(/^(?!Invalid)[A-Z“].*\.$/s);
        }
  });
});
