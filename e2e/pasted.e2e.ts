import { expect, type Page } from '@playwright/test';
import { beginPage, enter, isSaved, test, wordsOf } from './screen.ts';

/** What programs give to the clipboard: which, as it stands in their windows, what must come of it, and its faked marks. */
const DOCUMENTS: { by: string; html: string; has: Record<string, number>; marks?: string[] }[] = [
  {
    by: 'a word processor: styles by class, faked lists, tabs, an empty line between paragraphs',
    html: `<style>p.m{margin:0;font:11pt Calibri}</style><h1 style="color:#2e74b5">Nights in <span style="background:yellow">November</span></h1><p class=m><o:p>&nbsp;</o:p></p><p class=m>The dome opens at 19:30, 10*0.1 metres wide.</p><p class=m style="margin-left:36pt;text-indent:-18pt">·<span style="font:7pt Times">&nbsp;&nbsp;&nbsp;&nbsp; </span>A red lamp</p><p class=m style="margin-left:36pt;text-indent:-18pt">·<span style="font:7pt Times">&nbsp;&nbsp;&nbsp;&nbsp; </span>Warm socks</p><p class=m>H<sub>2</sub>O and m<sup>2</sup>, <b>bold</b> and <i>leaning</i>.</p>`,
    has: { 'h1, h2': 1, ul: 1, li: 2, sub: 1, sup: 1, strong: 1, em: 1 },
    marks: ['·', '·'],
  },
  {
    by: 'an editor in the browser: all in one bold wrapper, spans for every look',
    html: `<b style="font-weight:normal" id="d-1"><h2 dir="ltr"><span style="font-size:16pt">What to bring</span></h2><ol><li dir="ltr"><p><span style="font-weight:700">Flask</span><span style="font-weight:400"> of tea</span></p></li><li><p>Chair</p><ul><li><p>with a back</p></li></ul></li></ol><p><a href="https://fernhollow.example/visit?utm_source=mail">How to find us</a></p></b>`,
    has: { 'h2, h1': 1, ol: 1, 'ol ul': 1, 'a[href="https://fernhollow.example/visit"]': 1, strong: 1 },
  },
  {
    by: 'a spreadsheet: a table with widths, numbers, an empty cell',
    html: `<table><colgroup><col width=90></colgroup><tr><td>Night</td><td>Rises</td><td>Price</td></tr><tr><td>18 November</td><td style="text-align:right">21:40</td><td>€ 4,50</td></tr><tr><td>19 November</td><td></td><td>€ 6</td></tr></table>`,
    has: { table: 1, tr: 3, 'td, th': 9 },
  },
  {
    by: 'a mail: tables only to set things, a quotation, a signature',
    html: `<table width=600><tr><td><table><tr><td><font face=Arial>Dear Edda,</font></td></tr><tr><td><div>the frost came <u>early</u> this year.</div></td></tr></table></td></tr></table><blockquote>On Tuesday you wrote: bring the small telescope.</blockquote><div>--&nbsp;<br>Wren, at the dome</div>`,
    has: { blockquote: 1 },
  },
  {
    by: 'slides: every line a box of its own',
    html: `<div style="display:flex;flex-direction:column"><span style="display:block;font-size:32px">Rings of the planet</span><div style="display:grid"><span>First slide</span><span>Second slide</span></div></div>`,
    has: { 'p, h1, h2, h3': 3 },
  },
  {
    by: 'a page of the web: navigation beside an article, figures, code, a footer',
    html: `<article><h1>Aurora over the ridge</h1><h4>Seen by many</h4><p>It was <del>green</del> red at 03:12 <abbr title="Central European Time">CET</abbr>.</p><pre>__init__ and a*b*c</pre><dl><dt>Height</dt><dd>110 km</dd></dl><p>Footnote<sup>1</sup> <q>said so</q></p></article>`,
    has: { 'h1, h2': 1, sup: 1 },
  },
  {
    by: 'a wiki: a table with a merged head, notes by number, definition of terms',
    html: `<table><thead><tr><th rowspan=2>Star</th><th colspan=2>Seen</th></tr><tr><th>early</th><th>late</th></tr></thead><tbody><tr><td>Vega</td><td>2_000</td><td>3_000</td></tr></tbody></table><ol start="3"><li>third note</li><li>fourth note</li></ol>`,
    has: { table: 1, 'th[rowspan="2"]': 1, 'th[colspan="2"]': 1, 'ol[start="3"]': 1 },
  },
  {
    by: 'a chat: names, times and words in blocks that are set beside each other',
    html: `<div style="display:flex"><div>Wren</div><div>21:03</div></div><div>Are the clouds gone?</div><div style="display:flex"><div>Edda</div><div>21:04</div></div><div>Yes &amp; no</div>`,
    has: {},
  },
  {
    by: 'notes: ticked lists, lines by breaks',
    html: `<ul style="list-style:none"><li><input type=checkbox checked> Lamp</li><li><input type=checkbox> Map</li></ul><div>First line<br>second line<br><br>after an empty one</div>`,
    has: { ul: 1, li: 2 },
  },
  {
    by: 'a document in another writing direction and language',
    html: `<div dir="rtl" lang="ar"><h2>ليلة النجوم</h2><p>السماء صافية <b>جداً</b> اليوم</p></div><p lang="el">Ο ουρανός είναι καθαρός</p><p lang="ja">星がよく見える夜</p>`,
    has: { strong: 1, 'h1, h2': 1 },
  },
];

/** The words of what stands somewhere, each as often as it does, in no order; without the marks that a browser draws round quotations. */
const wordsIn = (text: string): string[] =>
  text
    .replaceAll(/[“”]/g, '')
    .split(/\s+/)
    .filter((word) => word !== '')
    .toSorted();

async function copied(page: Page, html: string): Promise<string> {
  const source = await page.context().newPage();
  await source.setContent(`<!doctype html><body>${html}</body>`);
  const text = await source.evaluate(() => document.body.innerText);
  await source.keyboard.press('Control+a');
  await source.keyboard.press('Control+c');
  await source.close();
  return text;
}

test('what is copied out of programs keeps its words, and what it was', async ({ page }) => {
  await enter(page);
  await beginPage(page, 'Out of programs', 'Nothing yet.');
  const editor = wordsOf(page);
  for (const { by, html, has, marks = [] } of DOCUMENTS) {
    const before = wordsIn(await copied(page, html));
    for (const mark of marks) before.splice(before.indexOf(mark), 1);
    await page.bringToFront();
    await editor.click({ position: { x: 20, y: 8 } });
    await page.keyboard.press('Control+a');
    await page.keyboard.press('Control+v');
    const after = () =>
      editor.evaluate((root) =>
        // Blocks and cells part words, marks do not.
        [...root.querySelectorAll('p, h1, h2, h3, h4, h5, h6, caption')]
          .map((block) => {
            const lines = block.cloneNode(true) as Element;
            for (const br of lines.querySelectorAll('br')) br.replaceWith(' ');
            return lines.textContent;
          })
          .join(' '),
      );
    await expect.poll(async () => wordsIn(await after()), { message: by }).toEqual(before);
    for (const [selector, count] of Object.entries(has))
      await expect(editor.locator(selector), `${by}: ${selector}`).toHaveCount(count);
  }
  await isSaved(page);
});
