import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { freeName, slug } from './slug.ts';
import { termless, titleFromFileName } from './title.ts';

describe('a slug', () => {
  it.each([
    ['Slow turning', 'slow-turning'],
    ['Œuvre d’été, Straße Nº 3', 'oeuvre-dete-strasse-no-3'],
    ['  --  ', 'untitled'],
    ['星の夜', 'untitled'],
    ['UPPER_case.File', 'upper-case-file'],
    ['starTrails', 'startrails'],
    ['Νύχτα με άστρα', 'nyxta-me-astra'],
    ['Ночное небо', 'nochnoe-nebo'],
    ['ღამის ცა', 'ghamis-tsa'],
    ['Łódź, Đặng & Þór', 'lodz-dang-and-thor'],
  ])('of %j is %s', (text, expected) => {
    expect(slug(text)).toBe(expected);
  });

  it('is always fit for an address, and stays itself', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 300 }), (text) => {
        const made = slug(text);
        expect(made).toMatch(/^[a-z0-9]+(-[a-z0-9]+)*$/);
        expect(made.length).toBeLessThanOrEqual(80);
        expect(slug(made)).toBe(made);
      }),
    );
  });
});

describe('a free name', () => {
  it('is numbered from two', () => {
    const taken = new Set(['moon', 'moon-2']);
    expect(freeName('moon', (name) => taken.has(name))).toBe('moon-3');
    expect(freeName('sun', (name) => taken.has(name))).toBe('sun');
  });
});

describe('a title from a file name', () => {
  it.each([
    ['star-trails_over-dome (2).JPG', 'Star trails over dome'],
    ['C:\\pictures\\milkyWayRidge.png', 'Milky Way Ridge'],
    ['aurora 1920x1080 copy.webp', 'Aurora'],
    ['DSC_4471.jpg', ''],
    ['IMG_20251014_0312.jpg', ''],
    ['image (3).png', ''],
    ['88213377.jpg', ''],
    ['Ærø om natten.avif', 'Ærø om natten'],
  ])('%s gives %j', (file, title) => {
    expect(titleFromFileName(file)).toBe(title);
  });

  it('knows a camera’s names', () => {
    for (const name of ['P1010023.JPG', 'DSCF0012', 'IMG-0042', '20251014_031200'])
      expect(termless(name)).toBe(true);
    for (const name of ['dome', 'moon 3', 'Fernhollow 2025']) expect(termless(name)).toBe(false);
  });
});
