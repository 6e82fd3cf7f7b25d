import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PageDocument } from './document.ts';
import { exchanged, inverted } from './exchange.ts';
import type { Exchange } from './exchangeschema.ts';

const words = (text: string) => ({ type: 'paragraph', content: [{ type: 'text', text }] });
const list = (...items: string[]) => ({
  type: 'bulletList',
  content: items.map((item) => ({ type: 'listItem', content: [words(item)] })),
});
const page = (...content: object[]) => ({ type: 'doc', content }) as unknown as PageDocument;

describe('blocks given for others', () => {
  it.each<[string, Exchange, object[]]>([
    [
      'in the page itself',
      { at: [1], from: [words('two')], to: [words('2')] },
      [words('one'), words('2'), list('a', 'b')],
    ],
    ['for none', { at: [0], from: [words('one')], to: [] }, [words('two'), list('a', 'b')]],
    [
      'deep inside',
      { at: [2, 1, 0], from: [words('b')], to: [words('B')] },
      [words('one'), words('two'), list('a', 'B')],
    ],
    [
      'for more',
      { at: [0], from: [words('one')], to: [words('1'), words('1½')] },
      [words('1'), words('1½'), words('two'), list('a', 'b')],
    ],
  ])('%s, and back again', (_name, exchange, expected) => {
    const before = page(words('one'), words('two'), list('a', 'b'));
    const after = exchanged(before, exchange);
    expect(after?.content).toEqual(expected);
    expect(after && exchanged(after, inverted(exchange))).toEqual(before);
  });

  it.each<[string, Exchange]>([
    ['something else stands there', { at: [0], from: [words('1')], to: [] }],
    ['nothing stands there', { at: [7], from: [words('one')], to: [] }],
    ['what held it is gone', { at: [7, 0], from: [words('one')], to: [] }],
    ['it holds nothing', { at: [0, 0], from: [words('one')], to: [] }],
  ])('are left where %s', (_name, exchange) => {
    expect(exchanged(page(words('one')), exchange)).toBeNull();
  });

  it('know what stands there by what it says, not by the order in which it says it', () => {
    const from = [{ content: [{ text: 'one', type: 'text' }], type: 'paragraph', attrs: undefined }];
    expect(exchanged(page(words('one')), { at: [0], from, to: [] })?.content).toEqual([]);
  });

  it('come back wherever they stood', () => {
    const block = fc.string({ minLength: 1, maxLength: 5 }).map(words);
    fc.assert(
      fc.property(fc.array(block), fc.nat(), fc.nat(3), fc.array(block), (content, first, length, to) => {
        const at = content.length === 0 ? 0 : first % content.length;
        const exchange = { at: [at], from: content.slice(at, at + length), to };
        const after = exchanged(page(...content), exchange);
        expect(after && exchanged(after, inverted(exchange))).toEqual(page(...content));
      }),
    );
  });
});
