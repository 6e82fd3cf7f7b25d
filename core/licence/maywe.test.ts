import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mayWe, NO_LIMITS, NOTHING_ON_FILE, type Limits, type OnFile, type Use } from './maywe.ts';
import { LICENCES, termsOf } from './licences.ts';
import type { Terms } from './terms.ts';

const PLAIN: Use = {
  commercial: false,
  territory: [],
  from: '2026-11-25',
  until: null,
  changes: [],
  impressions: null,
  with: [],
};
const APPROVED: OnFile = { state: 'approved', until: '', commercial: true, changes: true };
const ask = (id: string, use: Partial<Use> = {}, limits: Partial<Limits> = {}, onFile?: OnFile) =>
  mayWe(termsOf(id), { ...PLAIN, ...use }, { ...NO_LIMITS, ...limits }, onFile);

describe('may we?', () => {
  // Shown as it is, cropped, on a commercial site. Sources: the licences' own legal code, by the sections cited.
  it.each([
    ['own', 'yes', 'yes', 'yes'],
    ['staff', 'if', 'if', 'if'],
    ['cc0-1.0', 'yes', 'yes', 'yes'],
    ['pdm-1.0', 'yes', 'yes', 'yes'],
    ['cc-by-4.0', 'if', 'if', 'if'],
    ['cc-by-3.0', 'if', 'if', 'if'],
    ['cc-by-2.0', 'if', 'if', 'if'],
    ['cc-by-sa-4.0', 'if', 'if', 'if'],
    ['cc-by-sa-3.0-de', 'if', 'if', 'if'],
    ['cc-by-nd-4.0', 'if', 'no', 'if'],
    ['cc-by-nd-2.0', 'if', 'no', 'if'],
    ['cc-by-nc-4.0', 'if', 'if', 'no'],
    ['cc-by-nc-sa-3.0', 'if', 'if', 'no'],
    ['cc-by-nc-nd-4.0', 'if', 'no', 'no'],
    ['gfdl-1.3', 'if', 'if', 'if'],
    ['bought', 'if', 'if', 'if'],
    ['editorial', 'if', 'no', 'no'],
    ['managed', 'if', 'if', 'if'],
    ['comp', 'no', 'no', 'no'],
    ['reserved', 'no', 'no', 'no'],
    ['unknown', 'no', 'no', 'no'],
  ])('%s: as it is %s, cropped %s, commercially %s', (id, plain, cropped, commercial) => {
    expect(ask(id).verdict).toBe(plain);
    expect(ask(id, { changes: ['cropped'] }).verdict).toBe(cropped);
    expect(ask(id, { commercial: true }).verdict).toBe(commercial);
  });

  it.each([
    ['cc-by-nd-4.0', { changes: ['cropped'] }, 'CC BY-ND 4.0, section 2(a)(1)(B) with 1, “Adapted Material”'],
    ['cc-by-nd-3.0', { changes: ['recoloured'] }, 'CC BY-ND 3.0, section 3'],
    ['cc-by-nc-4.0', { commercial: true }, 'CC BY-NC 4.0, section 1, “NonCommercial”'],
    ['cc-by-nc-sa-2.0', { commercial: true }, 'CC BY-NC-SA 2.0, section 4(c)'],
    ['reserved', {}, 'Berne Convention, article 9(1)'],
  ])('%s says no to %o and cites %s', (id, use, cites) => {
    const against = ask(id, use).reasons.filter(({ weighs }) => weighs === 'against');
    expect(against.map(({ clause }) => clause?.text)).toEqual([cites]);
    expect(against[0]?.clause?.address).toMatch(/^https:/);
  });

  it.each([
    ['cc-by-4.0', [], ['Attribution', 'Notice']],
    ['cc-by-4.0', ['cropped'], ['Attribution', 'Notice', 'IndicateChanges']],
    ['cc-by-3.0', [], ['Attribution', 'Title', 'Notice']],
    ['cc-by-sa-4.0', ['recoloured'], ['Attribution', 'Notice', 'IndicateChanges', 'ShareAlike']],
    ['cc-by-sa-4.0', [], ['Attribution', 'Notice']],
    ['gfdl-1.3', [], ['Attribution', 'Title', 'Notice', 'FullText']],
    ['cc0-1.0', ['cropped'], []],
  ])('%s, %o: owes %o', (id, changes, duties) => {
    expect(ask(id, { changes }).owes.map(({ duty }) => duty)).toEqual(duties);
  });

  it('says which changes are to be named', () => {
    expect(ask('cc-by-4.0', { changes: ['cropped', 'recoloured'] }).owes.at(-1)?.says).toBe(
      'Say that it was cropped and recoloured.',
    );
  });

  it('takes another size for no change', () => {
    expect(ask('cc-by-nd-4.0').reasons.at(-1)).toMatchObject({
      weighs: 'for',
      clause: { text: 'CC BY-ND 4.0, section 2(a)(4)' },
    });
  });
});

describe('what was agreed besides the licence', () => {
  it.each<[string, Partial<Use>, Partial<Limits>, 'if' | 'no', RegExp]>([
    [
      'everywhere',
      {},
      { territory: ['AT', 'DE'] },
      'no',
      /Austria and Germany only, and the site is for everywhere/,
    ],
    ['one country more', { territory: ['AT', 'CH'] }, { territory: ['AT'] }, 'no', /for Switzerland too/],
    ['within', { territory: ['AT'] }, { territory: ['AT', 'DE'] }, 'if', /^/],
    ['too early', {}, { from: '2027-01-01' }, 'no', /from 1 Jan 2027 on/],
    ['over', {}, { until: '2026-11-24' }, 'no', /until 24 Nov 2026, which is over/],
    ['on the last day', { until: '2026-11-25' }, { until: '2026-11-25' }, 'if', /^/],
    ['without an end', {}, { until: '2026-12-31' }, 'if', /Take it out by then/],
    ['too often', { impressions: 2000 }, { impressions: 1000 }, 'no', /1,000 times/],
  ])('%s', (_, use, limits, verdict, says) => {
    const answer = ask('managed', use, limits);
    expect(answer.verdict).toBe(verdict);
    expect(answer.reasons.map((reason) => reason.says).join('\n')).toMatch(says);
  });

  it('says for what it is ours alone, which takes nothing away', () => {
    const answer = ask('managed', {}, { exclusive: 'observatories in Austria' });
    expect(answer.verdict).toBe(ask('managed').verdict);
    expect(answer.reasons.at(-1)).toMatchObject({
      weighs: 'for',
      says: 'It is ours alone: observatories in Austria.',
    });
  });

  it('owes the limits that nobody can check for us', () => {
    const { owes } = ask('managed', {}, { impressions: 50_000, restrictions: 'No other observatory.' });
    expect(owes.map(({ says }) => says)).toEqual([
      'Name the creator.',
      'Show it at most 50,000 times.',
      'Keep to what was agreed: No other observatory.',
    ]);
  });
});

describe('a permission on file', () => {
  it.each<[string, OnFile, Partial<Use>, 'if' | 'no', RegExp]>([
    ['nothing yet', NOTHING_ON_FILE, {}, 'if', /No permission is on file yet/],
    ['not looked at', { ...APPROVED, state: 'unchecked' }, {}, 'if', /reviewer has not looked/],
    ['approved', APPROVED, { commercial: true, changes: ['cropped'] }, 'if', /which the permission covers/],
    ['refused', { ...APPROVED, state: 'refused' }, {}, 'no', /refused it/],
    ['not for changes', { ...APPROVED, changes: false }, { changes: ['cropped'] }, 'no', /covers changes/],
    [
      'not for business',
      { ...APPROVED, commercial: false },
      { commercial: true },
      'no',
      /does not cover that/,
    ],
    ['over', { ...APPROVED, until: '2026-01-01' }, {}, 'no', /ended on 1 Jan 2026/],
    ['about to end', { ...APPROVED, until: '2026-12-01' }, {}, 'if', /ends on 1 Dec 2026/],
  ])('%s', (_, onFile, use, verdict, says) => {
    const answer = ask('permission', use, {}, onFile);
    expect(answer.verdict).toBe(verdict);
    expect(answer.reasons.map((reason) => reason.says).join('\n')).toMatch(says);
  });

  it('opens what is reserved, as far as it goes', () => {
    expect(ask('reserved', {}, {}, APPROVED).verdict).toBe('if');
    expect(ask('reserved', { changes: ['cropped'] }, {}, { ...APPROVED, changes: false }).verdict).toBe('no');
  });
});

describe('terms that were agreed once for many', () => {
  const club: Terms = {
    id: 'ours-club',
    name: 'The club’s terms',
    short: 'courtesy of the club',
    family: 'agreed',
    permits: ['Reproduction', 'Distribution', 'DerivativeWorks'],
    requires: ['Attribution'],
    prohibits: ['CommercialUse'],
    clauses: { use: { text: 'Letter of the club' }, commercial: { text: 'Letter of the club' } },
  };
  it('are what they say, and need no permission on file besides', () => {
    const answer = mayWe(club, { ...PLAIN, changes: ['cropped'] });
    expect(answer.verdict).toBe('if');
    expect(answer.reasons.map(({ weighs }) => weighs)).toEqual(['for', 'for']);
    expect(mayWe(club, { ...PLAIN, commercial: true }).reasons.at(1)).toMatchObject({
      weighs: 'against',
      clause: { text: 'Letter of the club' },
    });
  });

  it('yield to a refusal on file', () => {
    expect(mayWe(club, PLAIN, NO_LIMITS, { ...APPROVED, state: 'refused' }).verdict).toBe('no');
  });
});

describe('any answer', () => {
  const anyUse = fc.record({
    commercial: fc.boolean(),
    territory: fc.subarray(['AT', 'DE', 'CH']),
    from: fc.constantFrom('2026-01-01', '2026-11-25'),
    until: fc.constantFrom(null, '2026-12-31'),
    changes: fc.subarray(['cropped', 'recoloured', 'words over it']),
    impressions: fc.constantFrom(null, 10, 10_000),
    with: fc.subarray([...LICENCES], { maxLength: 2 }),
  });
  const anyTerms = fc.constantFrom(...LICENCES);

  it('is no exactly where something speaks against it, and yes only where nothing is owed', () => {
    fc.assert(
      fc.property(anyTerms, anyUse, (terms, use) => {
        const { verdict, reasons, owes } = mayWe(terms, use);
        expect(verdict === 'no').toBe(reasons.some(({ weighs }) => weighs === 'against'));
        if (verdict === 'yes') expect(owes).toEqual([]);
        expect(reasons.length).toBeGreaterThan(0);
      }),
    );
  });

  it('is never better for asking more of a picture', () => {
    const rank = { yes: 2, if: 1, no: 0 };
    fc.assert(
      fc.property(anyTerms, anyUse, (terms, use) => {
        const more = { ...use, commercial: true, changes: [...use.changes, 'mirrored'] };
        expect(rank[mayWe(terms, more).verdict]).toBeLessThanOrEqual(rank[mayWe(terms, use).verdict]);
      }),
    );
  });
});
