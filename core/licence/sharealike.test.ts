import { describe, expect, it } from 'vitest';
import { together } from './sharealike.ts';
import { termsOf } from './licences.ts';

const works = (...ids: string[]) => ids.map((id) => termsOf(id));

describe('works put together into a new one', () => {
  // Creative Commons' own chart of which licences go together in an adaptation.
  const kinds = [
    'cc0-1.0',
    'cc-by-4.0',
    'cc-by-sa-4.0',
    'cc-by-nc-4.0',
    'cc-by-nd-4.0',
    'cc-by-nc-sa-4.0',
    'cc-by-nc-nd-4.0',
  ];
  const CHART = ['yyyynyn', 'yyyynyn', 'yyynnnn', 'yynynyn', 'nnnnnnn', 'yynynyn', 'nnnnnnn'];
  it.each(kinds.flatMap((one, row) => kinds.map((two, at) => [one, two, CHART[row]?.[at] === 'y'] as const)))(
    '%s and %s: %s',
    (one, two, goes) => {
      expect(together(works(one, two)) !== null).toBe(goes);
    },
  );

  it.each([
    [['cc-by-sa-3.0', 'cc-by-sa-4.0'], 'cc-by-sa-4.0'],
    [['cc-by-sa-2.0', 'cc-by-4.0'], 'cc-by-sa-2.0'],
    [['cc-by-nc-sa-3.0', 'cc-by-nc-4.0'], 'cc-by-nc-sa-3.0'],
    [['gfdl-1.2', 'gfdl-1.3'], 'gfdl-1.3'],
  ])('%o become %s', (ids, result) => {
    expect(together(works(...ids))).toMatchObject({ id: result });
  });

  it.each([[['cc-by-sa-4.0', 'gfdl-1.3']], [['cc-by-sa-3.0', 'cc-by-nc-sa-3.0']], [['comp', 'own']]])(
    '%o go together under no licence',
    (ids) => {
      expect(together(works(...ids))).toBeNull();
    },
  );

  it('are free where none asks for the same terms', () => {
    expect(together(works('own', 'cc-by-4.0', 'cc0-1.0'))).toBe('free');
  });
});
