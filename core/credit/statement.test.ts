import fc from 'fast-check';
import { parseFragment } from 'parse5';
import { describe, expect, it } from 'vitest';
import { LICENCES } from '../licence/terms.ts';
import { BLANK_PLACARD, lacks, PlacardSchema, type Placard } from './placard.ts';
import { statement, statementHtml, statementMarkdown, statementText } from './statement.ts';
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
    const runs = statement(SLOW_TURNING, ['cropped']);
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
    expect(statementText(statement({ ...SLOW_TURNING, licence: 'own' }, ['cropped']))).not.toContain(
      'cropped',
    );
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
