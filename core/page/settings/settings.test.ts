import fc from 'fast-check';
import { parseFragment, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { BLANK_PLACARD } from '../../credit/placard.ts';
import { checkPage } from '../../proof/check.ts';
import { pageWeight } from '../../proof/weight.ts';
import type { CheckContext } from '../../proof/rules/rule.ts';
import { anyTogether } from '../../testing/index.ts';
import { creditsMarkup } from '../credits.ts';
import { PageDocumentSchema, type PageDocument } from '../document.ts';
import type { HeldAsset } from '../held.ts';
import { columnsFrom, itemsFrom, takenApart } from '../itemsfrom.ts';
import type { Block } from '../kinds/index.ts';
import type { Item } from '../kinds/item.ts';
import type { AnyBlock } from '../kinds/kind.ts';
import type { Together } from '../kinds/together.ts';
import { linkedData } from '../linkeddata.ts';
import { renderDocument } from '../render.ts';
import { sizesOf } from '../availablewidth.ts';
import { SETTINGS, type SettingName, type TogetherSaid } from '../together.ts';
import { embeddedIn, linksIn, mapUses, shownUses, usesIn, stepsIn } from '../walk.ts';
import { settingsFor } from './index.ts';

const measures = [
  { id: 'column', name: 'Column', width: 720 },
  { id: 'wide', name: 'Wide', width: 1120 },
];
const held = (id: string, width: number, height: number): HeldAsset => ({
  id,
  kind: 'picture',
  placard: {
    ...BLANK_PLACARD,
    title: `Title of ${id}`,
    alt: `Alt of ${id}.`,
    creator: 'Edda Quill',
    licence: 'own',
  },
  width,
  height,
  duration: null,
  file: null,
  sources: [320, 720, 1440].map((wide) => ({
    key: `${id}-${wide}.jpg`,
    width: wide,
    height: Math.round((wide * height) / width),
    mime: 'image/jpeg',
    bytes: wide * 100,
  })),
  tracks: [],
});
const assets = [held('asset-a', 1500, 1000), held('asset-b', 1000, 1500), held('asset-c', 4000, 1000)];
const context: CheckContext = {
  measures,
  holdings: new Map(assets.map((asset) => [asset.id, asset])),
  reviewOf: () => 'approved',
  heavyBytes: 1e9,
  policy: { commercial: false } as CheckContext['policy'],
  today: '2031-05-01',
  pages: new Map([['page-visit-1', { title: 'Visit', address: '/visit', anchors: [] }]]),
};
const render = (document: PageDocument) =>
  renderDocument(document, { ...context, addressOf: ({ key }) => key });

const shows = (asset: string): AnyBlock => ({
  type: 'picture',
  attrs: {
    id: `place-${asset}`,
    asset,
    position: 'full',
    measure: 'column',
    gap: 20,
    ownAlt: null,
    ownCaption: 'Its own caption',
    credit: 'list',
  },
});
const words = (text: string): AnyBlock => ({ type: 'paragraph', content: [{ type: 'text', text }] });
const titled = (text: string): AnyBlock => ({
  type: 'heading',
  attrs: { level: 2 },
  content: [{ type: 'text', text }],
});
const item = (asset: string, title: string, linksTo: string | null = null): Item => ({
  type: 'item',
  attrs: { linksTo },
  content: [shows(asset), titled(title), words(`Words of ${title}.`)],
});
const pageOf = (
  setting: SettingName,
  items: Item[] = assets.map(({ id }, at) => item(id, `Thing ${at + 1}`)),
  said: Partial<TogetherSaid> = {},
  more: AnyBlock[] = [],
): PageDocument =>
  v.parse(PageDocumentSchema, {
    type: 'doc',
    content: [
      { type: 'together', attrs: { key: 'things-1', setting, ...said }, content: [...items, ...more] },
    ],
  });
const elementsOf = (html: string): Tree.Element[] => {
  const all: Tree.Element[] = [];
  const into = (node: Tree.ParentNode) => {
    for (const child of node.childNodes)
      if ('tagName' in child) {
        all.push(child);
        into(child);
      }
  };
  into(parseFragment(html));
  return all;
};

describe('things in any setting', () => {
  it.each(SETTINGS)('as %s: everything that asks after what a page shows finds it', (setting) => {
    const items = setting === 'opener' ? [item('asset-a', 'Thing 1')] : undefined;
    const page = pageOf(setting, items);
    const there = items ? ['asset-a'] : assets.map(({ id }) => id);
    expect(usesIn(page).map(({ asset }) => asset)).toEqual(there);
    // Swaps and restores go through here.
    const swapped = mapUses(page, (use) => (use.asset === 'asset-a' ? { ...use, asset: 'asset-b' } : use));
    expect(usesIn(swapped)[0]?.asset).toBe('asset-b');
    expect(pageWeight(page, context, [{ width: 1280, density: 1 }])[0]).toBeGreaterThan(0);
    expect(linkedData(page, { ...context, addressOf: ({ key }) => key })).toHaveLength(there.length);
    // Each credit that was to stand in the list stands there, once.
    expect(JSON.stringify(creditsMarkup(page, context))).toContain('Title of asset-a');
    const gone = { ...context, holdings: new Map() };
    expect(checkPage(page, gone).filter(({ rule }) => rule === 'asset-gone')).toHaveLength(there.length);
    const html = render(page);
    for (const asset of there) expect(html).toContain(`alt="Alt of ${asset}."`);
  });

  it.each<[SettingName, number[], string]>([
    ['columns', [224, 224, 224], '(max-width: 599.98px) 100vw, min(33.33vw - 16px, 224px)'],
    // The widest of them fills its box, and needs as many more pixels as are cut away.
    ['cards', [227, 227, 606], '(max-width: 599.98px) 100vw, min(33.33vw - 13.33px, 227px)'],
    ['tiles', [353, 235, 940], '(max-width: 599.98px) calc(75vw - 6px), min(50vw - 8px, 353px)'],
    ['slides', [720, 720, 720], '(max-width: 599.98px) 100vw, min(100vw, 720px)'],
    ['sidenote', [231, 231, 231], '(max-width: 599.98px) calc(100vw - 19px), min(36vw - 29.08px, 231px)'],
  ])('as %s: pictures are asked for as wide as they stand', (setting, widths, sizes) => {
    const shown = shownUses(pageOf(setting), context);
    expect(shown.map(({ shown: { width } }) => width)).toEqual(widths);
    expect(sizesOf(shown[0]?.shown as never)).toBe(sizes);
  });

  it('rows of a gallery share the width by what their pictures are, on wide screens and on narrow ones', () => {
    const wide = shownUses(pageOf('rows'), context).map(({ shown }) => shown.width);
    // Two gaps of 8 px, and pixels that are rounded up.
    expect(wide.reduce((sum, width) => sum + width, 0)).toBeGreaterThanOrEqual(704);
    expect((wide[0] ?? 0) / (wide[1] ?? 1)).toBeCloseTo(1.5 / (2 / 3), 1);
  });

  it('what leaves the column asks for its share of the screen', () => {
    const [first] = shownUses(pageOf('cards', undefined, { across: true }), context);
    expect(sizesOf(first?.shown as never)).toMatch(
      /^\(max-width: 599\.98px\) 100vw, min\(33\.\d+vw - 13\.33px, \d+px\)$/,
    );
  });

  it('the picture of an opener is asked for as wide as it covers what it lies in', () => {
    const [panorama] = shownUses(pageOf('opener', [item('asset-c', 'Wide')]), context);
    // Four times as wide as high, where it lies 21 : 9 and upright on a phone.
    expect(panorama?.shown.width).toBe(Math.ceil(720 * (4 / (21 / 9))));
    expect(panorama?.shown.share).toBeCloseTo(4 / (10 / 11), 2);
  });

  it('makes sense only for some things', () => {
    const [a, b, c] = assets.map(({ id }, at) => item(id, `${at}`)) as [Item, Item, Item];
    const onlyWords: Item = { type: 'item', content: [words('Only words.')] };
    expect(settingsFor([a])).toEqual(['cards', 'opener', 'sidenote']);
    expect(settingsFor([a, b])).toEqual(['cards', 'columns', 'rows', 'tiles', 'slides', 'sidenote']);
    expect(settingsFor([a, onlyWords])).not.toContain('rows');
    expect(settingsFor([onlyWords])).not.toContain('opener');
    expect(settingsFor([a, b, c, a, b])).not.toContain('columns');
    expect(settingsFor(Array.from({ length: 41 }, () => a))).toEqual(['rows', 'tiles', 'slides']);
  });

  it('is changed into any other and back, and nothing of it is lost', () => {
    fc.assert(
      fc.property(
        anyTogether('thing-1'),
        fc.constantFrom(...SETTINGS),
        fc.constantFrom(...SETTINGS),
        (block, first, then) => {
          const page = (setting: SettingName): PageDocument => {
            const set = block as unknown as Together;
            return v.parse(PageDocumentSchema, {
              type: 'doc',
              content: [{ ...set, attrs: { ...set.attrs, setting } }],
            });
          };
          const [before, other] = [page(first), page(then)];
          expect(usesIn(other)).toEqual(usesIn(before));
          expect(linksIn(other)).toEqual(linksIn(before));
          expect(embeddedIn(other)).toEqual(embeddedIn(before));
          const kept = (document: PageDocument) =>
            stepsIn(document)
              .map(({ block: one }) => one)
              .slice(1);
          expect(kept(other)).toEqual(kept(before));
          expect(render(page(first))).toBe(render(before));
        },
      ),
    );
  });

  it('is HTML without class and script that every parser reads as it was written, whatever it holds', () => {
    fc.assert(
      fc.property(anyTogether('thing-1'), (block) => {
        const html = render(v.parse(PageDocumentSchema, { type: 'doc', content: [block] }));
        expect(html).not.toMatch(/ class=|<script/);
        const ids = elementsOf(html).flatMap(({ attrs }) =>
          attrs.filter(({ name }) => name === 'id').map(({ value }) => value),
        );
        expect(new Set(ids).size).toBe(ids.length);
        for (const { tagName, childNodes } of elementsOf(html))
          if (tagName === 'ul')
            for (const child of childNodes)
              if ('tagName' in child) expect(['li', 'ul']).toContain(child.tagName);
      }),
    );
  });
});

describe('what a setting is made of', () => {
  const names = (html: string) => elementsOf(html).map(({ tagName }) => tagName);

  it('cards: a list of articles, one honest link each, and what is pressed otherwise lies over it', () => {
    const html = render(pageOf('cards', [item('asset-a', 'The dome', 'page:page-visit-1')]));
    expect(names(html)).toEqual(expect.arrayContaining(['ul', 'li', 'article', 'h2']));
    expect(html).toContain(
      '<a href="/visit" style="color:inherit">The dome'.replace(' style="color:inherit"', ''),
    );
    expect(html.match(/<a /g)).toHaveLength(1);
    expect(html).toContain('grid-template-rows:subgrid');
  });

  it('cards: words of its own are the link, and the title none', () => {
    const one = item('asset-a', 'The dome', 'page:page-visit-1');
    const html = render(pageOf('cards', [{ ...one, attrs: { ...one.attrs, linkWords: 'How to get here' } }]));
    expect(html).toMatch(/<p[^>]*><a href="\/visit">How to get here/);
    expect(html).toMatch(/<h2[^>]*>The dome<\/h2>/);
  });

  it.each(['columns', 'cards'] as const)(
    '%s turned round: first on a phone is first for who hears it',
    (setting) => {
      const order = (turned: boolean) =>
        [...render(pageOf(setting, undefined, { turned })).matchAll(/Words of (Thing \d)/g)].map(
          ([, name]) => name,
        );
      expect(order(false)).toEqual(['Thing 1', 'Thing 2', 'Thing 3']);
      expect(order(true)).toEqual(['Thing 3', 'Thing 2', 'Thing 1']);
    },
  );

  it('a gallery: figures with captions, each opened large and closed without a script', () => {
    for (const setting of ['rows', 'tiles', 'slides'] as const) {
      const html = render(pageOf(setting));
      expect(html.match(/<figcaption>Its own caption/g)).toHaveLength(3);
      expect(html.match(/popovertargetaction="hide"/g)).toHaveLength(3);
      expect(render(pageOf(setting, undefined, { large: false }))).not.toContain('popover');
    }
  });

  it('words that a gallery does not show are in no outline, and nothing is found in them', () => {
    const items = [
      item('asset-a', 'One'),
      { ...item('asset-b', 'Two'), content: [shows('asset-b'), { ...titled('Deep'), attrs: { level: 4 } }] },
    ];
    expect(render(pageOf('rows', items))).not.toContain('Deep');
    const rules = (setting: SettingName) =>
      checkPage(pageOf(setting, items), context).map(({ rule }) => rule);
    expect(rules('rows')).not.toContain('headings-out-of-order');
    expect(rules('cards')).toContain('headings-out-of-order');
  });

  it('slides: reached by key, each says which it is and leads to those beside it', () => {
    const html = render(pageOf('slides'));
    expect(html).toMatch(/<ul role="list" tabindex="0" aria-label="[^"]+"/);
    expect(html).toContain('id="things-1-2"');
    expect(html).toContain('href="#things-1-2" aria-label="The next one: Thing 2"');
    expect(html).toContain('2 / 3');
  });

  it('a side note: a landmark with its title, behind the words that it belongs to', () => {
    const beside = { type: 'alongside', content: [words('The words beside it.')] };
    const html = render(pageOf('sidenote', [item('asset-a', 'The chart')], {}, [beside]));
    expect(html).toContain('<aside aria-labelledby="the-chart"');
    expect(html.indexOf('The words beside it.')).toBeLessThan(html.indexOf('<aside'));
    const untitled: Item = { type: 'item', content: [words('Nothing but words.')] };
    expect(checkPage(pageOf('sidenote', [untitled]), context).map(({ rule }) => rule)).toContain(
      'note-untitled',
    );
    expect(checkPage(pageOf('sidenote', [untitled], { name: 'Aside' }), context)).toEqual([]);
  });

  it('words beside no side note stand behind what is set', () => {
    const beside = { type: 'alongside', content: [words('The words beside it.')] };
    const html = render(pageOf('cards', undefined, {}, [beside]));
    expect(html.indexOf('</ul>')).toBeLessThan(html.indexOf('The words beside it.'));
  });

  it('an opener: its words over the picture, its credit under it', () => {
    const one = item('asset-a', 'Dark', 'page:page-visit-1');
    const picture = { ...one.content[0], attrs: { ...one.content[0]?.attrs, credit: 'below' } } as AnyBlock;
    const html = render(
      pageOf('opener', [
        { ...one, attrs: { ...one.attrs, linkWords: 'Come' }, content: [picture, ...one.content.slice(1)] },
      ]),
    );
    expect(html).toContain('<section aria-labelledby="dark"');
    expect(html).toContain('background:rgb(0 0 0/0.45)');
    expect(html).toMatch(/<a href="\/visit" style="color:inherit">Come<\/a>/);
    expect(html).toContain('“Title of asset-a” by Edda Quill');
  });

  it('an opener on narrow screens: the part of the picture that they have', () => {
    const narrow = {
      key: 'asset-a-upright.jpg',
      screen: 'narrow' as const,
      width: 800,
      height: 1000,
      mime: 'image/jpeg',
      bytes: 9,
    };
    const [first] = assets;
    const holdings = new Map([
      ['asset-a', { ...(first as HeldAsset), sources: [...(first?.sources ?? []), narrow] }],
    ]);
    const html = renderDocument(pageOf('opener', [item('asset-a', 'Dark')]), {
      ...context,
      holdings,
      addressOf: ({ key }) => key,
    });
    expect(html).toMatch(/<source media="\(max-width: 599\.98px\)"[^>]*srcset="asset-a-upright\.jpg 800w"/);
  });

  it('right to left, the order of cards is turned the other way', () => {
    const turned = pageOf('cards', undefined, { turned: true });
    const arabic = renderDocument(turned, { ...context, language: 'ar', addressOf: ({ key }) => key });
    expect(arabic).toMatch(/<ul[^>]*direction:ltr/);
    expect(render(turned)).toMatch(/<ul[^>]*direction:rtl/);
  });
});

describe('what is refused', () => {
  const within = (depth: number): AnyBlock => ({
    type: 'together',
    attrs: { key: 'things-1', setting: 'columns' },
    content: [{ type: 'item', content: [depth > 1 ? within(depth - 1) : words('Deepest.')] }],
  });
  const refusal = (block: unknown) => {
    const read = v.safeParse(PageDocumentSchema, { type: 'doc', content: [block] });
    return read.success ? null : (read.issues[0]?.message ?? '');
  };

  it('things lie in things, and those in no others', () => {
    expect(refusal(within(1))).toBeNull();
    expect(refusal(within(2))).toBeNull();
    expect(refusal(within(3))).toContain('Take one of them apart first');
  });

  it('two hundred pictures stand in one gallery, and no more', () => {
    const many = (count: number) => ({
      type: 'together',
      attrs: { key: 'things-1', setting: 'rows' },
      content: Array.from({ length: count }, () => ({ type: 'item', content: [shows('asset-a')] })),
    });
    expect(refusal(many(200))).toBeNull();
    expect(refusal(many(201))).toContain('Set them in two');
    expect(refusal(many(0))).toContain('at least one');
  });

  it('words beside a note stand once, behind it', () => {
    const beside = { type: 'alongside', content: [words('Beside.')] };
    const set = (content: unknown[]) => ({
      type: 'together',
      attrs: { key: 'things-1', setting: 'sidenote' },
      content,
    });
    const one = { type: 'item', content: [words('Note.')] };
    expect(refusal(set([one, beside]))).toBeNull();
    expect(refusal(set([beside, one]))).not.toBeNull();
    expect(refusal(set([one, beside, beside]))).not.toBeNull();
  });
});

describe('blocks as things', () => {
  const kinds = (items: readonly Item[]) =>
    items.map(({ content }) => content.map(({ type }) => type).join(' '));
  it.each<[string, AnyBlock[], string[]]>([
    ['pictures alone', [shows('asset-a'), shows('asset-b')], ['picture', 'picture']],
    [
      'pictures with their words',
      [shows('asset-a'), words('One.'), shows('asset-b'), titled('Two'), words('Two.')],
      ['picture paragraph', 'picture heading paragraph'],
    ],
    [
      'titles with what stands under them',
      [titled('One'), words('One.'), shows('asset-a'), titled('Two'), words('Two.')],
      ['heading paragraph picture', 'heading paragraph'],
    ],
    ['words before a picture', [words('One.'), shows('asset-a')], ['paragraph picture']],
    ['words alone', [words('One.'), words('Two.')], ['paragraph', 'paragraph']],
    [
      'empty lines between',
      [shows('asset-a'), { type: 'paragraph' }, shows('asset-b')],
      ['picture', 'picture'],
    ],
  ])('%s', (_, blocks, items) => expect(kinds(itemsFrom(blocks))).toEqual(items));

  it('one picture and its words are two columns', () => {
    expect(kinds(columnsFrom([shows('asset-a'), titled('One'), words('One.')]))).toEqual([
      'picture',
      'heading paragraph',
    ]);
  });

  it('what was set together before is as many things of what is set now', () => {
    const set = pageOf('cards').content[0] as AnyBlock;
    expect(itemsFrom([set, shows('asset-a')])).toHaveLength(4);
  });

  it('taken apart, they are the blocks that they were, and lead where they led', () => {
    const blocks = [shows('asset-a'), titled('One'), words('One.')] as Block[];
    const set = (items: Item[]): Together => ({
      type: 'together',
      attrs: { key: 'things-1', setting: 'cards' },
      content: items,
    });
    expect(takenApart(set(itemsFrom(blocks)))).toEqual(blocks);
    const apart = (said: Item['attrs'], content: AnyBlock[]) =>
      linksIn({ type: 'doc', content: takenApart(set([{ type: 'item', attrs: said, content }])) });
    expect(apart({ linksTo: '/a' }, blocks)).toEqual([{ href: '/a', words: 'One' }]);
    expect(apart({ linksTo: '/a', linkWords: 'Go' }, blocks)).toEqual([{ href: '/a', words: 'Go' }]);
    expect(apart({ linksTo: '/a' }, [shows('asset-a')])).toMatchObject([{ href: '/a' }]);
    expect(apart({ linksTo: '/a' }, [words('Words.')])).toEqual([{ href: '/a', words: '/a' }]);
  });
});
