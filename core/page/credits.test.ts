import { parseFragment, serialize } from 'parse5';
import { describe, expect, it } from 'vitest';
import { BLANK_PLACARD } from '../credit/placard.ts';
import { element, toHtml } from '../markup/index.ts';
import type { PageDocument } from './document.ts';
import { arranged } from './figure.ts';
import { CREDIT_PLACES, type CreditPlace, type HeldAsset } from './held.ts';
import { renderDocument } from './render.ts';

const asset: HeldAsset = {
  id: 'asset-1',
  kind: 'picture',
  placard: { ...BLANK_PLACARD, title: 'Dome', alt: 'A dome.', creator: 'Maren Aldous', licence: 'cc-by-4.0' },
  width: 720,
  height: 480,
  duration: null,
  file: null,
  sources: [{ width: 720, height: 480, mime: 'image/jpeg', bytes: 1, key: 'dome.jpg' }],
  tracks: [],
};
const page = (...credits: (CreditPlace | undefined)[]): PageDocument => ({
  type: 'doc',
  content: credits.map((credit, at) => ({
    type: 'picture' as const,
    attrs: {
      id: `place-${at}`,
      position: 'full' as const,
      measure: 'column',
      gap: 0,
      asset: 'asset-1',
      ownAlt: null,
      ownCaption: 'By night',
      ...(credit ? { credit } : {}),
    },
  })),
});
const render = (document: PageDocument, language?: string) =>
  renderDocument(document, {
    measures: [{ id: 'column', name: 'Column', width: 720 }],
    holdings: new Map([['asset-1', asset]]),
    addressOf: ({ key }) => key,
    ...(language ? { language } : {}),
  });

describe('where a credit stands', () => {
  it.each<[CreditPlace, RegExp]>([
    ['below', /<img[^>]*><figcaption>By night<br><small>“Dome”/],
    ['beside', /display:flex.*<img[^>]*><\/div><figcaption style="[^"]*">By night<br><small>“Dome”/],
    [
      'foot',
      /position:relative"><img[^>]*><small style="position:absolute[^>]*>“Dome”.*<\/small><\/div><figcaption>By night</,
    ],
    [
      'list',
      /<img[^>]*><figcaption>By night<\/figcaption><\/figure>\n<section><h2>Credits<\/h2><ul><li>“Dome”/,
    ],
  ])('%s', (place, html) => {
    expect(render(page(place))).toMatch(html);
  });

  it('is below where nothing is said, as it always was', () => {
    expect(render(page(undefined))).toBe(render(page('below')));
  });

  it('is once in the list, however often the picture stands there, and headed in the page’s language', () => {
    const html = render(page('list', 'list', 'below'), 'de-AT');
    expect(html.match(/<li>/g)).toHaveLength(1);
    expect(html).toContain('<h2>Bildnachweise</h2>');
    expect(html).toContain('by/4.0/deed.de');
  });

  it.each(CREDIT_PLACES)('%s is well-formed HTML that a parser reads back as it stands', (place) => {
    const html = toHtml(
      arranged(
        { width: '10px' },
        [element('img', { src: 'a.jpg', alt: '' })],
        'Words & more',
        ['By ', element('a', { href: 'https://a.example/' }, 'A')],
        place,
      ),
    );
    expect(serialize(parseFragment(html))).toBe(html);
  });

  it('over the foot is white on nearly black, its links too', () => {
    expect(render(page('foot'))).toMatch(/background:rgb\(0 0 0\/\.75\);color:#fff.*<a style="color:#fff"/);
  });
});
