import fc from 'fast-check';
import { parseFragment, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { expect, it } from 'vitest';
import { wordsIn } from './wordsin.ts';

it.each([
  ['<p>One</p><p>Two</p>', 'One Two'],
  ['One &amp; two&#8230; &#x2026; &nope; &#0;', 'One & two… … &nope; &#0;'],
  ['<img src="x" onerror="alert(1)" alt="a > b">', ''],
  ['<script>alert(1)</script><style>p{}</style>One<!-- two -->', 'One'],
  ['1 < 2 <3', '1 < 2 <3'],
  ['<p title=">">One</p', 'One'],
  ['<scr', ''],
  ['', ''],
])('the words in %j are %j', (html, words) => expect(wordsIn(html)).toBe(words));

/** The words that a parser of the standard finds. */
const parsed = (node: Tree.ParentNode): string =>
  node.childNodes
    .map((child) =>
      'value' in child
        ? child.value
        : 'childNodes' in child && !['script', 'style'].includes(child.nodeName)
          ? ` ${parsed(child)} `
          : ' ',
    )
    .join('');

it('are those that a parser finds, whatever plain HTML it is', () => {
  const word = fc.stringMatching(/^[a-z]{1,6}$/);
  const html = fc.letrec<{ node: string }>((tie) => ({
    node: fc.oneof(
      { maxDepth: 5 },
      word,
      fc.constantFrom('<br>', '<!-- no -->', '<script>no</script>', '<style>no</style>', '<img alt="no">'),
      fc
        .tuple(fc.constantFrom('p', 'div', 'b', 'a', 'h2'), fc.array(tie('node'), { maxLength: 4 }))
        .map(([name, inside]) => `<${name} title="no>no">${inside.join(' ')}</${name}>`),
    ),
  })).node;
  fc.assert(
    fc.property(html, (given) => {
      expect(wordsIn(given)).toBe(parsed(parseFragment(given)).replace(/\s+/g, ' ').trim());
    }),
  );
});

it('takes no longer than its length, however it is opened and never closed', () => {
  for (const part of ['<', '<!--', '<script>', '</', '<a b="', '&#'])
    expect(wordsIn(part.repeat(200_000)).length).toBeLessThanOrEqual(part.length * 200_000);
});
