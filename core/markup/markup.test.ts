import fc from 'fast-check';
import { parseFragment, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { describe, expect, it } from 'vitest';
import { element, toHtml, type Element, type Markup } from './index.ts';

describe('markup as HTML', () => {
  it.each<[Markup | Markup[], string]>([
    ['a < b & "c"', 'a &lt; b &amp; &quot;c&quot;'],
    [element('p', {}, 'one', element('br', {}), 'two'), '<p>one<br>two</p>'],
    [element('video', { controls: true, width: 3, poster: undefined }), '<video controls width="3"></video>'],
    [element('p', { style: { color: '#fff', margin: '0 1px' } }), '<p style="color:#fff;margin:0 1px"></p>'],
    [element('a', { href: '/?a="1"&b' }, 'x'), '<a href="/?a=&quot;1&quot;&amp;b">x</a>'],
    [['a', element('hr', {})], 'a<hr>'],
  ])('%j', (markup, html) => expect(toHtml(markup)).toBe(html));

  it('is read back as it was meant, whatever is in it', () => {
    // NUL and CR are no characters of an HTML file, and a parser says so by changing them.
    const words = fc
      .string({ unit: 'binary', minLength: 1, maxLength: 30 })
      .map((text) => text.replace(/[\0\r]/g, '?'));
    const { tree } = fc.letrec<{ tree: Element; child: Markup }>((tie) => ({
      tree: fc
        .tuple(
          fc.constantFrom('div', 'span', 'strong', 'em', 'figure'),
          fc.dictionary(fc.constantFrom('title', 'id', 'alt'), words),
          fc.array(tie('child'), { maxLength: 4 }),
        )
        .map(([tag, attributes, children]) => element(tag, attributes, ...children)),
      child: fc.oneof({ depthSize: 'small' }, words, tie('tree')),
    }));
    const asMeant = (markup: Markup): unknown =>
      typeof markup === 'string'
        ? markup
        : [markup.tag, { ...markup.attributes }, ...joined(markup.children).map(asMeant)];
    const asRead = (node: Tree.Node): unknown =>
      'value' in node
        ? node.value
        : 'tagName' in node
          ? [
              node.tagName,
              Object.fromEntries(node.attrs.map(({ name, value }) => [name, value])),
              ...node.childNodes.map(asRead),
            ]
          : null;
    fc.assert(
      fc.property(tree, (markup) => {
        expect(asRead(parseFragment(toHtml(markup)).childNodes[0] as Tree.Node)).toEqual(asMeant(markup));
      }),
    );
  });
});

/** Words that stand beside each other are one text to a parser. */
const joined = (children: readonly Markup[]): Markup[] =>
  children.reduce<Markup[]>((all, child) => {
    const last = all.at(-1);
    return typeof child === 'string' && typeof last === 'string'
      ? [...all.slice(0, -1), last + child]
      : [...all, child];
  }, []);
