import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { unpack } from '../embed/unpack.ts';
import { PageDocumentSchema, readPlacement } from './document.ts';
import { POSITIONS } from './standing.ts';
import { isLinkAddress } from './link.ts';

const PICTURE = {
  id: 'placement-1',
  position: 'full',
  measure: 'column',
  gap: 20,
  asset: 'asset-0001',
  ownAlt: null,
  ownCaption: null,
  credit: 'below',
  linksTo: null,
  version: null,
};
const { id, position, measure, gap } = PICTURE;

describe('a placement that somebody says they have', () => {
  it('is taken as it is where pages have such', () => {
    expect(readPlacement('picture', PICTURE)).toEqual({ type: 'picture', attrs: PICTURE });
    expect(readPlacement('film', PICTURE)?.attrs).not.toHaveProperty('linksTo');
  });

  it.each<[string, object]>([
    ['no asset', { asset: undefined }],
    ['an asset that is a number', { asset: 7 }],
    ['an asset that is a path', { asset: '../../etc/passwd' }],
    ['a position nobody knows', { position: 'floating' }],
    ['a position with a prototype', { position: { toString: 'full' } }],
    ['a gap below nothing', { gap: -1 }],
    ['a gap across the page', { gap: 5000 }],
    ['half a gap', { gap: 1.5 }],
    ['a gap in words', { gap: '20' }],
    ['alt text without end', { ownAlt: 'a'.repeat(1001) }],
    ['a link that runs', { linksTo: 'javascript:alert(1)' }],
    ['a link that carries a page', { linksTo: 'data:text/html,<script>alert(1)</script>' }],
    ['a link to another host without saying how', { linksTo: '//evil.example' }],
    ['a credit elsewhere', { credit: 'nowhere' }],
    ['a version that is markup', { version: '<b>' }],
    ['an id with a blank', { id: 'placement 1' }],
  ])('with %s is none', (_, wrong) => {
    expect(readPlacement('picture', { ...PICTURE, ...wrong })).toBeNull();
  });

  it.each([[null], [undefined], [[]], ['picture'], [7]])('is none where %j is said', (attrs) => {
    expect(readPlacement('picture', attrs)).toBeNull();
    expect(readPlacement('embed', attrs)).toBeNull();
  });

  it('is an embed only with a frame as unpacking makes them', () => {
    const { frame } = unpack('<iframe src="https://lanternreel.example/1" title="A film"></iframe>');
    expect(readPlacement('embed', { id, position, measure, gap, frame })?.type).toBe('embed');
    for (const src of ['javascript:alert(1)', 'data:text/html,x', 'http:evil', ''])
      expect(readPlacement('embed', { id, position, measure, gap, frame: { ...frame, src } })).toBeNull();
  });

  it('keeps of whatever is said only what a page may have', () => {
    const said = fc.record(
      {
        id: fc.oneof(fc.constant(PICTURE.id), fc.string()),
        position: fc.oneof(fc.constantFrom(...POSITIONS), fc.jsonValue()),
        measure: fc.oneof(fc.constant('column'), fc.jsonValue()),
        gap: fc.oneof(fc.nat(200), fc.jsonValue()),
        asset: fc.oneof(fc.constant(PICTURE.asset), fc.jsonValue()),
        ownAlt: fc.oneof(fc.constant(null), fc.jsonValue()),
        ownCaption: fc.oneof(fc.constant(null), fc.jsonValue()),
        linksTo: fc.oneof(fc.webUrl(), fc.jsonValue()),
        onclick: fc.string(),
      },
      { requiredKeys: ['id', 'position', 'measure', 'gap', 'asset', 'ownAlt', 'ownCaption'] },
    );
    fc.assert(
      fc.property(said, (attrs) => {
        const read = readPlacement('picture', attrs);
        if (!read) return;
        expect(v.is(PageDocumentSchema, { type: 'doc', content: [read] })).toBe(true);
        expect(read.attrs).not.toHaveProperty('onclick');
      }),
      { numRuns: 400 },
    );
  });
});

describe('the address of a link', () => {
  it.each([
    'https://fernhollow.example/visit',
    'http://fernhollow.example',
    'mailto:night@fernhollow.example',
    'tel:+3110000000',
    '/visit/parking',
    '../news',
    './map',
    '#top',
    '?page=2',
  ])('may be %s', (address) => expect(isLinkAddress(address)).toBe(true));

  it.each([
    'javascript:alert(1)',
    ' JavaScript:alert(1)',
    'java\nscript:alert(1)',
    'vbscript:x',
    'data:text/html,x',
    'file:///etc/passwd',
    'blob:https://a.example/1',
    '//evil.example',
    'https:///evil.example',
    'evil.example',
    '',
    `https://a.example/${'a'.repeat(2000)}`,
  ])('is not %j', (address) => expect(isLinkAddress(address)).toBe(false));
});
