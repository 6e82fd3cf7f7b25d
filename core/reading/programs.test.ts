import { describe, expect, it } from 'vitest';
import * as v from 'valibot';
import { toHtml } from '../markup/index.ts';
import { PageDocumentSchema } from '../page/document.ts';
import { blockMarkup } from '../page/render.ts';
import { pageWidth } from '../page/availablewidth.ts';
import { readHtml } from './readhtml.ts';

let ids = 0;
const read = (html: string) =>
  readHtml(html, { newId: () => `place-${++ids}`, base: 'https://a.example/', trustedOrigins: [] });
const again = (html: string): string =>
  read(html)
    .blocks.flatMap((block) =>
      blockMarkup(
        block,
        {
          measures: [],
          holdings: new Map(),
          addressOf: () => '',
          placed: ({ type, attrs }) => [`[${type} ${(attrs as { address?: string }).address ?? ''}]`],
        },
        pageWidth([]),
      ),
    )
    .map(toHtml)
    .join('');

describe('HTML as programs and hands write it', () => {
  it.each<[string, string, string]>([
    [
      'a letter program’s faked list, two deep, with its marks and blanks in runs of their own',
      `<p class=X1 style='margin-left:36.0pt;text-indent:-18.0pt'><span style='font-family:Symbol'>·<span style='font:7.0pt "Times"'>&nbsp;&nbsp;&nbsp;&nbsp; </span></span>Chair</p>
       <p class=X2 style='margin-left:72.0pt'><span>o<span>&nbsp;&nbsp; </span></span>with a back</p>
       <p class=X1 style='margin-left:36.0pt'><span>·<span>&nbsp;&nbsp; </span></span><b>Flask</b></p>`,
      '<ul><li>Chair<ul><li>with a back</li></ul></li><li><strong>Flask</strong></li></ul>',
    ],
    [
      'a faked numbered list that goes on, with words between',
      `<p>3.<span>&nbsp;&nbsp; </span>Say your name</p><p>4.<span>&nbsp;&nbsp; </span>Wait</p><p>Then come in.</p>`,
      '<ol start="3"><li>Say your name</li><li>Wait</li></ol><p>Then come in.</p>',
    ],
    [
      'a sentence that begins with a number, and one with a dash',
      '<p>3. Mai is a day.</p><p>- so they say</p>',
      '<p>3. Mai is a day.</p><p>- so they say</p>',
    ],
    [
      'letter styles: conditional comments, namespaces, empty lines',
      `<!--[if gte x 9]><xml><o:p>no</o:p></xml><![endif]--><p class=MN><o:p>&nbsp;</o:p></p><p class=MN><span lang=EN-GB style='font-size:11.0pt'>Words<o:p></o:p></span></p>`,
      '<p>Words</p>',
    ],
    [
      'an editor’s wrapper that is bold by name and not by look',
      `<b style="font-weight:normal" id="docs-1"><p dir="ltr" style="line-height:1.38"><span style="font-weight:700;font-style:normal">Bold</span><span style="font-weight:400"> plain</span></p></b>`,
      '<p><strong>Bold</strong> plain</p>',
    ],
    [
      'a mail: tables only to set things beside each other, nested, with spacers',
      `<table width=600 cellpadding=0><tr><td><table><tr><td><img src="/spacer.gif" width=1 height=1 alt=""></td></tr></table></td></tr><tr><td><table><tr><td><font face=Arial size=2>Left</font></td><td>Right</td></tr></table></td></tr></table>`,
      '<table><tbody><tr><td>Left</td><td>Right</td></tr></tbody></table>',
    ],
    [
      'old hands: fonts, centres, breaks for paragraphs',
      '<center><font color=red size=+2><b>Big</b></font></center><br><br>Words<br>more<br><br>End',
      '<p><strong>Big</strong></p><p>Words<br>more<br><br>End</p>',
    ],
    [
      'a gallery of links round pictures, in a list',
      `<ul class=gallery><li><figure><a href="/big/1.jpg"><img src="/1.jpg" alt="One"></a><figcaption>First</figcaption></figure></li><li><a href="/big/2.jpg"><img data-src="/2.jpg" src="data:image/gif;base64,R0lGODlhAQABAAAAACw=" alt="Two"></a></li></ul>`,
      '[arriving https://a.example/1.jpg][arriving https://a.example/2.jpg]',
    ],
    [
      'figures of every fashion',
      `<div class=wp><img src=/a.jpg><p class=caption>By day</p></div><figure><picture><source srcset="/b.webp"><img src=/b.jpg alt=""></picture><figcaption>By <i>night</i></figcaption></figure><figure><pre>one\ntwo</pre></figure>`,
      '[arriving https://a.example/a.jpg]<p>By day</p>[arriving https://a.example/b.jpg]<p>By <em>night</em></p><p>one<br>two</p>',
    ],
    [
      'columns made of boxes',
      '<div style="display:flex"><div style="flex:1"><h3>Left</h3>One</div><div style="flex:1"><h3>Right</h3>Two</div></div>',
      '<h3>Left</h3><p>One</p><h3>Right</h3><p>Two</p>',
    ],
    [
      'a quotation embed: its words without its script',
      '<blockquote class="feed"><p>Tonight is <a href="https://flockline.example/t/7">clear</a></p>&mdash; Maren</blockquote><script async src="https://flockline.example/w.js"></script>',
      '<blockquote><p>Tonight is <a href="https://flockline.example/t/7">clear</a></p><p>— Maren</p></blockquote>',
    ],
    [
      'words that run from right to left',
      '<p dir="rtl" lang="he">שלום <b>עולם</b></p>',
      '<p>שלום <strong>עולם</strong></p>',
    ],
    [
      'a spreadsheet: its cells are a table',
      '<meta charset=utf-8><table border=0 style="border-collapse:collapse"><col width=80><tr height=20><td class=xl65 style="width:60pt">May</td><td align=right>12</td></tr><tr><td>June</td><td align=right>9</td></tr></table>',
      '<table><tbody><tr><td>May</td><td align="right">12</td></tr><tr><td>June</td><td align="right">9</td></tr></tbody></table>',
    ],
    ['a frame set', '<frameset cols="1,2"><frame src="/a"></frameset>', ''],
    [
      'details that open',
      '<details><summary>More</summary><p>Words</p></details>',
      '<p>More</p><p>Words</p>',
    ],
    ['definitions', '<dl><dt>Dome</dt><dd>It turns</dd></dl>', '<p>Dome</p><p>It turns</p>'],
  ])('%s', (_, html, expected) => {
    expect(again(html)).toBe(expected);
    expect(v.is(PageDocumentSchema, { type: 'doc', content: read(html).blocks })).toBe(true);
  });

  it('nested a thousand deep is refused with a sentence, or read', () => {
    const deep = `${'<div>'.repeat(400)}Words${'</div>'.repeat(400)}`;
    expect(again(deep)).toBe('<p>Words</p>');
    expect(() => read(`${'<div>'.repeat(1000)}Words`)).toThrow(/nested more than \d+ levels deep/);
  });

  it('is read in time that grows with its length', () => {
    const long = '<p style="margin-left:36pt">·&nbsp;&nbsp; <b>One</b> two</p>'.repeat(20_000);
    expect(read(long).blocks).toHaveLength(1);
  });
});
