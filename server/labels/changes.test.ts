import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BLANK_PLACARD, type Placard } from '@placard/core/credit';
import { takenBack } from './changes.ts';

const label = (fields: Partial<Placard>): Placard => ({ ...BLANK_PLACARD, ...fields });

describe('taking a change back', () => {
  it.each<[string, Partial<Placard>, Partial<Placard>, Partial<Placard>, Partial<Placard>, string[]]>([
    ['untouched since', { title: 'New' }, { title: 'Old' }, { title: 'New' }, { title: 'Old' }, []],
    ['changed again', { title: 'Newer' }, { title: 'Old' }, { title: 'New' }, {}, ['title']],
    [
      'partly',
      { title: 'New', caption: 'By hand' },
      { title: 'Old', caption: '' },
      { title: 'New', caption: 'Sheet' },
      { title: 'Old' },
      ['caption'],
    ],
    ['back already', { title: 'Old' }, { title: 'Old' }, { title: 'New' }, {}, ['title']],
    [
      'a yes or no',
      { decorative: true },
      { decorative: false },
      { decorative: true },
      { decorative: false },
      [],
    ],
  ])('%s', (_, now, before, after, changes, kept) => {
    expect(takenBack(label(now), { before, after })).toEqual({ changes, kept });
  });

  it('undoes exactly what was done, whatever it was', () => {
    const words = fc.string({ maxLength: 10 });
    const fields = fc.record({ title: words, caption: words, creator: words }, { requiredKeys: [] });
    fc.assert(
      fc.property(fc.record({ title: words, caption: words, creator: words }), fields, (before, change) => {
        const was = label(before);
        const names = (Object.keys(change) as (keyof typeof change)[]).filter(
          (name) => change[name] !== was[name],
        );
        const done = {
          before: Object.fromEntries(names.map((name) => [name, was[name]])) as Partial<Placard>,
          after: Object.fromEntries(names.map((name) => [name, change[name]])) as Partial<Placard>,
        };
        const { changes, kept } = takenBack({ ...was, ...done.after }, done);
        expect(kept).toEqual([]);
        expect({ ...was, ...done.after, ...changes }).toEqual(was);
      }),
    );
  });
});
