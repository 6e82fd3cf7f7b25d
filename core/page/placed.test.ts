import { describe, expect, it } from 'vitest';
import { BLANK_PLACARD } from '../credit/placard.ts';
import { toHtml } from '../markup/index.ts';
import { checkPage } from '../proof/check.ts';
import type { CheckContext } from '../proof/rules/rule.ts';
import { FIRST_POLICY } from '../licence/policy.ts';
import type { PageDocument } from './document.ts';
import { leadOf, listingOf, mapFacts, NO_FACTS, usesOfPage, wholePage, type PageFacts } from './facts.ts';
import { headMarkup, listingMarkup } from './head.ts';
import type { HeldAsset, Source } from './held.ts';
import { phraseIn } from './keyphrase.ts';
import type { Block } from './kinds/index.ts';
import type { RenderContext } from './kinds/kind.ts';
import { renderDocument } from './render.ts';
import { mapUses, shownUses, usesIn } from './walk.ts';

const file = (width: number): Source => ({
  key: `${width}.jpg`,
  mime: 'image/jpeg',
  width,
  height: width / 2,
  bytes: width,
});
const dome: HeldAsset = {
  id: 'asset-dome',
  kind: 'picture',
  placard: { ...BLANK_PLACARD, title: 'Dome', alt: 'A dome by day', licence: 'own', creator: 'Staff' },
  width: 2000,
  height: 1000,
  duration: null,
  focal: { x: 0.9, y: 0.5 },
  file: null,
  sources: [160, 320, 720, 1440].map(file),
  tracks: [],
};
const measures = [320, 720, 1120].map((width) => ({
  id: width === 720 ? 'column' : `m${width}`,
  name: `${width}`,
  width,
}));
const context: RenderContext = {
  measures,
  holdings: new Map([[dome.id, dome]]),
  addressOf: ({ key }) => key,
};
const against: CheckContext = {
  ...context,
  reviewOf: () => 'approved',
  heavyBytes: 1_000_000,
  policy: FIRST_POLICY,
  today: '2026-11-26',
};
const picture = (attrs: object = {}): Block =>
  ({
    type: 'picture',
    attrs: {
      id: 'place-1',
      position: 'full',
      measure: 'column',
      gap: 20,
      asset: dome.id,
      ownAlt: null,
      ownCaption: null,
      ...attrs,
    },
  }) as Block;
const doc = (...content: Block[]): PageDocument => ({ type: 'doc', content });
const html = (...content: Block[]) => renderDocument(doc(...content), context);
const table = (columns: number, widths: (number[] | null)[] = []): Block =>
  ({
    type: 'table',
    content: [
      {
        type: 'tableRow',
        content: Array.from({ length: columns }, (_, at) => ({
          type: 'tableCell',
          attrs: { colwidth: widths[at] ?? null },
          content: [at === 0 ? picture() : { type: 'paragraph' }],
        })),
      },
    ],
  }) as Block;

describe('a picture in a cell', () => {
  it('has the room of its column, less what the cell’s edges take', () => {
    expect(html(table(4))).toContain('sizes="(max-width: 599.98px) max(25vw - 21px, 75px), 159px"');
    expect(html(table(4))).toContain('table-layout:fixed;width:100%;min-width:384px');
    expect(html(table(2, [[300], [100]]))).toContain(
      'sizes="(max-width: 599.98px) max(75vw - 21px, 123px), 519px"',
    );
  });

  it('does not leave the table, however it is to stand', () => {
    const bled = table(2);
    const [{ use, shown } = { use: null, shown: null }] = shownUses(
      mapUses(doc(bled), (one) => one),
      context,
    );
    expect([use?.id, shown?.width, shown?.across]).toEqual(['place-1', 339, false]);
  });
});

describe('a picture in a box', () => {
  it('is cut round its focal point, and loads as many pixels as that needs', () => {
    const code = html(picture({ box: { width: 1, height: 1, how: 'filled' } }));
    expect(code).toContain('aspect-ratio:1/1;object-fit:cover;object-position:100% 50%');
    expect(code).toContain('sizes="(max-width: 599.98px) 200vw, 1440px"');
  });

  it('is soft where its pixels are too few for what fills it', () => {
    const rules = (attrs: object) => checkPage(doc(picture(attrs)), against).map(({ rule }) => rule);
    expect(rules({})).not.toContain('soft');
    expect(rules({ box: { width: 1, height: 2, how: 'filled' } })).toContain('soft');
  });
});

describe('a picture that opens large', () => {
  it('has a button that says so and a sheet that closes, both without script', () => {
    const code = html(picture({ large: true }));
    expect(code).toMatch(
      /<button type="button" commandfor="large-place-1" command="show-modal" popovertarget="large-place-1" aria-haspopup="dialog" aria-label="Enlarge: A dome by day"[^>]*><img/,
    );
    expect(code).toMatch(
      /<dialog id="large-place-1" popover="auto" closedby="any" aria-label="A dome by day"[^>]*><button [^>]*command="close"[^>]*popovertargetaction="hide"[^>]*>Close</,
    );
  });

  it('leads elsewhere where it is a link', () =>
    expect(html(picture({ large: true, linksTo: '/visit' }))).not.toContain('popover'));
});

describe('a small picture in a line', () => {
  const line: Block = {
    type: 'paragraph',
    content: [
      { type: 'text', text: 'Look for ' },
      {
        type: 'smallPicture',
        attrs: {
          id: 'small-1',
          asset: dome.id,
          version: null,
          ownAlt: 'this sign',
          width: 40,
          stands: 'middle',
        },
        marks: [{ type: 'link', attrs: { href: '/visit' } }],
      },
    ],
  };

  it('stands among the words at its width on every screen, and may be a link', () => {
    expect(html(line)).toMatch(
      /^<p>Look for <a href="\/visit"><img src="160.jpg" srcset="160.jpg 160w[^"]*" sizes="40px"[^>]* alt="this sign"[^>]*style="width:40px;max-width:100%;height:auto;vertical-align:middle"><\/a><\/p>/,
    );
  });

  it('is found where it is used, and changed with what it shows', () => {
    expect(usesIn(doc(line)).map(({ id, asset }) => [id, asset])).toEqual([['small-1', dome.id]]);
    const other = mapUses(doc(line), (use) => ({ ...use, asset: 'asset-other' }));
    expect(usesIn(other)[0]?.asset).toBe('asset-other');
  });

  it('is named in the list of credits', () => expect(html(line)).toContain('<h2>Credits</h2>'));
});

describe('the facts of a page', () => {
  const own = {
    asset: dome.id,
    version: null,
    ownAlt: null,
    box: null,
    position: 'full',
    measure: 'column',
  } as const;
  const facts: PageFacts = {
    ...NO_FACTS,
    description: 'About domes.',
    lead: own,
    listing: { ...own, ownAlt: 'Listed' },
  };
  const page = { document: doc(), facts, title: 'Domes & more', address: '/about/domes' };

  it('put the lead picture before the words, and each of its pictures is used', () => {
    expect(
      wholePage(page).content.map(
        (block) => 'attrs' in block && block.attrs && 'id' in block.attrs && block.attrs.id,
      ),
    ).toEqual(['lead-picture']);
    expect(usesOfPage(page).map(({ id }) => id)).toEqual(['lead-picture', 'listing-picture']);
    expect(leadOf({ ...page, facts: NO_FACTS }).content).toEqual([]);
    expect(listingOf({ ...page, facts: { ...facts, listing: null } }).content).toHaveLength(1);
  });

  it('go with what takes the place of their pictures', () => {
    const changed = mapFacts(facts, (use) => (use.asset === dome.id ? { ...use, asset: 'asset-new' } : use));
    expect([changed.lead?.asset, changed.listing?.asset]).toEqual(['asset-new', 'asset-new']);
    expect(mapFacts(facts, (use) => use)).toBe(facts);
  });

  it('are written into the head and the entry for lists, whatever they say', () => {
    const head = headMarkup(page, { name: 'Fernhollow' }, context).map(toHtml).join('\n');
    expect(head).toContain('<meta property="og:title" content="Domes &amp; more">');
    expect(head).toContain('<meta property="og:image" content="1440.jpg">');
    expect(head).toContain('<meta property="og:image:alt" content="Listed">');
    expect(toHtml(listingMarkup(page, context))).toMatch(
      /<article[^>]*><div style="flex:0 0 40%[^>]*><img [^>]*alt="Listed".*<a href="\/about\/domes">Domes &amp; more<\/a>/,
    );
  });
});

describe('a key phrase', () => {
  const words = (text: string): Block => ({ type: 'paragraph', content: [{ type: 'text', text }] });
  const found = (keyPhrase: string) =>
    phraseIn(
      {
        title: 'Café by night',
        address: '/visit/cafe-by-night',
        document: doc(
          { type: 'heading', attrs: { level: 2 }, content: [{ type: 'text', text: 'By night' }] },
          words('The cafe, by night and by day. By nights it is shut.'),
        ),
        facts: { ...NO_FACTS, keyPhrase, description: 'By night.' },
      },
      new Map(),
    );

  it('is counted as words in their order, whatever their case, accents and marks', () => {
    expect(found('by night')).toEqual({
      title: 1,
      address: 1,
      description: 1,
      headings: 1,
      opening: 2,
      words: 2,
      alt: 0,
    });
    expect(found('CAFE by Night')).toMatchObject({ title: 1, words: 1 });
    expect(found(' ')).toBeNull();
  });
});
