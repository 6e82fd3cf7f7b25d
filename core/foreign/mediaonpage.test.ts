import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mediaOnPage } from './mediaonpage.ts';

const PAGE = 'https://pictures.example/night/page.html';
const on = (html: string) => mediaOnPage(html, PAGE).media;

describe('media on a page', () => {
  it('carry what JSON-LD says of creator and licence', () => {
    const linked = {
      '@context': 'https://schema.org',
      '@graph': [
        {
          '@type': 'ImageObject',
          contentUrl: '/files/7.jpg',
          name: 'The ridge',
          license: 'https://creativecommons.org/licenses/by-sa/4.0/deed.de',
          creator: { '@type': 'Person', name: 'Maren Holt', url: 'https://holt.example/' },
        },
      ],
    };
    expect(on(`<script type="application/ld+json">${JSON.stringify(linked)}</script>`)).toEqual([
      {
        address: 'https://pictures.example/files/7.jpg',
        kind: 'picture',
        title: 'The ridge',
        alt: '',
        creator: 'Maren Holt',
        creatorUrl: 'https://holt.example/',
        licence: 'cc-by-sa-4.0',
        licenceUrl: 'https://creativecommons.org/licenses/by-sa/4.0/deed.de',
      },
    ]);
  });

  it.each([
    [
      'an img, with its alternative text',
      '<img src="a.png" alt="A dome">',
      'picture',
      '/night/a.png',
      'A dome',
    ],
    [
      'the largest of a srcset',
      '<img src="s.jpg" srcset="m.jpg 400w, l.jpg 1200w">',
      'picture',
      '/night/l.jpg',
      '',
    ],
    ['a film', '<video><source src="/f.mp4"></video>', 'film', '/f.mp4', ''],
    ['a sound', '<audio src="/f.mp3"></audio>', 'sound', '/f.mp3', ''],
    ['a link to a file', '<a href="/big.webp">large</a>', 'picture', '/big.webp', ''],
    ['Open Graph', '<meta property="og:image" content="/og">', 'picture', '/og', ''],
    ['a base address', '<base href="/else/"><img src="b.png">', 'picture', '/else/b.png', ''],
  ])('are found in %s', (_what, html, kind, path, alt) => {
    const [found, ...more] = on(html);
    expect(found).toMatchObject({ kind, address: `https://pictures.example${path}`, alt });
    expect(more).toEqual([]);
  });

  it('take the licence of their own figure, and no other’s', () => {
    const found = on(`
      <figure><img src="1.jpg"><figcaption>One <a rel="license" href="https://creativecommons.org/publicdomain/zero/1.0/">free</a></figcaption></figure>
      <figure><img src="2.jpg"></figure>`);
    expect(found.map(({ address, licence }) => [address.at(-5), licence])).toEqual([
      ['1', 'cc0-1.0'],
      ['2', 'unknown'],
    ]);
  });

  it('are not taken for what a figure of something else says, though the page shows them as its own', () => {
    const found = on(`<meta property="og:image" content="/own.jpg">
      <figure><img src="/other.jpg"><figcaption><a rel="license" href="https://creativecommons.org/publicdomain/zero/1.0/">free</a>,
      by <span property="cc:attributionName">Ines Falk</span></figcaption></figure>`);
    expect(
      found.map(({ address, licence, creator }) => [address.split('/').at(-1), licence, creator]),
    ).toEqual([
      ['other.jpg', 'cc0-1.0', 'Ines Falk'],
      ['own.jpg', 'unknown', ''],
    ]);
  });

  it('carry the attribution that ccREL gives in RDFa', () => {
    const [found] = on(`<meta property="og:image" content="/ridge.jpg">
      <p xmlns:cc="http://creativecommons.org/ns#"><a rel="cc:attributionURL" href="/ridge">The ridge</a> by
      <a rel="cc:attributionURL dct:creator" property="cc:attributionName" href="https://holt.example/">Maren  Holt</a>, under
      <a rel="license noopener" href="https://creativecommons.org/licenses/by/4.0/">CC BY</a></p>`);
    expect(found).toMatchObject({
      creator: 'Maren Holt',
      creatorUrl: 'https://holt.example/',
      licence: 'cc-by-4.0',
    });
  });

  it('carry what microdata says of them', () => {
    const found = on(`<div itemscope itemtype="https://schema.org/Article">
      <h1 itemprop="name">Nights</h1>
      <div itemprop="image" itemscope itemtype="https://schema.org/ImageObject">
        <img itemprop="contentUrl" src="/files/9.jpg" alt="A ridge">
        <span itemprop="creator" itemscope itemtype="https://schema.org/Person">
          <meta itemprop="name" content="Maren Holt"><a itemprop="url" href="/people/4">her page</a></span>
        <a itemprop="license" href="https://creativecommons.org/licenses/by-sa/4.0/">terms</a>
        <b itemprop="name">The <i>ridge</i></b>
      </div></div>`);
    expect(found).toEqual([
      {
        address: 'https://pictures.example/files/9.jpg',
        kind: 'picture',
        title: 'The ridge',
        alt: 'A ridge',
        creator: 'Maren Holt',
        creatorUrl: 'https://pictures.example/people/4',
        licence: 'cc-by-sa-4.0',
        licenceUrl: 'https://creativecommons.org/licenses/by-sa/4.0/',
      },
    ]);
  });

  it('stand on a site that may say its name', () => {
    const site = (html: string) => mediaOnPage(html, PAGE).site;
    expect(site('<meta property="og:site_name" content=" The  night library ">')).toBe('The night library');
    expect(site('<p>Nights</p>')).toBe('');
  });

  it('with a licence that is not on our list keep its address, and are of unknown licence', () => {
    const [found] = on(
      '<meta property="og:image" content="/a.jpg"><link rel="license" href="https://own.example/terms">',
    );
    expect(found).toMatchObject({ licence: 'unknown', licenceUrl: 'https://own.example/terms' });
  });

  it('are each listed once, the best described first', () => {
    const found = on(`<img src="plain.jpg"><img src="x.jpg">
      <script type="application/ld+json">{"@type":"ImageObject","contentUrl":"x.jpg","creator":"Ines Falk"}</script>`);
    expect(found.map(({ address }) => address.split('/').at(-1))).toEqual(['x.jpg', 'plain.jpg']);
  });

  it('never have an address that cannot be fetched, whatever the page is', () => {
    const piece = fc.oneof(
      fc.string(),
      fc.constantFrom(
        '<img src="',
        '<figure>',
        '<a rel=license href=',
        'javascript:alert(1)',
        'data:image/png,',
        '">',
        '<script type="application/ld+json">',
        '{"@type":"ImageObject","contentUrl":"',
        '</script>',
        '<base href="',
        '<div itemscope itemtype="https://schema.org/ImageObject">',
        '<a itemprop="contentUrl license __proto__ constructor" href="',
        '<a property="cc:attributionName" href="',
        '//',
      ),
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 25 }), (pieces) => {
        for (const { address, licenceUrl, creatorUrl } of on(pieces.join(''))) {
          expect(address).toMatch(/^https?:\/\//);
          expect(`${licenceUrl}${creatorUrl}`).toMatch(/^(https?:\/\/.*)?$/s);
        }
      }),
    );
  });

  it('are looked for without end in neither depth nor length', () => {
    expect(on(`${'<div>'.repeat(100_000)}<img src="deep.jpg">`)).toEqual([]);
    const item = '<div itemscope itemprop="image" itemtype="https://schema.org/ImageObject">';
    expect(on(`${item.repeat(20_000)}<img itemprop="contentUrl" src="deep.jpg">`)).toEqual([]);
    expect(
      on(
        '<img src="a.jpg">'.repeat(2) +
          Array.from({ length: 2000 }, (_, i) => `<img src="${i}.jpg">`).join(''),
      ),
    ).toHaveLength(300);
    expect(
      on(`<script type="application/ld+json">${'['.repeat(50_000)}${']'.repeat(50_000)}</script>`),
    ).toEqual([]);
  });
});
