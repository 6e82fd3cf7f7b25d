import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { placardFromFile } from './embedded.ts';
import { PlacardSchema } from './placard.ts';

describe('what a file says of itself', () => {
  it('fills the placard', () => {
    expect(
      placardFromFile({
        title: 'Dome at dusk',
        description: 'The dome is opened.',
        keywords: 'dome, dusk; dome',
        creator: 'Maren Holt',
        headline: 'The dome is open',
        copyrightNotice: '© 2026 Maren Holt',
        licensorAddress: 'https://pell.example/PS-118',
        creditLine: 'Pell Street Sky Club',
        source: 'an archive',
        rightsAddress: 'https://creativecommons.org/licenses/by-sa/4.0/',
        pictureId: 'PS-118',
      }),
    ).toEqual({
      title: 'Dome at dusk',
      caption: 'The dome is opened.',
      keywords: 'dome, dusk',
      creator: 'Maren Holt',
      source: 'Pell Street Sky Club',
      sourceUrl: 'https://pell.example/PS-118',
      copyright: '© 2026 Maren Holt',
      licence: 'cc-by-sa-4.0',
      pictureId: 'PS-118',
    });
  });

  it.each([
    [{ headline: 'Comet over the ridge' }, 'Comet over the ridge'],
    [{ title: 'DSC_4471', headline: 'Comet over the ridge' }, 'Comet over the ridge'],
    [{ title: 'A comet', headline: 'Comet over the ridge' }, 'A comet'],
  ])('is called by its headline where it has no other name: %j', (fields, title) => {
    expect(placardFromFile(fields).title).toBe(title);
  });

  it('leaves out what it does not say', () => {
    expect(placardFromFile({ title: ' ', rightsAddress: 'https://example.org/mine' })).toEqual({});
  });

  it('is shown as text, whatever it is', () => {
    expect(placardFromFile({ title: '<script>alert(1)</script>\u0000\n٣ 🌌' }).title).toBe(
      '<script>alert(1)</script> ٣ 🌌',
    );
  });

  it('always makes a placard that may be kept', () => {
    const text = fc.oneof(
      fc.string({ unit: 'binary', maxLength: 400 }),
      fc.string({ unit: 'grapheme', minLength: 250, maxLength: 3000 }),
    );
    fc.assert(
      fc.property(fc.record({ title: text, keywords: text, creator: text, description: text }), (fields) => {
        const made = placardFromFile(fields);
        expect(v.is(v.partial(PlacardSchema), made)).toBe(true);
      }),
    );
  });
});
