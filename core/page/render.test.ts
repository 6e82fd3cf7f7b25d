import fc from 'fast-check';
import { parseFragment, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { BLANK_PLACARD } from '../credit/placard.ts';
import { unpack } from '../embed/unpack.ts';
import { PageDocumentSchema, type PageDocument } from './document.ts';
import type { HeldAsset, HeldFile } from './held.ts';
import type { Block } from './kinds/index.ts';
import { renderDocument } from './render.ts';
import { renderSheet } from './sheet.ts';
import { blockText } from './walk.ts';
import { isLinkAddress } from './link.ts';
import type { Inline } from './words.ts';

const addressOf = ({ key }: HeldFile) => key;
const measures = [
  { id: 'aside', name: 'Aside', width: 320 },
  { id: 'column', name: 'Column', width: 720 },
  { id: 'wide', name: 'Wide', width: 1120 },
];

const sources = ['image/jpeg', 'image/webp'].flatMap((mime) =>
  [320, 720].map((width) => ({
    width,
    height: (width * 3) / 4,
    mime,
    bytes: width * 40,
    key: `media/dome-${width}.${mime.slice(6)}`,
  })),
);

const dome: HeldAsset = {
  id: 'asset-dome',
  kind: 'picture',
  placard: {
    ...BLANK_PLACARD,
    title: 'Dome',
    alt: 'A dome.',
    caption: 'By day.',
    creator: 'Fernhollow staff',
    licence: 'own',
  },
  width: 4000,
  height: 3000,
  duration: null,
  file: null,
  sources,
  tracks: [],
};
const film: HeldAsset = {
  ...dome,
  id: 'asset-film',
  kind: 'film',
  width: 960,
  height: 540,
  duration: 10,
  file: { key: 'media/film.mp4', mime: 'video/mp4', bytes: 9 },
  tracks: [{ language: 'en', label: 'English', key: 'media/film-en.vtt' }],
};
const context = { measures, addressOf, holdings: new Map([dome, film].map((asset) => [asset.id, asset])) };

const attrs = {
  id: 'place-0001',
  position: 'beside-left' as const,
  measure: 'aside',
  gap: 20,
  asset: dome.id,
  ownAlt: null,
  ownCaption: null,
};
const page = (...content: Block[]): PageDocument => ({ type: 'doc', content });

describe('a picture in a page', () => {
  const html = renderDocument(page({ type: 'picture', attrs }), context);

  it('is a figure with a modern and a safe format, alt text, numbers and credit', () => {
    expect(html).toContain(
      '<source type="image/webp" srcset="media/dome-320.webp 320w, media/dome-720.webp 720w" sizes="(max-width: 599.98px) 100vw, 320px">',
    );
    expect(html).toContain(
      '<img src="media/dome-320.jpeg" srcset="media/dome-320.jpeg 320w, media/dome-720.jpeg 720w"',
    );
    expect(html).toContain('width="320" height="240" alt="A dome."');
    expect(html).toContain('<figcaption>By day.<br><small>“Dome” by Fernhollow staff</small></figcaption>');
  });

  it('stands beside the text on a desk and alone on a phone', () => {
    expect(html).toContain(
      'float:left;clear:both;width:clamp(min(100% - 20px,320px),(600px - 100vw) * 999,100%)',
    );
  });

  it('says this place’s own words where it has some', () => {
    const own = renderDocument(
      page({ type: 'picture', attrs: { ...attrs, ownAlt: 'The dome by noon.', ownCaption: '' } }),
      context,
    );
    expect(own).toContain('alt="The dome by noon."');
    expect(own).not.toContain('By day.');
  });

  it('that is decorative has an empty alt text', () => {
    const decorative = { ...dome, placard: { ...dome.placard, alt: '', decorative: true } };
    expect(
      renderDocument(page({ type: 'picture', attrs }), {
        measures,
        addressOf,
        holdings: new Map([[dome.id, decorative]]),
      }),
    ).toContain('alt=""');
  });

  it('that is no longer held is left out', () => {
    expect(renderDocument(page({ type: 'picture', attrs: { ...attrs, asset: 'asset-gone' } }), context)).toBe(
      '',
    );
  });
});

it('a film has its poster, controls and captions', () => {
  const html = renderDocument(
    page({ type: 'film', attrs: { ...attrs, asset: film.id, position: 'full' } }),
    context,
  );
  expect(html).toContain(
    '<video controls preload="none" poster="media/dome-720.jpeg" width="960" height="540" aria-label="A dome."',
  );
  expect(html).toContain(
    '<source src="media/film.mp4" type="video/mp4"><track kind="captions" src="media/film-en.vtt" srclang="en" label="English" default>',
  );
});

describe('captions', () => {
  const tracks = ['de', 'en', 'en-GB'].map((language) => ({
    language,
    label: language,
    key: `media/film-${language}.vtt`,
  }));
  const rendered = (language: string) =>
    renderDocument(page({ type: 'film', attrs: { ...attrs, asset: film.id } }), {
      measures,
      addressOf,
      language,
      holdings: new Map([[film.id, { ...film, tracks }]]),
    });
  it.each([
    ['en', 'en'],
    ['EN-gb', 'en-GB'],
    ['en-AU', 'en'],
    ['de-AT', 'de'],
  ])('are shown by themselves in the language of the page: %s', (language, shown) => {
    const defaults = [...rendered(language).matchAll(/srclang="([^"]+)" label="[^"]+" default/g)].map(
      ([, said]) => said,
    );
    expect(defaults).toEqual([shown]);
  });

  it('in no language of the page are there to be chosen', () => {
    expect(rendered('fr')).not.toContain('default');
    expect(rendered('fr').match(/<track/g)).toHaveLength(3);
  });
});

describe('what a film says in words', () => {
  const told = (language: string, kind: 'captions' | 'chapters' | 'descriptions') => ({
    kind,
    language,
    label: language,
    key: `media/${kind}-${language}.vtt`,
    said: [{ who: '', words: `${kind} in ${language}`, at: 3 }],
  });
  const rendered = (kind: Parameters<typeof told>[1], transcript: 'folded' | 'below', spoken: string[]) =>
    renderDocument(page({ type: 'film', attrs: { ...attrs, asset: film.id, transcript } }), {
      ...context,
      language: 'en',
      holdings: new Map([[film.id, { ...film, tracks: spoken.map((language) => told(language, kind)) }]]),
    });

  it.each([
    ['captions', 'folded'],
    ['captions', 'below'],
    ['chapters', 'below'],
    ['descriptions', 'below'],
  ] as const)('%s, %s, are in the page’s language or its kin, else marked as in another', (kind, how) => {
    expect(rendered(kind, how, ['de', 'en'])).toContain(`${kind} in en`);
    expect(rendered(kind, how, ['de', 'en'])).not.toMatch(/ lang="|in de/);
    expect(rendered(kind, how, ['de', 'en-GB'])).toContain(`${kind} in en-GB`);
    expect(rendered(kind, how, ['de'])).toMatch(new RegExp(`lang="de"[^>]*>.*${kind} in de`));
    // Its title is in the language of the page.
    expect(rendered(kind, how, ['de'])).not.toMatch(/lang="de"[^>]*><summary/);
    expect(rendered(kind, how, [])).not.toMatch(/<details|<section/);
  });
});

describe('what a credit over the foot would cover', () => {
  it('has its credit below, where it is played', () => {
    const html = renderDocument(
      page({ type: 'film', attrs: { ...attrs, asset: film.id, credit: 'foot' } }),
      context,
    );
    expect(html).not.toContain('position:absolute');
    expect(html).toContain('<small>“Dome” by Fernhollow staff</small></figcaption>');
  });
});

it('a sound is as wide as where it stands', () => {
  const sound: HeldAsset = { ...film, id: 'asset-sound', kind: 'sound', width: 0, height: 0, tracks: [] };
  const html = renderDocument(page({ type: 'film', attrs: { ...attrs, asset: sound.id } }), {
    measures,
    addressOf,
    holdings: new Map([[sound.id, sound]]),
  });
  expect(html).toMatch(/<audio [^>]*style="display:block;width:100%/);
});

describe('links', () => {
  const link = (href: string) => ({ type: 'link' as const, attrs: { href } });
  const [bold, italic] = [{ type: 'bold' as const }, { type: 'italic' as const }];
  const rendered = (...content: Inline[]) => renderDocument(page({ type: 'paragraph', content }), context);

  it('go on through bold words as one', () => {
    const to = link('https://site.example/');
    expect(
      rendered(
        { type: 'text', text: 'see ', marks: [to] },
        { type: 'text', text: 'the ', marks: [bold, to] },
        { type: 'text', text: 'dome', marks: [italic, bold, to] },
        { type: 'hardBreak' },
        { type: 'text', text: ' now', marks: [to] },
      ),
    ).toBe(
      '<p><a href="https://site.example/">see <strong>the <em>dome</em></strong></a><br><a href="https://site.example/"> now</a></p>',
    );
  });

  it('never stand in links', () => {
    expect(rendered({ type: 'text', text: 'x', marks: [link('/a'), link('/b'), bold] })).toBe(
      '<p><a href="/a"><strong>x</strong></a></p>',
    );
  });

  it.each([
    ['/a b/[c].html?q={x}|y', '/a%20b/%5Bc%5D.html?q=%7Bx%7D%7Cy'],
    ['https://[2a00::1]:8080/a[1]', 'https://[2a00::1]:8080/a%5B1%5D'],
    ['https://site.example/100%25?done=50%', 'https://site.example/100%25?done=50%25'],
    ['https://site.example/Übersicht?a=1&b="2"', 'https://site.example/Übersicht?a=1&amp;b=%222%22'],
    ['mailto:info@site.example?subject=Star%20night', 'mailto:info@site.example?subject=Star%20night'],
    ['#a`b', '#a%60b'],
  ])('to %s are written as addresses are', (href, written) => {
    expect(rendered({ type: 'text', text: 'x', marks: [link(href)] })).toBe(
      `<p><a href="${written}">x</a></p>`,
    );
    const html = renderDocument(page({ type: 'picture', attrs: { ...attrs, linksTo: href } }), context);
    expect(html).toContain(`<a href="${written}"><picture>`);
  });
});

it('headings that say nothing are not written', () => {
  const heading = (text: string): Block => ({
    type: 'heading',
    attrs: { level: 2 },
    content: text === '' ? [] : [{ type: 'text', text }],
  });
  expect(renderDocument(page(heading(''), heading('  '), heading('Stars')), context)).toBe(
    '<h2 id="stars">Stars</h2>',
  );
});

it('an embed is the frame that unpacking made', () => {
  const { frame, html } = unpack(
    '<iframe src="https://lanternreel.example/player/1" title="A film" allowfullscreen></iframe>',
  );
  if (!frame) throw new Error('no frame');
  expect(
    renderDocument(
      page({
        type: 'embed',
        attrs: { id: 'place-0002', position: 'centred', measure: 'column', gap: 0, frame },
      }),
      context,
    ),
  ).toContain(html);
});

it('words become plain elements', () => {
  const document = page(
    { type: 'heading', attrs: { level: 2 }, content: [{ type: 'text', text: 'A & B' }] },
    {
      type: 'paragraph',
      content: [
        { type: 'text', text: 'bold', marks: [{ type: 'bold' }] },
        { type: 'hardBreak' },
        { type: 'text', text: 'link', marks: [{ type: 'link', attrs: { href: '/visit' } }] },
      ],
    },
    {
      type: 'bulletList',
      content: [
        { type: 'listItem', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'one' }] }] },
      ],
    },
    { type: 'paragraph' },
  );
  expect(renderDocument(document, context)).toBe(
    '<h2 id="a-and-b">A &amp; B</h2>\n<p><strong>bold</strong><br><a href="/visit">link</a></p>\n<ul><li>one</li></ul>',
  );
  expect(document.content.map(blockText)).toEqual(['A & B', 'bold link', 'one', '']);
});

const words = fc.string({ unit: 'binary', minLength: 1, maxLength: 40 });
const ALLOWED = new Set([
  'figure',
  'picture',
  'source',
  'img',
  'figcaption',
  'small',
  'a',
  'p',
  'h2',
  'strong',
  'em',
  'br',
  '#text',
]);

it('whatever is written, only known elements come out, without scripts or handlers', () => {
  fc.assert(
    fc.property(words, words, words, words, (title, alt, caption, text) => {
      const held = {
        ...dome,
        placard: { ...dome.placard, title, alt, caption, licence: 'cc-by-4.0', creator: text },
      };
      const document = page(
        { type: 'picture', attrs },
        { type: 'heading', attrs: { level: 2 }, content: [{ type: 'text', text }] },
      );
      const waiting: Tree.Node[] = [
        ...parseFragment(
          renderDocument(document, { measures, addressOf, holdings: new Map([[dome.id, held]]) }),
        ).childNodes,
      ];
      for (let node = waiting.pop(); node; node = waiting.pop()) {
        expect(ALLOWED).toContain(node.nodeName);
        if ('attrs' in node) for (const { name } of node.attrs) expect(name).not.toMatch(/^(on.*|class)$/);
        if ('childNodes' in node) waiting.push(...node.childNodes);
      }
    }),
  );
});

it('a site’s style cannot end its own element', () => {
  const sheet = renderSheet({
    title: '<x>',
    language: 'en',
    style: 'p{}</style><script>alert(1)</script>',
    body: '<p>x</p>',
  });
  expect(sheet).not.toContain('</style><script>');
  expect(sheet).toContain('<title>&lt;x&gt;</title>');
});

describe('links', () => {
  it.each([
    'https://a.example',
    'http://a.example/x',
    'mailto:a@b.example',
    'tel:+123',
    '#top',
    '/visit',
    './x',
    '../y',
    '?page=2',
  ])('may go to %s', (href) => {
    expect(isLinkAddress(href)).toBe(true);
  });
  it.each([
    'javascript:alert(1)',
    'JaVaScRiPt:x',
    'java\nscript:x',
    ' data:text/html,x',
    'vbscript:x',
    '//evil.example',
    'https:///x',
    '\u0001javascript:x',
    '',
  ])('may not go to %j', (href) => {
    expect(isLinkAddress(href)).toBe(false);
  });
});

it('a document with anything foreign in it is refused', () => {
  const refused = [
    { type: 'doc', content: [{ type: 'script', content: [] }] },
    { type: 'doc', content: [{ type: 'picture', attrs: { ...attrs, position: 'floating' } }] },
    {
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [{ type: 'text', text: 'x', marks: [{ type: 'link', attrs: { href: 'javascript:1' } }] }],
        },
      ],
    },
    { type: 'page', content: [] },
  ];
  for (const document of refused) expect(v.is(PageDocumentSchema, document)).toBe(false);
  const foreign = {
    type: 'doc',
    content: [{ type: 'paragraph', content: [{ type: 'text', text: 'x', onclick: 'y' }] }],
  };
  expect(v.parse(PageDocumentSchema, foreign)).toEqual({
    type: 'doc',
    content: [{ type: 'paragraph', content: [{ type: 'text', text: 'x' }] }],
  });
});

describe('a picture in versions', () => {
  const narrow = ['image/webp', 'image/jpeg'].flatMap((mime) =>
    [320, 600].map((width) => ({
      screen: 'narrow' as const,
      width,
      height: width * 1.5,
      mime,
      bytes: width * 30,
      key: `media/dome-narrow-${width}.${mime.slice(6)}`,
    })),
  );
  const rendered = (asset: HeldAsset, more: object = {}) =>
    renderDocument(page({ type: 'picture', attrs: { ...attrs, ...more } }), {
      measures,
      addressOf,
      holdings: new Map([
        [dome.id, dome],
        [`${dome.id}@version-2`, asset],
      ]),
    });

  it('gives narrow screens their own part, the modern format first, with its pixels, before all others', () => {
    const html = rendered({ ...dome, sources: [...sources, ...narrow] }, { version: 'version-2' });
    const given = [...html.matchAll(/<source ([^>]*)>/g)].map(([, said]) => said ?? '');
    expect(given).toHaveLength(3);
    expect(given[0]).toMatch(
      /^media="\(max-width: 599.98px\)" type="image\/webp" srcset="media\/dome-narrow-320\.webp 320w, /,
    );
    expect(given[0]).toMatch(/sizes="100vw" width="600" height="900"$/);
    expect(given[1]).toMatch(/^media=.*type="image\/jpeg"/);
    expect(given[2]).not.toContain('media=');
    // What everything falls back to is the part for wide screens.
    expect(html).toMatch(/<img src="media\/dome-320\.jpeg"/);
    expect(html.slice(html.indexOf('<img'))).not.toContain('narrow');
  });

  it('shows the version of its place, with the changes its credit names', () => {
    const cut: HeldAsset = {
      ...dome,
      placard: { ...dome.placard, licence: 'cc-by-4.0' },
      changes: ['cropped'],
      sources: sources.map((source) => ({ ...source, key: source.key.replace('dome', 'dome-v2') })),
    };
    expect(rendered(cut, { version: 'version-2' })).toMatch(/dome-v2-320.*cropped/s);
    expect(rendered(cut)).not.toMatch(/dome-v2|cropped/);
  });

  it('is one file where it is a drawing', () => {
    const drawn = { width: 200, height: 100, mime: 'image/svg+xml', bytes: 900, key: 'media/dome.svg' };
    const html = rendered(
      { ...dome, width: 200, height: 100, sources: [...sources, drawn] },
      { version: 'version-2' },
    );
    expect(html).toContain('<img src="media/dome.svg" width="200" height="100" alt="A dome."');
    expect(html).not.toMatch(/srcset|<picture|<source/);
  });
});

describe('a table', () => {
  const cell = (text: string, type: 'tableCell' | 'tableHeader' = 'tableCell', attrs = {}) => ({
    type,
    attrs,
    content: [{ type: 'paragraph' as const, content: [{ type: 'text' as const, text }] }],
  });
  const tableOf = (...rows: ReturnType<typeof cell>[][]): PageDocument => ({
    type: 'doc',
    content: [
      { type: 'table', content: rows.map((content) => ({ type: 'tableRow' as const, content })) } as Block,
    ],
  });
  const html = (document: PageDocument) =>
    renderDocument(v.parse(PageDocumentSchema, document), { measures, holdings: new Map(), addressOf });

  it('says of what its heads are the heads', () => {
    const made = html(
      tableOf(
        [cell('Day', 'tableHeader'), cell('Opens', 'tableHeader')],
        [cell('Friday', 'tableHeader'), cell('19')],
      ),
    );
    expect(made).toMatch(
      /<thead><tr><th scope="col"[^>]*>Day<\/th><th scope="col"[^>]*>Opens<\/th><\/tr><\/thead>/,
    );
    expect(made).toMatch(/<tbody><tr><th scope="row"[^>]*>Friday<\/th><td[^>]*>19<\/td><\/tr><\/tbody>/);
  });

  it('scrolls in a room with a name that keys reach', () => {
    expect(html(tableOf([cell('A'), cell('B')]))).toMatch(
      /^<div role="region" aria-label="Table: A" tabindex="0" style="overflow-x:auto;[^"]*"><table/,
    );
  });

  it('is called by its heads where it has no caption', () => {
    const made = html(
      tableOf([cell('Day', 'tableHeader'), cell('Opens', 'tableHeader')], [cell('Friday'), cell('19')]),
    );
    expect(made).toContain('aria-label="Table: Day, Opens"');
  });

  it('in which something is placed has room for the longest word of each column', () => {
    const placed = {
      type: 'picture',
      attrs: {
        id: 'place-9',
        asset: 'asset-none',
        position: 'full',
        measure: 'column',
        gap: 0,
        ownAlt: null,
        ownCaption: null,
      },
    };
    const made = (word: string) =>
      html(tableOf([cell(word), { ...cell(''), content: [placed] } as unknown as ReturnType<typeof cell>]));
    const least = (text: string) => Number(/min-width:(\d+)px/.exec(text)?.[1]);
    expect(least(made('Mo'))).toBe(192);
    expect(least(made('Wednesday afternoons'))).toBeGreaterThan(220);
    // An address may break.
    expect(least(made('https://a.example/'.padEnd(200, 'x')))).toBeLessThan(600);
  });

  it('gives the widths that somebody drew as shares, so that it still fits', () => {
    const made = html(
      tableOf([cell('A', 'tableCell', { colwidth: [100] }), cell('B', 'tableCell', { colwidth: [300] })]),
    );
    expect(made).toContain('<colgroup><col style="width:25%"><col style="width:75%"></colgroup>');
  });

  it('is refused where its cells go over more than tables have', () => {
    expect(
      v.safeParse(PageDocumentSchema, tableOf([cell('A', 'tableCell', { colspan: 5000 })])).success,
    ).toBe(false);
    expect(v.safeParse(PageDocumentSchema, tableOf()).success).toBe(false);
  });
});

describe('a quotation', () => {
  const quoted = (attrs: object): PageDocument => ({
    type: 'doc',
    content: [
      {
        type: 'quotation',
        attrs,
        content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Dark.' }] }],
      } as Block,
    ],
  });
  const html = (document: PageDocument) =>
    renderDocument(document, { measures, holdings: new Map(), addressOf });

  it.each([
    [{}, '<blockquote><p>Dark.</p></blockquote>'],
    [
      { source: 'Odd' },
      /<figure[^>]*><blockquote><p>Dark.<\/p><\/blockquote><figcaption[^>]*>Odd<\/figcaption>/,
    ],
    [
      { source: 'Odd', address: 'https://a.example/' },
      /<blockquote cite="https:\/\/a.example\/">.*<a href="https:\/\/a.example\/">Odd<\/a>/,
    ],
  ])('of %j says whose it is', (attrs, expected) => {
    if (typeof expected === 'string') expect(html(quoted(attrs))).toBe(expected);
    else expect(html(quoted(attrs))).toMatch(expected);
  });

  it('leads nowhere that runs', () => {
    expect(v.safeParse(PageDocumentSchema, quoted({ address: 'javascript:alert(1)' })).success).toBe(false);
  });
});
