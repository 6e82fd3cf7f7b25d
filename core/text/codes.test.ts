import { describe, expect, it } from 'vitest';
import { COUNTRIES, countryName } from './countries.ts';
import { languageName, LANGUAGES } from './languages.ts';

describe('countries', () => {
  it('are the 249 of ISO 3166-1, each with a name of its own', () => {
    expect(COUNTRIES).toHaveLength(249);
    expect(new Set(COUNTRIES.map(countryName)).size).toBe(249);
    expect(COUNTRIES).toEqual(COUNTRIES.toSorted());
  });

  it('that are none have no name', () => {
    expect([countryName('AT'), countryName('XX'), countryName('UK')]).toEqual(['Austria', 'XX', 'UK']);
  });
});

describe('languages', () => {
  it('have names of their own', () => {
    expect(LANGUAGES.length).toBeGreaterThan(180);
    expect(LANGUAGES.filter((tag) => languageName(tag) === null)).toEqual([]);
  });

  it.each([
    ['de', 'German'],
    ['de-AT', 'Austrian German'],
    ['gsw', 'Swiss German'],
    ['zzz', null],
    ['zzz-AT', null],
    ['english', null],
    ['e', null],
    ['', null],
    ['en_GB', null],
    ['en-', null],
  ])('%j means %j', (tag, name) => {
    expect(languageName(tag)).toBe(name);
  });
});
