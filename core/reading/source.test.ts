import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { PageDocumentSchema, type PageDocument } from '../page/document.ts';
import type { Block } from '../page/kinds/index.ts';
import { asText } from '../page/merge.ts';
import { anyPage } from '../testing/index.ts';
import { readSource, sourceOf } from './source.ts';

let ids = 0;
const newId = () => `fresh-${++ids}`;
const name = () => 'The dome by day';
const source = (...content: Block[]) => sourceOf({ type: 'doc', content }, name);
const read = (code: string, before: PageDocument = { type: 'doc', content: [] }) =>
  readSource(code, before, { newId, trustedOrigins: [] });

const picture = (id: string, attrs: object = {}): Block =>
  ({
    type: 'picture',
    attrs: {
      id,
      position: 'full',
      measure: 'column',
      gap: 20,
      asset: 'asset-0001',
      ownAlt: null,
      ownCaption: null,
      ...attrs,
    },
  }) as Block;

describe('the source of a page', () => {
  it('is HTML with each block on its lines, and what is placed by its name', () => {
    const code = source(
      {
        type: 'heading',
        attrs: { level: 2, anchor: 'bring' },
        content: [{ type: 'text', text: 'What to bring' }],
      },
      picture('place-1', { ownCaption: 'By day' }),
      {
        type: 'bulletList',
        content: [
          {
            type: 'listItem',
            content: [{ type: 'paragraph', content: [{ type: 'text', text: 'A chair' }] }],
          },
        ],
      },
      {
        type: 'paragraph',
        content: [
          { type: 'text', text: 'More', marks: [{ type: 'link', attrs: { href: 'page:page-visit-1' } }] },
        ],
      },
    );
    expect(code).toBe(`<h2 id="bring">What to bring</h2>
<figure data-placement="place-1" title="The dome by day">
  <figcaption>By day</figcaption>
</figure>
<ul>
  <li>A chair</li>
</ul>
<p><a href="page:page-visit-1">More</a></p>`);
  });

  it('read again is the same page, whatever is in it', () => {
    fc.assert(
      fc.property(anyPage, (page) => {
        const { document, lost } = read(sourceOf(page, name), page);
        expect(lost).toEqual([]);
        expect(v.is(PageDocumentSchema, document)).toBe(true);
        expect(asText(plainly(document))).toBe(asText(plainly(page)));
      }),
      { numRuns: 300 },
    );
  });

  it('takes the words of a place as they are written, and keeps how it stands', () => {
    const page: PageDocument = { type: 'doc', content: [picture('place-1', { position: 'bleed' })] };
    const { document } = read(
      '<p>First</p><figure data-placement="place-1"><img alt="A dome"></figure>',
      page,
    );
    expect(document.content[1]).toMatchObject({
      type: 'picture',
      attrs: { id: 'place-1', position: 'bleed', ownAlt: 'A dome', ownCaption: null },
    });
  });

  it('gives what is written twice a name of its own', () => {
    const page: PageDocument = { type: 'doc', content: [picture('place-1')] };
    const code = '<figure data-placement="place-1"></figure>';
    const names = read(code + code, page).document.content.map(
      (block) => 'attrs' in block && block.attrs && 'id' in block.attrs && block.attrs.id,
    );
    expect(names[0]).toBe('place-1');
    expect(names[1]).toMatch(/^fresh-/);
  });

  it('tells what cannot be kept, and where in the code it stands', () => {
    const code =
      '<p class="lead">One <span style="color:red">two</span></p>\n<div>Three</div><script>alert(1)</script>';
    const { document, lost } = read(code);
    expect(document.content).toHaveLength(2);
    expect(lost.map(({ what, from, to }) => [what, code.slice(from, to)])).toEqual([
      ['class of <p>', '<p class="lead">'],
      ['color of <span>', '<span style="color:red">'],
      ['<span>', '<span style="color:red">'],
      ['<div>', '<div>'],
      ['<script>', '<script>'],
    ]);
  });

  it('with no place of that name is read as any other HTML', () => {
    const { document } = read('<figure data-placement="elsewhere"><figcaption>Words</figcaption></figure>');
    expect(document.content).toEqual([{ type: 'paragraph', content: [{ type: 'text', text: 'Words' }] }]);
  });
});

/** A page without what only an editor writes down. */
function plainly(document: PageDocument): PageDocument {
  return JSON.parse(
    JSON.stringify(document, (key, value: unknown) => {
      if ((key === 'colspan' || key === 'rowspan') && value === 1) return undefined;
      return value === '' || value === false ? undefined : value;
    }),
  ) as PageDocument;
}

describe('what may not have been meant in a source', () => {
  it.each<[string, string[]]>([
    ['<p>One <strong>two</p><p>Three</p>', ['<strong>']],
    ['<p>One <a href="https://a.example/">two</p>', ['<a>']],
    ['<blockquote><p>One</p>', ['<blockquote>']],
    ['<h1>One</h1><h2>Two</h2>', ['<h1>']],
    ['<p>One<p>Two<ul><li>Three<li>Four</ul>', []],
    ['<p>One<br>two <img src="x" alt=""></p><hr>', []],
    ['<table><tr><td>One<td>Two</table>', []],
  ])('%s', (source, what) => {
    const { doubtful } = readSource(
      source,
      { type: 'doc', content: [] },
      { newId: () => 'p-source-1', trustedOrigins: [] },
    );
    expect(doubtful.map((part) => part.what)).toEqual(what);
    for (const part of doubtful) expect(source.slice(part.from, part.to)).toContain(part.what.slice(0, -1));
  });
});
