import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changedAttributes, comparePages, compareWords } from './compare.ts';
import type { PageDocument } from './document.ts';
import type { Block } from './kinds/index.ts';
import { isClash, mergedPage, mergePages } from './merge.ts';
import { blockText } from './walk.ts';

const words = (text: string): Block => ({ type: 'paragraph', content: text ? [{ type: 'text', text }] : [] });
const page = (...texts: string[]): PageDocument => ({ type: 'doc', content: texts.map(words) });
const texts = (document: PageDocument | null) => document?.content.map(blockText);
const merge = (base: PageDocument, mine: PageDocument, theirs: PageDocument) =>
  texts(mergedPage(mergePages(base, mine, theirs), mine));

describe('a page that two changed at once', () => {
  const base = page('One', 'Two', 'Three', 'Four');

  it.each<[string, PageDocument, PageDocument, string[]]>([
    [
      'each another block',
      page('1', 'Two', 'Three', 'Four'),
      page('One', 'Two', 'Three', '4'),
      ['1', 'Two', 'Three', '4'],
    ],
    [
      'blocks beside each other',
      page('One', '2', 'Three', 'Four'),
      page('One', 'Two', '3', 'Four'),
      ['One', '2', '3', 'Four'],
    ],
    [
      'both the same',
      page('One', '2', 'Three', 'Four'),
      page('One', '2', 'Three', 'Four'),
      ['One', '2', 'Three', 'Four'],
    ],
    [
      'one taken out, one put in elsewhere',
      page('One', 'Three', 'Four'),
      page('One', 'Two', 'Three', 'Four', 'Five'),
      ['One', 'Three', 'Four', 'Five'],
    ],
    ['nothing by me', base, page('One', 'x'), ['One', 'x']],
  ])('%s, is both', (_, mine, theirs, both) => expect(merge(base, mine, theirs)).toEqual(both));

  it('asks only where both changed the same block, and shows what each made of it', () => {
    const parts = mergePages(base, page('One', 'Mine', 'Three', '4'), page('1', 'Theirs', 'Three', 'Four'));
    const clashes = parts.filter(isClash);
    expect(clashes).toEqual([{ base: [words('Two')], mine: [words('Mine')], theirs: [words('Theirs')] }]);
    expect(
      parts
        .filter((part) => !isClash(part))
        .flat()
        .map((block) => blockText(block as Block)),
    ).toEqual(['1', 'Three', '4']);
  });

  it('takes no heed of how a block is written down', () => {
    const written = { ...words('Two'), attrs: { indent: null, when: null } } as unknown as Block;
    const mine: PageDocument = {
      type: 'doc',
      content: [words('One'), written, words('Three'), words('Four')],
    };
    expect(merge(base, mine, page('One', '2', 'Three', 'Four'))).toEqual(['One', '2', 'Three', 'Four']);
  });

  it('is what the other made of it where one changed nothing, and loses no word of either', () => {
    const some = fc.array(fc.constantFrom('a', 'b', 'c', 'd', 'e'), { maxLength: 8 });
    fc.assert(
      fc.property(some, some, some, (one, two, three) => {
        const [was, mine, theirs] = [page(...one), page(...two), page(...three)];
        expect(merge(was, was, theirs) ?? []).toEqual(three);
        expect(merge(was, mine, was) ?? []).toEqual(two);
        const all = mergePages(was, mine, theirs)
          .flatMap((part) => (isClash(part) ? [...part.mine, ...part.theirs] : part))
          .map(blockText);
        // What either put in that was not there before is in it.
        for (const text of new Set([...two, ...three])) if (!one.includes(text)) expect(all).toContain(text);
      }),
    );
  });
});

describe('two versions of a page', () => {
  it('are compared block by block', () => {
    const lines = comparePages(
      page('One', 'Two', 'Four'),
      page('One', 'Two and a half', 'Three', 'Four', 'Five'),
    );
    expect(
      lines.map(({ kind, before, after }) => [kind, before && blockText(before), after && blockText(after)]),
    ).toEqual([
      ['same', 'One', 'One'],
      ['changed', 'Two', 'Two and a half'],
      ['added', null, 'Three'],
      ['same', 'Four', 'Four'],
      ['added', null, 'Five'],
    ]);
  });

  it('tell which words were put in and taken out', () => {
    expect(compareWords(words('The dome turns'), words('The old dome turns'))).toEqual([
      { kind: 'same', text: 'The ' },
      { kind: 'added', text: 'old ' },
      { kind: 'same', text: 'dome turns' },
    ]);
  });

  it('tell what is said differently of what is placed', () => {
    const picture = (gap: number, box: object | null) =>
      ({ type: 'picture', attrs: { id: 'p-1', gap, box } }) as unknown as Block;
    expect(changedAttributes(picture(20, null), picture(8, { width: 1, height: 1 }))).toEqual(['gap', 'box']);
    expect(changedAttributes(null, picture(8, null))).toEqual(['id', 'gap']);
  });

  it('hold each block of either once, in its order', () => {
    const some = fc.array(fc.constantFrom('a', 'b', 'c'), { maxLength: 10 });
    fc.assert(
      fc.property(some, some, (one, two) => {
        const lines = comparePages(page(...one), page(...two));
        expect(lines.flatMap(({ before }) => (before ? [blockText(before)] : []))).toEqual(one);
        expect(lines.flatMap(({ after }) => (after ? [blockText(after)] : []))).toEqual(two);
      }),
    );
  });
});
