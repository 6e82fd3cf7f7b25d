import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { PageDocumentSchema, type PageDocument } from './document.ts';
import { seenBy, showsOn, whenOf, type When } from './when.ts';

const page = (...whens: (When | null)[]): PageDocument =>
  v.parse(PageDocumentSchema, {
    type: 'doc',
    content: whens.map((when, at) => ({
      type: 'paragraph',
      attrs: { when },
      content: [{ type: 'text', text: `${at}` }],
    })),
  });
const seen = (document: PageDocument, day: string, ours = false) =>
  seenBy(document, { day, ours })
    .content.map((block) => ('content' in block ? JSON.stringify(block.content) : ''))
    .join('')
    .replace(/\D/g, '');

describe('when a block is shown', () => {
  it.each<[When, string, string]>([
    [{}, '2026-11-26', 'now'],
    [{ from: '2026-11-26' }, '2026-11-25', 'not-yet'],
    [{ from: '2026-11-26' }, '2026-11-26', 'now'],
    [{ until: '2026-11-26' }, '2026-11-26', 'now'],
    [{ until: '2026-11-26' }, '2026-11-27', 'over'],
    [{ from: '2026-11-28', until: '2026-11-26' }, '2026-11-27', 'over'],
    [{ hidden: true, from: '2020-01-01' }, '2026-11-26', 'hidden'],
  ])('%j on %s: %s', (when, day, shows) => expect(showsOn(when, day)).toBe(shows));

  it('leaves out what is over, not yet there, hidden, or for our people alone', () => {
    const document = page(
      null,
      { until: '2026-11-01' },
      { from: '2026-12-01' },
      { hidden: true },
      { ours: true },
      { from: '2026-11-26', until: '2026-11-26' },
    );
    expect(seen(document, '2026-11-26')).toBe('05');
    expect(seen(document, '2026-11-26', true)).toBe('045');
    expect(seen(document, '2026-12-24')).toBe('02');
  });

  it('is said of any kind of block, and no day that is none is taken', () => {
    const rule = { type: 'rule', attrs: { when: { until: '2026-11-26' } } };
    expect(v.parse(PageDocumentSchema, { type: 'doc', content: [rule] }).content[0]).toEqual(rule);
    const wrong = { type: 'rule', attrs: { when: { until: '2026-02-30' } } };
    expect(v.is(PageDocumentSchema, { type: 'doc', content: [wrong] })).toBe(false);
  });

  it('is null where it says nothing', () => {
    expect(whenOf({ type: 'rule', attrs: { when: { from: null, hidden: false } } })).toBeNull();
    expect(whenOf({ type: 'rule' })).toBeNull();
  });

  it('is the same page where everybody sees all of it', () => {
    fc.assert(
      fc.property(fc.nat(5), (many) => {
        const document = page(...Array.from({ length: many }, () => null));
        expect(seenBy(document, { day: '2026-11-26', ours: false })).toBe(document);
      }),
    );
  });
});
