import { describe, expect, it } from 'vitest';
import { termsInWords } from './inwords.ts';
import { LICENCES, termsOf } from './terms.ts';

describe('licences', () => {
  it('have ids of their own', () => {
    expect(new Set(LICENCES.map(({ id }) => id)).size).toBe(LICENCES.length);
  });

  // The rows are the licences' own deeds: which uses each permits, and what it asks for.
  it.each([
    ['cc-by-4.0', true, true, ['Attribution', 'Notice', 'IndicateChanges']],
    ['cc-by-sa-4.0', true, true, ['Attribution', 'Notice', 'IndicateChanges', 'ShareAlike']],
    ['cc-by-nd-4.0', true, false, ['Attribution', 'Notice', 'IndicateChanges']],
    ['cc-by-nc-4.0', false, true, ['Attribution', 'Notice', 'IndicateChanges']],
    ['cc-by-nc-sa-4.0', false, true, ['Attribution', 'Notice', 'IndicateChanges', 'ShareAlike']],
    ['cc-by-nc-nd-4.0', false, false, ['Attribution', 'Notice', 'IndicateChanges']],
    ['cc0-1.0', true, true, []],
    ['pdm-1.0', true, true, []],
  ])('%s: commercial %s, changes %s', (id, commercial, changes, requires) => {
    const terms = termsOf(id);
    expect(terms.permits.includes('CommercialUse')).toBe(commercial);
    expect(terms.prohibits.includes('CommercialUse')).toBe(!commercial);
    expect(terms.permits.includes('DerivativeWorks')).toBe(changes);
    expect(terms.requires).toEqual(requires);
  });

  it('never permit and prohibit the same', () => {
    for (const { permits, prohibits } of LICENCES)
      expect(prohibits.filter((act) => permits.includes(act))).toEqual([]);
  });

  it('refuse an id that is not on the list', () => {
    expect(() => termsOf('cc-by-9.0')).toThrow(RangeError);
  });
});

describe('terms in words', () => {
  it('say may, must and may not', () => {
    expect(termsInWords(termsOf('cc-by-nc-nd-4.0'))).toEqual([
      { kind: 'may', says: 'be copied, be shown to everybody' },
      { kind: 'must', says: 'name the creator, link the licence, say what was changed' },
      { kind: 'not', says: 'be used on a commercial site, be cropped and recoloured' },
    ]);
  });

  it('let nobody use what nobody knows', () => {
    expect(termsInWords(termsOf('unknown'))).toEqual([
      { kind: 'not', says: 'be used until somebody knows its terms' },
    ]);
  });
});
