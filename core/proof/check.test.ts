import { describe, expect, it } from 'vitest';
import { BLANK_PLACARD, type Placard } from '../credit/placard.ts';
import { unpack } from '../embed/unpack.ts';
import type { Block } from '../page/kinds/index.ts';
import type { Picture } from '../page/kinds/picture.ts';
import type { HeldAsset } from '../page/held.ts';
import type { PageDocument } from '../page/document.ts';
import { exchanged, inverted } from '../page/exchange.ts';
import { checkPage } from './check.ts';
import { pageWeight } from './weight.ts';
import type { CheckContext } from './rules/rule.ts';

const measures = [
  { id: 'aside', name: 'Aside', width: 320 },
  { id: 'column', name: 'Column', width: 720 },
];
const labelled: Placard = {
  ...BLANK_PLACARD,
  title: 'Dome',
  alt: 'A dome.',
  creator: 'Maren Aldous',
  licence: 'cc-by-4.0',
};

function held(placard: Placard, width = 4000, bytesPerPixel = 40): HeldAsset {
  const sources = [320, 640, 720]
    .filter((w) => w <= width)
    .map((w) => ({ width: w, height: w, mime: 'image/webp', bytes: w * bytesPerPixel, key: `${w}` }));
  return {
    id: 'asset-1',
    kind: 'picture',
    placard,
    width,
    height: width,
    duration: null,
    file: null,
    sources,
    tracks: [],
  };
}

const picture = (changes: Partial<Picture['attrs']> = {}): Block => ({
  type: 'picture',
  attrs: {
    id: 'place-1',
    position: 'full',
    measure: 'column',
    gap: 0,
    asset: 'asset-1',
    ownAlt: null,
    ownCaption: null,
    ...changes,
  },
});

function check(
  asset: HeldAsset,
  content: Block[] = [picture()],
  review: ReturnType<CheckContext['reviewOf']> = 'approved',
  policy: Partial<CheckContext['policy']> = {},
) {
  const context: CheckContext = {
    measures,
    holdings: new Map([['asset-1', asset]]),
    reviewOf: () => review,
    heavyBytes: 100_000,
    policy: { commercial: false, territory: [], timeZone: 'UTC', approval: 'nothing', ...policy },
    today: '2026-11-25',
  };
  return checkPage({ type: 'doc', content }, context);
}

const rules = (...given: Parameters<typeof check>): string[] =>
  check(...given).map(({ rule, severity }) => `${severity} ${rule}`);

const row = (...words: string[]) => ({
  type: 'tableRow' as const,
  content: words.map((text) => ({
    type: 'tableCell' as const,
    content: [{ type: 'paragraph' as const, content: [{ type: 'text' as const, text }] }],
  })),
});

describe('a picture', () => {
  it('with a full label and enough pixels is found in order', () =>
    expect(rules(held(labelled))).toEqual([]));
  it('needs alt text', () => expect(rules(held({ ...labelled, alt: '' }))).toEqual(['stop alt-missing']));
  it('may have its alt text in this place only', () =>
    expect(rules(held({ ...labelled, alt: '' }), [picture({ ownAlt: 'A dome.' })])).toEqual([]));
  it('may be decorative', () => expect(rules(held({ ...labelled, alt: '', decorative: true }))).toEqual([]));
  it('needs the creator its licence asks for', () =>
    expect(rules(held({ ...labelled, creator: '' }))).toEqual(['stop credit-missing']));
  it('needs a licence', () =>
    expect(rules(held({ ...labelled, licence: 'unknown' }))).toEqual(['stop licence-unknown']));
  it('that is still a comp may not go out, and says so whatever else is right', () =>
    expect(rules(held({ ...labelled, licence: 'comp', pictureId: 'QM-1' }))).toEqual(['stop comp-left']));
  it('does not reserve all rights under a licence that gives some', () => {
    const both = { ...labelled, licence: 'cc-by-sa-4.0', copyright: 'All rights reserved, CC BY-SA 4.0' };
    expect(rules(held(both))).toContain('warn notice-against-licence');
    expect(rules(held({ ...both, copyright: '© 2026 Maren Aldous' }))).not.toContain(
      'warn notice-against-licence',
    );
    expect(rules(held({ ...labelled, licence: 'own', copyright: 'All rights reserved' }))).not.toContain(
      'warn notice-against-licence',
    );
  });
  it('with too few pixels is soft', () => expect(rules(held(labelled, 400))).toEqual(['warn soft']));

  it('kept narrower than its original, by its largest wanted width, is soft where that is too narrow', () => {
    const kept = { ...held(labelled, 320), width: 4000, height: 4000 };
    expect(rules(kept)).toEqual(['warn soft']);
  });

  it('that is a link and says nothing has no name', () => {
    const decorative = held({ ...labelled, alt: '', decorative: true });
    expect(rules(decorative)).toEqual([]);
    expect(rules(decorative, [picture({ linksTo: '/visit' })])).toEqual(['stop link-nameless']);
    expect(rules(decorative, [picture({ linksTo: '/visit', ownAlt: 'To the visit page' })])).toEqual([]);
  });

  it('that lies in the bin keeps the page back', () =>
    expect(rules({ ...held(labelled), binned: true })).toEqual(['stop asset-binned']));

  it('that may not play everywhere is said to', () =>
    expect(rules({ ...held(labelled), note: 'Its picture is H.265.' })).toEqual(['warn may-not-play']));
  it('is sharp at a smaller measure', () =>
    expect(rules(held(labelled, 400), [picture({ position: 'beside-left', measure: 'aside' })])).toEqual([]));
  it('with too many bytes is heavy', () => expect(rules(held(labelled, 4000, 400))).toEqual(['warn heavy']));
  it('without renditions may not go out yet', () =>
    expect(rules({ ...held(labelled), sources: [] })).toEqual(['stop not-prepared']));
  it('that is gone is said to be', () =>
    expect(rules(held(labelled), [picture({ asset: 'asset-2' })])).toEqual(['stop asset-gone']));
});

describe('terms', () => {
  const onFile = { state: 'approved', until: '', commercial: true, changes: true } as const;
  const asked = { ...labelled, licence: 'permission' };
  it.each<[string, HeldAsset, Partial<CheckContext['policy']>, string[]]>([
    [
      'may not be changed',
      { ...held({ ...labelled, licence: 'cc-by-nd-4.0' }), changes: ['cropped'] },
      {},
      ['stop terms-against'],
    ],
    [
      'may not be sold',
      held({ ...labelled, licence: 'cc-by-nc-4.0' }),
      { commercial: true },
      ['stop terms-against'],
    ],
    ['are over', held({ ...labelled, until: '2026-11-24' }), {}, ['stop terms-against']],
    ['end today', held({ ...labelled, until: '2026-11-25' }), {}, ['warn terms-end-soon']],
    ['end in thirty days', held({ ...labelled, until: '2026-12-25' }), {}, ['warn terms-end-soon']],
    ['end later', held({ ...labelled, until: '2026-12-26' }), {}, []],
    ['hold elsewhere', held({ ...labelled, territory: 'AT' }), { territory: ['DE'] }, ['stop terms-against']],
    ['are reserved', held({ ...labelled, licence: 'reserved' }), {}, ['stop terms-against']],
    ['need approval', held(asked), { approval: 'permissions' }, ['stop terms-not-approved']],
    ['are approved', { ...held(asked), onFile }, { approval: 'permissions' }, []],
    ['of free works need none', held(labelled), { approval: 'permissions' }, []],
    ['all need it', held(labelled), { approval: 'everything' }, ['stop terms-not-approved']],
    ['that are ours need none', held({ ...labelled, licence: 'own' }), { approval: 'everything' }, []],
    ['were refused', { ...held(asked), onFile: { ...onFile, state: 'refused' } }, {}, ['stop terms-against']],
  ])('that %s', (_, asset, policy, found) => {
    expect(rules(asset, undefined, undefined, policy)).toEqual(found);
  });
});

describe('an embed', () => {
  const { frame } = unpack('<iframe src="https://a.example/" title="t"></iframe>');
  if (!frame) throw new Error('no frame');
  const embed: Block = {
    type: 'embed',
    attrs: { id: 'place-2', position: 'centred', measure: 'column', gap: 0, frame },
  };
  it('of an approved host is in order', () => expect(rules(held(labelled), [embed])).toEqual([]));
  it('of an unreviewed host should be looked at', () =>
    expect(rules(held(labelled), [embed], 'unreviewed')).toEqual(['warn host-not-approved']));
  it('of a refused host may not go out', () =>
    expect(rules(held(labelled), [embed], 'refused')).toEqual(['stop host-not-approved']));
});

it('a box is measured', () => {
  const box = (heights: { width: number; height: number }[], height: number | null = null): Block => {
    const given = unpack('<div id="x"></div><script src="https://a.example/w.js"></script>').choices;
    const made = given.find((choice) => choice.kind === 'box');
    if (!made) throw new Error('no box');
    const attrs = { id: 'place-3', position: 'centred', measure: 'column', gap: 0 } as const;
    return { type: 'box', attrs: { ...attrs, boxed: { ...made.boxed, heights, height }, caption: '' } };
  };
  expect(rules(held(labelled), [box([])])).toEqual(['warn box-unmeasured']);
  expect(rules(held(labelled), [box([{ width: 320, height: 500 }])])).toEqual([]);
  expect(rules(held(labelled), [box([{ width: 320, height: 500 }], 480)])).toEqual(['warn box-cut']);
  expect(rules(held(labelled), [box([{ width: 320, height: 500 }], 520)])).toEqual([]);
  expect(rules(held(labelled), [box([], 520)])).toEqual([]);
});

it('a table says what its columns or its rows are', () => {
  const table = (heads: 'row' | 'column' | 'none'): Block => ({
    type: 'table',
    content: [row('Star', 'Magnitude'), row('Vega', '0.03')].map((line, at) => ({
      ...line,
      content: line.content.map((cell, column) =>
        (heads === 'row' && at === 0) || (heads === 'column' && column === 0)
          ? { ...cell, type: 'tableHeader' as const }
          : cell,
      ),
    })),
  });
  expect(rules(held(labelled), [table('none')])).toEqual(['warn table-without-heads']);
  for (const heads of ['row', 'column'] as const) expect(rules(held(labelled), [table(heads)])).toEqual([]);
});

it('headings may not skip a level', () => {
  const heading = (level: number): Block => ({
    type: 'heading',
    attrs: { level },
    content: [{ type: 'text', text: 'x' }],
  });
  expect(rules(held(labelled), [heading(2), heading(3), heading(2)])).toEqual([]);
  expect(rules(held(labelled), [heading(2), heading(4)])).toEqual(['warn headings-out-of-order']);
});

describe('a film', () => {
  const film = (more: Partial<HeldAsset>): string[] =>
    rules({ ...held(labelled), kind: 'film', file: { key: 'f', mime: 'video/mp4', bytes: 1 }, ...more }, [
      { type: 'film', attrs: { ...(picture() as Picture).attrs } },
    ]);
  const track = (at: number) => [
    { language: 'en', label: 'English', key: 't', said: [{ who: '', words: 'Look.', at }] },
  ];

  it('without captions should be looked at', () => expect(film({})).toEqual(['warn captions-missing']));
  it('without sound needs none', () => expect(film({ silent: true })).toEqual([]));
  it('whose captions begin while it goes on is in order', () =>
    expect(film({ duration: 60, tracks: track(59) })).toEqual([]));
  it('whose captions begin when it is over should be looked at', () =>
    expect(film({ duration: 60, tracks: track(61) })).toEqual(['warn captions-after-end']));
  it('of which nobody knows how long it is ends nowhere', () =>
    expect(film({ duration: 0, tracks: track(61) })).toEqual([]));
});

it('a page weighs what a browser loads at that width', () => {
  const context = { measures, holdings: new Map([['asset-1', held(labelled)]]) };
  const document = { type: 'doc' as const, content: [picture()] };
  const at = (width: number, density = 1) => pageWeight(document, context, [{ width, density }])[0];
  expect(at(1280)).toBe(720 * 40);
  expect(at(390)).toBe(640 * 40);
  expect(at(300)).toBe(320 * 40);
  expect(at(300, 2)).toBe(640 * 40);
  // What stands twice is loaded once.
  const twice = {
    ...document,
    content: [
      picture(),
      { ...picture(), attrs: { ...(picture() as Picture).attrs, id: 'place-9' } } as Block,
    ],
  };
  expect(pageWeight(twice, context, [{ width: 1280, density: 1 }])).toEqual([720 * 40]);
});

describe('a picture in versions', () => {
  const asset = held(labelled);
  const weight = (sources: HeldAsset['sources'], viewport: number) =>
    pageWeight(
      { type: 'doc', content: [picture()] },
      { measures, holdings: new Map([['asset-1', { ...asset, sources }]]) },
      [{ width: viewport, density: 1 }],
    )[0];

  it('weighs what its own part for narrow screens weighs there, and not elsewhere', () => {
    const part = {
      screen: 'narrow' as const,
      width: 400,
      height: 600,
      mime: 'image/webp',
      bytes: 77,
      key: 'n',
    };
    expect(weight([...asset.sources, part], 390)).toBe(77);
    expect(weight([...asset.sources, part], 1280)).toBe(weight(asset.sources, 1280));
  });

  it('is never soft where it is a drawing, and weighs its one file at every width', () => {
    const drawn = { width: 40, height: 20, mime: 'image/svg+xml', bytes: 900, key: 's' };
    const drawing = { ...asset, width: 40, height: 20, sources: [...held(labelled, 320).sources, drawn] };
    expect(rules({ ...drawing, sources: held(labelled, 320).sources })).toContain('warn soft');
    expect(rules(drawing)).not.toContain('warn soft');
    expect([weight(drawing.sources, 390), weight(drawing.sources, 1280)]).toEqual([900, 900]);
  });
});

describe('what can be done at once', () => {
  const frame = unpack('<iframe src="https://sky.example/map"></iframe>').frame;
  const embed = {
    type: 'embed',
    attrs: { id: 'place-1', position: 'full', measure: 'column', gap: 0, frame },
  } as unknown as Block;
  const heading = (level: 2 | 3 | 4): Block => ({
    type: 'heading',
    attrs: { level },
    content: [{ type: 'text', text: 'Nights' }],
  });
  const decorative = held({ ...labelled, alt: '', decorative: true });
  it.each<[string, Parameters<typeof check>, string, string]>([
    [
      'a comp is taken out',
      [held({ ...labelled, licence: 'comp', pictureId: 'QM-1' })],
      'comp-left',
      'Remove it',
    ],
    [
      'what is not held is taken out',
      [held(labelled), [picture({ asset: 'asset-2' })]],
      'asset-gone',
      'Remove it',
    ],
    ['a refused host is taken out', [held(labelled), [embed], 'refused'], 'host-not-approved', 'Remove it'],
    [
      'a heading goes up',
      [held(labelled), [heading(2), heading(4)]],
      'headings-out-of-order',
      'Make it level 3',
    ],
    [
      'a table gets heads',
      [
        held(labelled),
        [
          {
            type: 'table',
            attrs: { caption: 'Stars' },
            content: [row('Star', 'Magnitude'), row('Vega', '0.03')],
          },
        ],
      ],
      'table-without-heads',
      'Make its first row the heads',
    ],
    [
      'a link that says nothing is taken away',
      [decorative, [picture({ linksTo: '/visit' })]],
      'link-nameless',
      'Take the link away',
    ],
    [
      'a soft picture is shown at the widest measure that it has pixels for',
      [held(labelled, 400)],
      'soft',
      'Show it at “Aside”, 320 wide',
    ],
  ])(
    '%s, and is not found any more; undone, it is',
    (_name, [asset, content = [picture()], ...rest], rule, says) => {
      const found = check(asset, content, ...rest).find((finding) => finding.rule === rule);
      const remedy = found?.remedies?.find((remedy) => remedy.says === says);
      const before: PageDocument = { type: 'doc', content };
      const after = remedy && exchanged(before, remedy);
      expect(after && check(asset, after.content, ...rest).map((finding) => finding.rule)).not.toContain(
        rule,
      );
      expect(after && exchanged(after, inverted(remedy))).toEqual(before);
    },
  );

  it('nothing is offered to a picture that is soft at every measure', () => {
    const tiny = held(labelled, 320);
    const found = check({ ...tiny, sources: tiny.sources.map((file) => ({ ...file, width: 100 })) });
    expect(found.find(({ rule }) => rule === 'soft')?.remedies).toEqual([]);
  });
});
