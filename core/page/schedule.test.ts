import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { PageDocumentSchema, type PageDocument } from './document.ts';
import { seenBy, seenSomeDay } from './seen.ts';
import {
  bothSchedules,
  isAsStrict,
  isSeen,
  showsOn,
  scheduleOf,
  withSchedule,
  type Schedule,
} from './schedule.ts';

const page = (...whens: (Schedule | null)[]): PageDocument =>
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
  it.each<[Schedule, string, string]>([
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
    expect(scheduleOf({ type: 'rule', attrs: { when: { from: null, hidden: false } } })).toBeNull();
    expect(scheduleOf({ type: 'rule' })).toBeNull();
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

const day = fc.constantFrom('2026-11-01', '2026-11-20', '2026-12-05', null);
const anyWhen = fc.option(fc.record({ from: day, until: day, hidden: fc.boolean(), ours: fc.boolean() }));
const anyLooking = fc.record({
  day: fc.constantFrom('2026-10-01', '2026-11-01', '2026-11-10', '2026-11-20', '2026-12-05', '2027-01-01'),
  ours: fc.boolean(),
});

describe('when something is shown that two say something of', () => {
  it('is where both let it be seen, and nowhere else', () => {
    fc.assert(
      fc.property(anyWhen, anyWhen, anyLooking, (one, other, viewer) => {
        expect(isSeen(bothSchedules(one, other), viewer)).toBe(isSeen(one, viewer) && isSeen(other, viewer));
      }),
    );
  });

  it('is as strict as each of them, and a block says so', () => {
    fc.assert(
      fc.property(anyWhen, anyWhen, (one, other) => {
        const both = bothSchedules(one, other);
        expect([isAsStrict(both, one), isAsStrict(both, other)]).toEqual([true, true]);
        const block = withSchedule({ type: 'rule', attrs: { when: one } }, other);
        expect(isAsStrict(scheduleOf(block), both)).toBe(true);
      }),
    );
  });
});

describe('what is hidden within something', () => {
  const words = (text: string, when: Schedule | null = null) => ({
    type: 'paragraph',
    attrs: { when },
    content: [{ type: 'text', text }],
  });
  const hidden: Schedule = { hidden: true };
  const shownOf = (...content: object[]) =>
    JSON.stringify(
      seenBy(v.parse(PageDocumentSchema, { type: 'doc', content }), { day: '2026-11-26', ours: false })
        .content,
    );

  it.each<[string, object]>([
    [
      'an item of a list',
      { type: 'bulletList', content: [{ type: 'listItem', content: [words('secret', hidden)] }] },
    ],
    ['a quotation', { type: 'quotation', content: [words('secret', hidden)] }],
    [
      'a card',
      {
        type: 'together',
        attrs: { key: 'set-0001', setting: 'cards' },
        content: [{ type: 'item', attrs: {}, content: [words('secret', { ours: true })] }],
      },
    ],
    [
      'what a side note stands beside',
      {
        type: 'together',
        attrs: { key: 'set-0001', setting: 'sidenote' },
        content: [
          { type: 'item', attrs: {}, content: [words('a note')] },
          { type: 'alongside', content: [words('secret', { until: '2026-11-01' })] },
        ],
      },
    ],
    [
      'a set in a set',
      {
        type: 'together',
        attrs: { key: 'set-0001', setting: 'columns' },
        content: [
          {
            type: 'item',
            attrs: {},
            content: [
              {
                type: 'together',
                attrs: { key: 'set-0002', setting: 'cards', when: hidden },
                content: [{ type: 'item', attrs: {}, content: [words('secret')] }],
              },
            ],
          },
        ],
      },
    ],
  ])('is not shown in %s', (_where, block) => {
    const shown = shownOf(words('before'), block, words('after'));
    expect(shown).not.toContain('secret');
    expect(shown).toContain('before');
    expect(shown).toContain('after');
  });

  it('is seen by visitors on no day where it is hidden or for our people, and on some where it has days', () => {
    const document = v.parse(PageDocumentSchema, {
      type: 'doc',
      content: [
        words('open'),
        words('later', { from: '2040-01-01' }),
        { type: 'quotation', content: [words('secret', { ours: true }), words('quoted')] },
      ],
    });
    const some = JSON.stringify(seenSomeDay(document));
    for (const shown of ['open', 'later', 'quoted']) expect(some).toContain(shown);
    expect(some).not.toContain('secret');
  });

  it('takes what held nothing else along, and leaves the cells of a table', () => {
    const cell = (...content: object[]) => ({ type: 'tableCell', content });
    const table = {
      type: 'table',
      content: [{ type: 'tableRow', content: [cell(words('secret', hidden)), cell(words('open'))] }],
    };
    const list = { type: 'bulletList', content: [{ type: 'listItem', content: [words('secret', hidden)] }] };
    const shown = JSON.parse(shownOf(table, list)) as { type: string; content: { content: object[] }[] }[];
    expect(shown.map(({ type }) => type)).toEqual(['table']);
    expect(shown[0]?.content[0]?.content).toHaveLength(2);
  });
});
