import fc from 'fast-check';
import { parseFragment } from 'parse5';
import { describe, expect, it } from 'vitest';
import { LICENCES, termsOf } from '../licence/licences.ts';
import { BLANK_PLACARD, lacks, limitsOf, PlacardSchema, type Placard } from './placard.ts';
import { missingParts, statement, statementHtml, statementMarkdown, statementText } from './statement.ts';
import * as v from 'valibot';

const SLOW_TURNING: Placard = {
  ...BLANK_PLACARD,
  title: 'Slow turning',
  alt: 'Rings of stars.',
  creator: 'Maren Aldous',
  creatorUrl: 'https://aldous.example/maren',
  licence: 'cc-by-4.0',
};

describe('a statement', () => {
  it('names title, creator, licence and changes in that order', () => {
    const runs = statement(SLOW_TURNING, { changes: ['cropped'] });
    expect(statementText(runs)).toBe(
      '“Slow turning” by Maren Aldous, CC BY 4.0, cropped (https://creativecommons.org/licenses/by/4.0/)',
    );
    expect(statementHtml(runs)).toBe(
      '“Slow turning” by <a href="https://aldous.example/maren" rel="author">Maren Aldous</a>, ' +
        '<a href="https://creativecommons.org/licenses/by/4.0/" rel="license">CC BY 4.0</a>, cropped',
    );
    expect(statementMarkdown(runs)).toBe(
      '“Slow turning” by [Maren Aldous](<https://aldous.example/maren>), [CC BY 4.0](<https://creativecommons.org/licenses/by/4.0/>), cropped',
    );
  });

  it.each([
    [{ licence: 'own', title: 'Full', creator: 'Fernhollow staff' }, '“Full” by Fernhollow staff'],
    [
      {
        licence: 'comp',
        title: 'Ridge',
        creator: 'Bram Oste',
        source: 'Quillmere Pictures',
        pictureId: 'QM-80234',
        accessed: '2026-11-04',
      },
      '“Ridge” by Bram Oste, Quillmere Pictures QM-80234, seen 4 November 2026, comp, not yet licensed',
    ],
    [
      { licence: 'bought', creator: 'Bram Oste', source: 'Quillmere Pictures', pictureId: 'QM-80234' },
      'By Bram Oste, Quillmere Pictures QM-80234, licensed',
    ],
    [
      { licence: 'own', creator: 'Staff', source: 'Archive', pictureId: 'A-7', accessed: '2026-11-04' },
      'By Staff, Archive',
    ],
    [
      { licence: 'permission', creator: 'Odd Farrow', source: 'the workshop' },
      'By Odd Farrow, the workshop, used with permission',
    ],
    [
      { licence: 'bought', title: 'Corona', creator: 'L. Castellane', source: 'Quillmere Pictures' },
      '“Corona” by L. Castellane, Quillmere Pictures, licensed',
    ],
    [{ licence: 'unknown' }, ''],
    [{ licence: 'unknown', title: 'Only a title' }, ''],
  ])('for %j reads “%s”', (fields, words) => {
    expect(statementText(statement({ ...BLANK_PLACARD, ...fields }))).toBe(words);
  });

  it('says what was changed only where the licence asks for it', () => {
    expect(
      statementText(statement({ ...SLOW_TURNING, licence: 'own' }, { changes: ['cropped'] })),
    ).not.toContain('cropped');
  });

  it('never lets words become markup', () => {
    const words = fc.string({ unit: 'binary', maxLength: 40 });
    fc.assert(
      fc.property(
        words,
        words,
        words,
        fc.constantFrom(...LICENCES.map(({ id }) => id)),
        (title, creator, source, licence) => {
          const nodes = parseFragment(
            statementHtml(statement({ ...BLANK_PLACARD, title, creator, source, licence })),
          ).childNodes;
          for (const node of nodes) expect(['#text', 'a']).toContain(node.nodeName);
        },
      ),
    );
  });
});

describe('a statement by its terms', () => {
  it.each([
    ['CC BY 4.0', ''],
    ['cc-by 4.0', ''],
    ['https://creativecommons.org/licenses/by/4.0/', ''],
    ['© 2026 Maren Aldous, CC BY 4.0', '© 2026 Maren Aldous'],
    ['© 2026 Maren Aldous (CC BY 4.0)', '© 2026 Maren Aldous'],
    ['© 2026 Maren Aldous – CC BY 4.0', '© 2026 Maren Aldous'],
    ['© 2026 Maren Aldous. Licensed under the CC BY 4.0 license', '© 2026 Maren Aldous'],
    ['© 2026 Maren Aldous', '© 2026 Maren Aldous'],
    ['© 2026 Maren Aldous, Inc. (north)', '© 2026 Maren Aldous, Inc. (north)'],
  ])('names the licence once where a notice repeats it: %s', (copyright, notice) => {
    const text = statementText(statement({ ...SLOW_TURNING, copyright }));
    expect(text).toBe(
      `“Slow turning” by Maren Aldous, ${notice === '' ? '' : `${notice}, `}CC BY 4.0 (https://creativecommons.org/licenses/by/4.0/)`,
    );
  });

  it('keeps a copyright notice where the creator has to be named, and nowhere else', () => {
    const noted = { ...SLOW_TURNING, copyright: '© 2026 Maren Aldous' };
    expect(statementText(statement(noted))).toContain('© 2026 Maren Aldous');
    expect(statementText(statement({ ...noted, licence: 'cc0-1.0' }))).not.toContain('©');
  });

  it('links the deed that its readers can read', () => {
    expect(statementHtml(statement(SLOW_TURNING, { language: 'fr-CH' }))).toContain(
      '<a href="https://creativecommons.org/licenses/by/4.0/deed.fr" rel="license">CC BY 4.0</a>',
    );
  });

  it('prints terms of an organisation’s own', () => {
    const terms = {
      ...termsOf('permission'),
      id: 'ours-club',
      short: 'by courtesy of the club',
      deed: 'https://club.example/terms',
    };
    expect(statementText(statement({ ...SLOW_TURNING, licence: 'ours-club' }, { terms }))).toBe(
      '“Slow turning” by Maren Aldous, by courtesy of the club (https://club.example/terms)',
    );
  });

  it.each([
    ['bought', { source: 'Quillmere Pictures', pictureId: '88213' }, 'Quillmere Pictures 88213, licensed'],
    ['editorial', { source: 'Quillmere Pictures', pictureId: '7' }, 'Quillmere Pictures 7, licensed'],
    [
      'comp',
      { source: 'Quillmere Pictures', pictureId: '7', accessed: '2026-11-05' },
      'seen 5 November 2026',
    ],
  ])('%s names the agency, the number and what else it wants', (licence, fields, says) => {
    expect(
      statementText(statement({ ...BLANK_PLACARD, creator: 'L. Castellane', licence, ...fields })),
    ).toContain(says);
  });

  it.each([
    ['cc-by-4.0', {}, ['creator', 'source']],
    ['cc-by-3.0', { creator: 'Maren Aldous' }, ['title', 'source']],
    ['comp', { creator: 'L. Castellane' }, ['source', 'picture id', 'date of access']],
    ['bought', { creator: 'L. C.', source: 'Quillmere' }, ['picture id']],
    ['own', {}, []],
    ['unknown', {}, ['licence']],
  ])('%s with %o lacks %o', (licence, fields, parts) => {
    expect(missingParts({ ...BLANK_PLACARD, licence, ...fields }).map(({ part }) => part)).toEqual(parts);
  });
});

describe('what was agreed', () => {
  it.each([
    [{ territory: 'at; DE de' }, { territory: 'AT, DE' }],
    [{ impressions: '50,000' }, { impressions: '50000' }],
    [{ until: ' 2026-12-31 ' }, { until: '2026-12-31' }],
  ])('%o is written as %o', (written, kept) => {
    expect(v.parse(v.partial(PlacardSchema), written)).toEqual(kept);
  });

  it.each([
    { territory: 'Austria' },
    { impressions: 'many' },
    { until: '2026-02-30' },
    { licence: 'cc-by-9.0' },
  ])('%o is refused', (written) => {
    expect(v.is(v.partial(PlacardSchema), written)).toBe(false);
  });

  it('limits what a licence allows', () => {
    expect(limitsOf({ ...BLANK_PLACARD, territory: 'AT, DE', impressions: '50' })).toMatchObject({
      territory: ['AT', 'DE'],
      impressions: 50,
    });
  });
});

describe('what a placard lacks', () => {
  it('is alt text, creator and licence, as far as they are needed', () => {
    expect(lacks(BLANK_PLACARD)).toEqual(['alt', 'licence']);
    expect(lacks({ ...SLOW_TURNING, creator: '' })).toEqual(['creator']);
    expect(lacks({ ...SLOW_TURNING, alt: '', decorative: true })).toEqual([]);
    expect(lacks({ ...BLANK_PLACARD, alt: 'x', licence: 'own' })).toEqual([]);
  });
});

describe('addresses on a placard', () => {
  it.each(['javascript:alert(1)', 'data:text/html,x', 'aldous.example', 'ftp://a.example'])(
    '%s is refused',
    (address) => {
      expect(v.is(PlacardSchema, { ...SLOW_TURNING, creatorUrl: address })).toBe(false);
    },
  );
});
