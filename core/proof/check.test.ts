import { describe, expect, it } from 'vitest';
import { BLANK_PLACARD, type Placard } from '../credit/placard.ts';
import { unpack } from '../embed/unpack.ts';
import type { Block, Picture } from '../page/document.ts';
import type { HeldAsset } from '../page/held.ts';
import { checkPage, pageWeight, type CheckContext } from './check.ts';

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
    .map((w) => ({ width: w, height: w, mime: 'image/webp', bytes: w * bytesPerPixel, url: `${w}` }));
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

function rules(
  asset: HeldAsset,
  content: Block[] = [picture()],
  standing: ReturnType<CheckContext['standingOf']> = 'approved',
) {
  const context: CheckContext = {
    measures,
    holdings: new Map([['asset-1', asset]]),
    standingOf: () => standing,
    heavyBytes: 100_000,
  };
  return checkPage({ type: 'doc', content }, context).map(({ rule, severity }) => `${severity} ${rule}`);
}

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
  it('with too few pixels is soft', () => expect(rules(held(labelled, 400))).toEqual(['warn soft']));
  it('is sharp at a smaller measure', () =>
    expect(rules(held(labelled, 400), [picture({ position: 'beside-left', measure: 'aside' })])).toEqual([]));
  it('with too many bytes is heavy', () => expect(rules(held(labelled, 4000, 400))).toEqual(['warn heavy']));
  it('without renditions may not go out yet', () =>
    expect(rules({ ...held(labelled), sources: [] })).toEqual(['stop not-prepared']));
  it('that is gone is said to be', () =>
    expect(rules(held(labelled), [picture({ asset: 'asset-2' })])).toEqual(['stop asset-gone']));
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

it('headings may not skip a level', () => {
  const heading = (level: number): Block => ({
    type: 'heading',
    attrs: { level },
    content: [{ type: 'text', text: 'x' }],
  });
  expect(rules(held(labelled), [heading(2), heading(3), heading(2)])).toEqual([]);
  expect(rules(held(labelled), [heading(2), heading(4)])).toEqual(['warn headings-out-of-order']);
});

it('a film without captions should be looked at', () => {
  const film: HeldAsset = {
    ...held(labelled),
    kind: 'film',
    file: { url: 'f', mime: 'video/mp4', bytes: 1 },
  };
  expect(rules(film, [{ type: 'film', attrs: { ...(picture() as Picture).attrs } }])).toEqual([
    'warn captions-missing',
  ]);
});

it('a page weighs what a browser loads at that width', () => {
  const context = { measures, holdings: new Map([['asset-1', held(labelled)]]) };
  const document = { type: 'doc' as const, content: [picture()] };
  expect(pageWeight(document, context, 1280)).toBe(720 * 40);
  expect(pageWeight(document, context, 390)).toBe(640 * 40);
  expect(pageWeight(document, context, 300)).toBe(320 * 40);
});
