import fc from 'fast-check';
import type { PageDocument } from '../page/document.ts';
import type { Block } from '../page/kinds/index.ts';
import { POSITIONS } from '../page/standing.ts';
import { CORNERS, SETTINGS } from '../page/together.ts';
import type { Inline, Mark } from '../page/words.ts';

const word = fc
  .string({ minLength: 1, maxLength: 12, unit: fc.constantFrom('a', 'b', 'é', '<', '&', '"', '日', '-') })
  .map((text) => text.trim() || 'x');
const mark = fc.constantFrom<Mark>(
  { type: 'bold' },
  { type: 'italic' },
  { type: 'small' },
  { type: 'superscript' },
  { type: 'subscript' },
  { type: 'link', attrs: { href: 'page:page-visit-1#map', newWindow: true } },
  { type: 'link', attrs: { href: 'https://fernhollow.example/' } },
);
const run: fc.Arbitrary<Inline> = fc
  .tuple(word, fc.option(mark, { nil: null }))
  .map(([text, marked]) => ({ type: 'text', text, ...(marked ? { marks: [marked] } : {}) }));
const line: fc.Arbitrary<Inline[]> = fc.oneof(
  run.map((one) => [one]),
  run.map((one): Inline[] => [one, { type: 'hardBreak' }, { type: 'text', text: 'z' }]),
);
const plain = line.map((content) => ({ type: 'paragraph' as const, content }));
const paragraph = fc
  .tuple(line, fc.option(fc.integer({ min: 1, max: 6 }), { nil: null }))
  .map(([content, indent]): Block => ({
    type: 'paragraph',
    ...(indent ? { attrs: { indent } } : {}),
    content,
  }));
const heading = fc
  .tuple(line, fc.integer({ min: 2, max: 4 }))
  .map(([content, level]): Block => ({ type: 'heading', attrs: { level }, content }));
const item = fc.tuple(plain, fc.boolean()).map(([first, nested]) => ({
  type: 'listItem' as const,
  content: nested
    ? [first, { type: 'bulletList' as const, content: [{ type: 'listItem' as const, content: [first] }] }]
    : [first],
}));
const items = fc.array(item, { minLength: 1, maxLength: 3 });
const cell = (type: string) =>
  fc.record({
    type: fc.constant(type),
    attrs: fc.record({
      align: fc.constantFrom(null, 'left', 'center'),
      colwidth: fc.constantFrom(null, [120]),
    }),
    content: plain.map((one) => [one]),
  });
const table = fc
  .tuple(
    cell('tableHeader'),
    cell('tableHeader'),
    cell('tableCell'),
    cell('tableCell'),
    fc.constantFrom('', 'Dates'),
  )
  .map(([a, b, c, d, caption]) => ({
    type: 'table',
    attrs: { caption },
    content: [
      { type: 'tableRow', content: [a, b] },
      { type: 'tableRow', content: [c, d] },
    ],
  })) as unknown as fc.Arbitrary<Block>;
const quotation = fc.tuple(plain, fc.constantFrom('', 'Maren Aldous')).map(([one, source]): Block => ({
  type: 'quotation',
  attrs: { source, address: source ? 'https://fernhollow.example/words' : null },
  content: [one],
}));

/** Words of any kind. */
const anyWords: fc.Arbitrary<Block> = fc.oneof(
  paragraph,
  heading,
  items.map((content) => ({ type: 'bulletList', content }) as Block),
  fc
    .tuple(items, fc.integer({ min: 2, max: 9 }))
    .map(([content, start]) => ({ type: 'orderedList', attrs: { start }, content }) as Block),
  quotation,
  fc.constant<Block>({ type: 'rule' }),
  table,
);

const standing = fc.record({
  position: fc.constantFrom(...POSITIONS),
  measure: fc.constantFrom('column', 'aside'),
  gap: fc.nat(60),
  width: fc.option(fc.integer({ min: 40, max: 900 }), { nil: null }),
  gaps: fc.option(fc.record({ left: fc.nat(60), bottom: fc.nat(60) }), { nil: null }),
  bordered: fc.constantFrom(null, true),
  rounded: fc.constantFrom(null, true),
});

const FRAME = {
  src: 'https://corkrail.example/board/7',
  title: 'The board',
  shape: { kind: 'ratio', width: 16, height: 9 },
  sandbox: ['allow-scripts'],
  permissions: [],
};
const BOXED = {
  code: '<div data-feed="wren"></div><script src="https://flockline.example/w.js"></script>',
  title: 'Posts',
  named: {
    origins: ['https://flockline.example'],
    scripts: ['https://flockline.example/w.js'],
    hashes: [],
    handlers: false,
  },
  heights: [{ width: 300, height: 500 }],
  sources: ['https://p.flockline.example'],
  popups: false,
};
const CARD = { address: 'https://hillshade.example/map', title: 'The sky', words: '', site: 'Hillshade' };

/** A picture, a film, something of somebody else's, or what is not here yet, under a name that the page has once. */
const anyPlacement = (id: string): fc.Arbitrary<Block> =>
  fc
    .tuple(
      standing,
      fc.constantFrom('picture', 'film', 'arriving', 'embed', 'box', 'linkCard'),
      fc.constantFrom(null, 'The dome'),
    )
    .map(([how, type, ownAlt]) => {
      const held = { id, ...how, asset: 'asset-0001', ownAlt, ownCaption: null, credit: 'below' };
      if (type === 'arriving')
        return {
          type,
          attrs: { id, ...how, media: 'picture', address: '', arrival: null, alt: ownAlt, caption: '' },
        } as Block;
      if (type === 'film') return { type, attrs: held } as Block;
      if (type === 'box') return { type, attrs: { id, ...how, boxed: BOXED, caption: '' } } as Block;
      if (type === 'linkCard')
        return {
          type,
          attrs: { id, ...how, card: CARD, asset: ownAlt && 'asset-0001', ownAlt: '' },
        } as Block;
      if (type === 'embed') {
        const [still, narrow] = [ownAlt && 'asset-0001', ownAlt ? null : { width: 4, height: 5 }];
        return { type, attrs: { id, ...how, frame: FRAME, still, narrow, caption: '', film: null } } as Block;
      }
      const box = { width: 3, height: 2, how: 'fitted' };
      return {
        type,
        attrs: { ...held, version: null, box, linksTo: null, newWindow: null, large: true },
      } as Block;
    });

const when = fc.option(
  fc.constantFrom({ from: '2026-12-01' }, { hidden: true }, { until: '2026-12-24', ours: true }),
  { nil: null },
);
const shownFor = (block: fc.Arbitrary<Block>): fc.Arbitrary<Block> =>
  fc
    .tuple(block, when)
    .map(([one, shown]) =>
      shown
        ? ({ ...one, attrs: { ...('attrs' in one ? one.attrs : {}), when: shown } } as unknown as Block)
        : one,
    );

const said = fc.record({
  setting: fc.constantFrom(...SETTINGS),
  name: fc.constantFrom(null, 'Three to see'),
  perRow: fc.option(fc.integer({ min: 1, max: 8 }), { nil: null }),
  shares: fc.constantFrom(null, [60, 40]),
  turned: fc.constantFrom(null, true),
  across: fc.constantFrom(null, true),
  gap: fc.option(fc.nat(60), { nil: null }),
  side: fc.constantFrom(null, 'start' as const),
  corner: fc.constantFrom(null, ...CORNERS),
  veil: fc.constantFrom(null, { tone: 'light' as const, strength: 30 }),
});

/** Things set together in any setting, whether it makes sense for them or not; what they show has names from `name` on. */
export const anyTogether = (name: string): fc.Arbitrary<Block> =>
  fc
    .tuple(
      said,
      fc.array(
        fc.tuple(
          fc.boolean(),
          fc.array(anyWords, { minLength: 1, maxLength: 3 }),
          fc.constantFrom(null, 'page:page-visit-1'),
        ),
        { minLength: 1, maxLength: 4 },
      ),
      fc.array(anyWords, { maxLength: 2 }),
    )
    .chain(([attrs, items, beside]) =>
      fc.tuple(...items.map((_, at) => anyPlacement(`${name}-${at}`))).map(
        (shown) =>
          ({
            type: 'together',
            attrs: { key: `${name}-key`, ...attrs },
            content: [
              ...items.map(([shows, words, linksTo], at) => ({
                type: 'item',
                attrs: { linksTo, linkWords: linksTo && shows ? 'Where it leads' : null },
                content: shows ? [shown[at], ...words] : words,
              })),
              ...(beside.length > 0 ? [{ type: 'alongside', content: beside }] : []),
            ],
          }) as unknown as Block,
      ),
    );

/** Words of any kind, shown for a time or always. */
const anyBlock: fc.Arbitrary<Block> = shownFor(anyWords);

/** A page of a few blocks of any kind, with something placed among them. */
export const anyPage: fc.Arbitrary<PageDocument> = fc
  .tuple(
    fc.array(anyBlock, { minLength: 1, maxLength: 5 }),
    shownFor(anyPlacement('place-1')),
    fc.option(shownFor(anyTogether('thing-1')), { nil: null }),
    fc.nat(5),
  )
  .map(([blocks, placed, set, at]) => ({
    type: 'doc',
    content: blocks.toSpliced(at, 0, placed, ...(set ? [set] : [])),
  }));
