import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { toHtml } from '../markup/index.ts';
import { PageDocumentSchema, type PageDocument } from '../page/document.ts';
import { kindOf } from '../page/kinds/index.ts';
import { blockText, stepsIn } from '../page/walk.ts';
import { readHtml } from './readhtml.ts';
import { TooTangled } from './tree.ts';
import { blockMarkup } from '../page/render.ts';
import { pageWidth } from '../page/availablewidth.ts';

let ids = 0;
const read = (html: string, base?: string) =>
  readHtml(html, { newId: () => `place-${++ids}`, base, trustedOrigins: [] });

/** What was read, as the page would write it again. */
const again = (html: string, base?: string): string => {
  const context = { measures: [], holdings: new Map(), addressOf: () => '' };
  return read(html, base)
    .blocks.flatMap((block) => blockMarkup(block, context, pageWidth([])))
    .map(toHtml)
    .join('');
};

/** How a table begins, and what its cells are, as pages have them. */
const TABLE =
  '<div role="region" aria-label="Table: A" tabindex="0" style="overflow-x:auto;margin:0 0 16px"><table style="border-collapse:collapse;min-width:100%">';
const cell = (words: string, tag = 'td', align = 'start') =>
  `<${tag} style="border:1px solid;padding:6px 10px;vertical-align:top;text-align:${align}">${words}</${tag.split(' ')[0]}>`;

describe('foreign HTML, read and written again', () => {
  it.each<[string, string, string]>([
    ['paragraphs', '<p>One</p><p>Two</p>', '<p>One</p><p>Two</p>'],
    ['loose words', 'One<div>Two</div>Three', '<p>One</p><p>Two</p><p>Three</p>'],
    ['blanks as a page shows them', '<p>  One\n\ttwo </p>', '<p>One two</p>'],
    [
      'a blank between marked words',
      '<p><b>One</b> <i>two</i></p>',
      '<p><strong>One</strong> <em>two</em></p>',
    ],
    ['a blank within marks', '<p>One<b> two </b>three</p>', '<p>One <strong>two</strong> three</p>'],
    ['nothing of empty elements', '<p></p><p>&nbsp;</p><div><span> </span></div><p>One</p>', '<p>One</p>'],
    ['breaks', '<p>One<br>two<br></p>', '<p>One<br>two</p>'],
    ['lines as they are written', '<pre>One\n  two</pre>', '<p>One<br>&nbsp; two</p>'],
    ['weight by style', '<span style="font-weight:700">One</span>', '<p><strong>One</strong></p>'],
    ['a wrapper that is not bold', '<b style="font-weight:normal"><p>One</p></b>', '<p>One</p>'],
    ['slant by style', '<span style="color:red;font-style: Italic">One</span>', '<p><em>One</em></p>'],
    ['old fonts', '<center><font size=7 color=red>One</font></center>', '<p>One</p>'],
    ['headings under the page’s title', '<h2>One</h2><h3>Two</h3>', '<h2>One</h2><h3>Two</h3>'],
    ['a second title one step down, and all with it', '<h1>One</h1><h2>Two</h2>', '<h2>One</h2><h3>Two</h3>'],
    ['headings deeper than there are', '<h5>One</h5><h6>Two</h6>', '<h4>One</h4><h4>Two</h4>'],
    ['a heading in one line', '<h2><div>One</div><p>two</p></h2>', '<h2>One two</h2>'],
    [
      'all words of a quotation among the items of a list',
      '<ul><li>One</li><blockquote><p>two</p>three</blockquote></ul>',
      '<ul><li>One</li><li>two<p>three</p></li></ul>',
    ],
    ['a link', '<a href="https://a.example/x">One</a>', '<p><a href="https://a.example/x">One</a></p>'],
    [
      'a link round blocks',
      '<a href="/x"><div>One</div><h2>Two</h2></a>',
      '<p><a href="/x">One</a></p><h2><a href="/x">Two</a></h2>',
    ],
    [
      'links without what tells who passed them on',
      '<a href="https://a.example/x?utm_source=mail&amp;y=1">One</a>',
      '<p><a href="https://a.example/x?y=1">One</a></p>',
    ],
    ['no link that runs something', '<a href="javascript:alert(1)">One</a>', '<p>One</p>'],
    [
      'lists',
      '<ul><li>One<ol><li>Two</ol><li>Three</ul>',
      '<ul><li>One<ol><li>Two</li></ol></li><li>Three</li></ul>',
    ],
    [
      'letters above the line and below it, by element and by style',
      '<p>m<sup>2</sup>, H<sub>2</sub>O, <span style="vertical-align:super">3</span> <sup style="vertical-align:baseline">4</sup></p>',
      '<p>m<sup>2</sup>, H<sub>2</sub>O, <sup>3</sup> 4</p>',
    ],
    [
      'what a style makes a line of its own, apart',
      '<span style="display:block">One</span><span style="color:red; DISPLAY : Block">two</span>',
      '<p>One</p><p>two</p>',
    ],
    [
      'what stands beside each other by style, apart',
      '<div style="display:flex"><span>One</span><b>two</b></div><div style="display: grid"><a href="/x">three</a><a href="/y">four</a></div>',
      '<p>One</p><p><strong>two</strong></p><p><a href="/x">three</a></p><p><a href="/y">four</a></p>',
    ],
    [
      'what a style sets beside each other among words, as words',
      '<p>See <a href="/x" style="display:inline-flex"><span>the</span><span>map</span></a>.</p>',
      '<p>See <a href="/x">the map</a>.</p>',
    ],
    [
      'the numbers of a reversed list, also behind what lay in it',
      '<ol reversed><li>Three<li>Two<table border=1><tr><td>A<td>B</table><li>One</ol>',
      `<ol start="3" reversed=""><li>Three</li><li>Two</li></ol>${TABLE}<tbody><tr>${cell('A')}${cell('B')}</tr></tbody></table></div><ol reversed=""><li>One</li></ol>`,
    ],
    [
      'what a style sets apart in a heading, with a blank between',
      '<h2><span style="display:block">One</span><span style="display:block">two</span></h2>',
      '<h2>One two</h2>',
    ],
    [
      'nothing of what is not displayed',
      '<p>One<span style="display: none !important">two</span></p>',
      '<p>One</p>',
    ],
    [
      'how a list is numbered, by attribute and by style',
      '<ol type="a"><li>One</ol><ol style="list-style: upper-roman outside"><li>Two</ol><ol reversed start="9"><li>Nine<li value="5">Five</ol>',
      '<ol type="a"><li>One</li></ol><ol type="I"><li>Two</li></ol><ol start="9" reversed=""><li>Nine</li><li value="5">Five</li></ol>',
    ],
    [
      'a link that leaves its scheme to the page',
      '<a href="//a.example/x">One</a>',
      '<p><a href="https://a.example/x">One</a></p>',
    ],
    [
      'a table in a list where it stood, and the list goes on behind it',
      '<ol><li>One</li><li>Two<table border=1><tr><td>A<td>B</table></li><li>Three</li></ol>',
      `<ol><li>One</li><li>Two</li></ol>${TABLE}<tbody><tr>${cell('A')}${cell('B')}</tr></tbody></table></div><ol start="3"><li>Three</li></ol>`,
    ],
    ['the number that a list begins with', '<ol start="4"><li>One</ol>', '<ol start="4"><li>One</li></ol>'],
    [
      'a list that lies between items',
      '<ul><li>One</li><ul><li>Two</li></ul></ul>',
      '<ul><li>One<ul><li>Two</li></ul></li></ul>',
    ],
    ['loose words in a list', '<ul>One<li>Two</ul>', '<ul><li>One</li><li>Two</li></ul>'],
    [
      'items without a list',
      '<li>One</li><li>Two</li><p>Three</p>',
      '<ul><li>One</li><li>Two</li></ul><p>Three</p>',
    ],
    ['a heading in an item', '<ul><li><h3>One</h3>two</ul>', '<ul><li>One<p>two</p></li></ul>'],
    ['quoted words', '<p>He said <q>one</q>.</p>', '<p>He said “one”.</p>'],
    [
      'words that a table only sets beside each other, one under the other',
      '<table role="presentation"><tr><td>A</td><td><h3>B</h3></td></tr><tr><td>1</td></tr></table>',
      '<p>A</p><h3>B</h3><p>1</p>',
    ],
    [
      'what tables within tables set, by the words in them',
      '<table><tr><td><table><tr><td>A<td>B</table></td><td>C</td></tr></table>',
      `${TABLE}<tbody><tr>${cell('A')}${cell('B')}</tr></tbody></table></div><p>C</p>`,
    ],
    [
      'tables of data with their heads, caption, spans and alignment',
      '<table border=1><caption>Hours</caption><tr><th>Day<th>Opens<tr><th>Mon<td align=right>9<tr><td colspan=2>closed</table>',
      `${TABLE.replace('"Table: A"', '"Hours"')}<caption style="text-align:start;padding:0 0 6px">Hours</caption><thead><tr>${cell('Day', 'th scope="col"')}${cell('Opens', 'th scope="col"')}</tr></thead><tbody><tr>${cell('Mon', 'th scope="row"')}${cell('9', 'td', 'right')}</tr><tr>${cell('closed', 'td colspan="2"')}</tr></tbody></table></div>`,
    ],
    [
      'rules and quotations',
      '<blockquote>One<p>Two</blockquote><hr>',
      '<blockquote><p>One</p><p>Two</p></blockquote><hr>',
    ],
    [
      'cells without a table',
      '<td>A</td><td>B</td>',
      `${TABLE}<tbody><tr>${cell('A')}${cell('B')}</tr></tbody></table></div>`,
    ],
    ['one cell alone', '<td>A</td>', '<p>A</p>'],
    [
      'nothing that runs',
      '<script>alert(1)</script><style>p{}</style><p onclick="x()">One</p>',
      '<p>One</p>',
    ],
    [
      'nothing that nobody saw',
      '<div style="display: none">Secret</div><p hidden>x</p><p>One</p>',
      '<p>One</p>',
    ],
    ['right to left words', '<p dir="rtl">שלום עולם</p>', '<p>שלום עולם</p>'],
    ['words in elements that nobody knows', '<x-card><o:p>One</o:p></x-card>', '<p>One</p>'],
    ['letters and tags as text', '<p>&lt;b&gt; &amp; more</p>', '<p>&lt;b&gt; &amp; more</p>'],
  ])('keeps %s', (_name, html, expected) => {
    expect(again(html)).toBe(expected);
  });

  it('makes frames anew from what is allowed, behind the words that they stood in', () => {
    const { blocks } = read('<p>One <iframe src="https://sky.example/map" onload="x()"></iframe> two</p>');
    expect(blocks.map(({ type }) => type)).toEqual(['embed', 'paragraph']);
    expect(blocks[0]).toMatchObject({ attrs: { frame: { src: 'https://sky.example/map' } } });
  });

  it('keeps the places of pictures and films, with their words, and fetches none', () => {
    const { blocks, media, dropped } = read(
      `<p>Before</p>
       <figure><img src="/a.jpg" alt="A dome"><figcaption>The <b>dome</b></figcaption></figure>
       <figure><img src="/a.jpg"><figcaption>The dome</figcaption></figure>
       <img align=right src="data:image/gif;base64,R0lGODlhAQABAAAAACw=" data-src="late.png">
       <img src="data:image/png;base64,iVBORw0KGgo=" alt="">
       <img src="file:///C:/Temp/clip_image002.jpg">
       <video><source src="b.mp4"></video>`,
      'https://a.example/x/',
    );
    expect(media.map(({ kind, address, alt }) => [kind, address, alt])).toEqual([
      ['picture', 'https://a.example/a.jpg', 'A dome'],
      ['picture', 'https://a.example/a.jpg', null],
      ['picture', 'https://a.example/x/late.png', null],
      ['picture', 'data:image/png;base64,iVBORw0KGgo=', ''],
      ['film', 'https://a.example/x/b.mp4', null],
    ]);
    expect(dropped.map(({ what }) => what)).toEqual(['a picture']);
    const placed = blocks.flatMap((block) => (block.type === 'arriving' ? [block.attrs] : []));
    // A caption that says more than plain words stays words.
    expect(placed.map(({ caption, position }) => [caption, position])).toEqual([
      ['', 'full'],
      ['The dome', 'full'],
      ['', 'beside-right'],
      ['', 'full'],
      ['', 'full'],
    ]);
    expect(placed.map(({ id }) => id)).toEqual(media.map(({ id }) => id));
    expect(placed.map(({ address }) => address)[3]).toBe('');
    expect(blocks.map(blockText)).toContain('The dome');
    expect(v.is(PageDocumentSchema, { type: 'doc', content: blocks })).toBe(true);
  });

  it('keeps pictures in the cells that they stood in', () => {
    const { blocks } = read(
      '<table><tr><th>Dome</th><td><img src="https://a.example/a.jpg" alt="A dome">By day</td></tr></table>',
    );
    expect(blocks).toMatchObject([
      { content: [{ content: [{}, { content: [{ type: 'arriving' }, { type: 'paragraph' }] }] }] },
    ]);
  });

  it('keeps the names of places that links in it lead to, and no others', () => {
    expect(again('<a href="#two">To two</a><h2 id="two">Two</h2><p id="b-7">Three</p>')).not.toContain('b-7');
    expect(read('<a href="#two">To two</a><h2 id="two">Two</h2>').blocks[1]).toMatchObject({
      attrs: { anchor: 'two' },
    });
  });

  it('keeps how far paragraphs are set in', () =>
    expect(again('<p style="margin-left: 80px">One</p><p style="padding-left:12px">Two</p>')).toBe(
      '<p style="margin-inline-start:80px">One</p><p>Two</p>',
    ));

  it('reads addresses from where it stood', () => {
    expect(again('<a href="../x?y=1">One</a>', 'https://a.example/b/c/')).toBe(
      '<p><a href="https://a.example/b/x?y=1">One</a></p>',
    );
  });

  it('keeps a head of two rows together, in which cells reach from the first into the second', () => {
    const html = again(
      '<table border=1><tr><th rowspan=2>Day<th colspan=2>Opens<tr><th>from<th>until<tr><th>Mon<td>9<td>17<tr><th>Tue<td>9<td>12</table>',
    );
    expect(html).toMatch(/<thead>.*rowspan="2".*Opens.*<\/tr><tr>.*from.*until.*<\/tr><\/thead><tbody>/);
    expect(html.match(/scope="col"/g)).toHaveLength(4);
    expect(html.match(/scope="row"/g)).toHaveLength(2);
    // Read and written again it is the same.
    expect(again(html)).toBe(html);
  });

  it('says once what it did not keep, and why', () => {
    const { dropped } = read('<script>1</script><script>2</script><p>H<s>2</s>O');
    expect(dropped.map(({ what }) => what)).toEqual(['<script>', '<s>']);
    for (const { why } of dropped) expect(why).not.toBe('');
  });

  it.each([
    ['ftp://a.example/x', 'pages lead to web and mail addresses, not to ftp:'],
    ['javascript:alert(1)', 'it runs something'],
    ['map.html', 'where it leads depends on the page that it stood in'],
    ['file:///C:/x.doc', 'pages lead to web and mail addresses, not to file:'],
  ])('says that a link to %s is not kept, and keeps its words', (href, why) => {
    const { dropped, blocks } = read(`<p>See <a href="${href}">there</a>`);
    expect(dropped).toEqual([{ what: `a link to ${href}`, why }]);
    expect(blocks.map(blockText)).toEqual(['See there']);
  });

  it('solves links and pictures from where it stood, where that is known', () => {
    expect(again('<a href="map.html">One</a><a href="../x">two</a>', 'https://a.example/b/c')).toBe(
      '<p><a href="https://a.example/b/map.html">One</a><a href="https://a.example/x">two</a></p>',
    );
  });

  it('gives up on what is nested deeper than anybody writes', () => {
    expect(() => read(`${'<div>'.repeat(2000)}One`)).toThrow(TooTangled);
  });
});

describe('whatever HTML there is', () => {
  const word = fc.stringMatching(/^[a-z]{1,6}$/);
  const tag = fc.constantFrom(
    ...'p div span b i em a h1 h2 h4 ul ol li table tr td figure figcaption blockquote pre q section font center dl dt dd x-y'.split(
      ' ',
    ),
  );
  const html = fc.letrec<{ node: string }>((tie) => ({
    node: fc.oneof(
      { maxDepth: 6 },
      word,
      fc
        .tuple(tag, fc.array(tie('node'), { maxLength: 4 }))
        .map(([name, inside]) => `<${name}>${inside.join(' ')}</${name}>`),
      fc.constantFrom(
        '<br>',
        '<img src="https://a.example/x.png">',
        '<iframe src="https://a.example/"></iframe>',
        '<hr>',
      ),
    ),
  })).node;

  it('no word is lost, and all of it is what pages have', () => {
    fc.assert(
      fc.property(html, (given) => {
        const { blocks } = read(given);
        const document: PageDocument = { type: 'doc', content: blocks };
        expect(v.is(PageDocumentSchema, document)).toBe(true);
        expect(v.parse(PageDocumentSchema, document)).toEqual(document);
        const words = (text: string) => text.match(/[a-z]+/g)?.toSorted() ?? [];
        const there = words(given.replace(/<[^>]*>/g, ' '));
        // What a frame is called is none of the words that were read.
        const said = stepsIn(document).flatMap(({ block }) =>
          block.type === 'embed' ? [] : [kindOf(block).words(block)],
        );
        expect(words(said.join(' ')).join('')).toHaveLength(there.join('').length);
      }),
      { numRuns: 400 },
    );
  });

  it('reading what was written again changes nothing', () => {
    fc.assert(
      fc.property(html, (given) => {
        // A picture that is not held is nothing that is written.
        const once = again(given.replace(/<img[^>]*>/g, ''));
        expect(again(once)).toBe(once);
      }),
      { numRuns: 300 },
    );
  });
});
