import { describe, expect, it } from 'vitest';
import { termsInWords } from './inwords.ts';
import { LICENCES, termsOf } from './licences.ts';

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
    ['cc-by-3.0', true, true, ['Attribution', 'Title', 'Notice', 'IndicateChanges']],
    ['cc-by-nc-nd-2.0', false, false, ['Attribution', 'Title', 'Notice', 'IndicateChanges']],
    ['cc-by-sa-3.0-de', true, true, ['Attribution', 'Title', 'Notice', 'IndicateChanges', 'ShareAlike']],
    ['gfdl-1.3', true, true, ['Attribution', 'Title', 'Notice', 'FullText', 'IndicateChanges', 'ShareAlike']],
    ['cc0-1.0', true, true, []],
    ['pdm-1.0', true, true, []],
  ])('%s: commercial %s, changes %s', (id, commercial, changes, requires) => {
    const terms = termsOf(id);
    expect(terms.permits.includes('CommercialUse')).toBe(commercial);
    expect(terms.prohibits.includes('CommercialUse')).toBe(!commercial);
    expect(terms.permits.includes('DerivativeWorks')).toBe(changes);
    expect(terms.requires).toEqual(requires);
  });

  // The letters that 2.0 and 3.0 give to a duty depend on which of them a licence has.
  it.each([
    ['cc-by-3.0', 'attribution', 'CC BY 3.0, section 4(b)'],
    ['cc-by-sa-3.0', 'shareAlike', 'CC BY-SA 3.0, section 4(b)'],
    ['cc-by-sa-3.0', 'attribution', 'CC BY-SA 3.0, section 4(c)'],
    ['cc-by-nc-3.0', 'commercial', 'CC BY-NC 3.0, section 4(b)'],
    ['cc-by-nc-sa-2.0', 'commercial', 'CC BY-NC-SA 2.0, section 4(c)'],
    ['cc-by-nc-sa-2.0', 'attribution', 'CC BY-NC-SA 2.0, section 4(d)'],
    ['cc-by-4.0', 'attribution', 'CC BY 4.0, section 3(a)(1)(A)(i)'],
    ['cc-by-nd-4.0', 'technical', 'CC BY-ND 4.0, section 2(a)(4)'],
  ] as const)('%s says of %s in %s', (id, matter, text) => {
    expect(termsOf(id).clauses[matter]?.text).toBe(text);
  });

  it.each([
    ['cc-by-sa-3.0-de', 'CC-BY-SA-3.0-DE'],
    ['cc-by-sa-2.0', 'CC-BY-SA-2.0'],
    ['gfdl-1.2', 'GFDL-1.2-or-later'],
    ['cc-by-3.0-pl', undefined],
  ])('%s has the SPDX identifier %s', (id, spdx) => {
    expect(termsOf(id).spdx).toBe(spdx);
  });

  it('cite something for all that they permit, forbid or ask', () => {
    for (const { id, clauses, permits, prohibits } of LICENCES) {
      expect(clauses.use, id).toBeDefined();
      if (permits.includes('DerivativeWorks')) expect(clauses.changes, id).toBeDefined();
      if (prohibits.includes('CommercialUse') && permits.includes('Distribution'))
        expect(clauses.commercial, id).toBeDefined();
    }
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

  it('have no may where nothing is allowed', () => {
    expect(termsInWords(termsOf('reserved')).map(({ kind }) => kind)).toEqual(['must', 'not']);
  });

  it('let nobody use what nobody knows', () => {
    expect(termsInWords(termsOf('unknown'))).toEqual([
      { kind: 'not', says: 'be used until somebody knows its terms' },
    ]);
  });
});
