import { describe, expect, it } from 'vitest';
import { termsOf } from './terms.ts';
import { verdictOf } from './verdict.ts';

describe('the verdict', () => {
  it.each([
    ['unknown', 'unknown'],
    ['own', 'yes'],
    ['cc0-1.0', 'yes'],
    ['pdm-1.0', 'yes'],
    ['cc-by-4.0', 'if'],
    ['cc-by-nc-nd-4.0', 'if'],
    ['bought', 'if'],
    ['permission', 'if'],
    ['comp', 'no'],
  ])('of %s is %s', (licence, verdict) => {
    expect(verdictOf(termsOf(licence))).toBe(verdict);
  });
});
