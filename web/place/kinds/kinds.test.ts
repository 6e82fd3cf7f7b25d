import { getSchema } from '@tiptap/core';
import { readdirSync } from 'node:fs';
import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { kinds, PageDocumentSchema, renderDocument, upgraded, type PageDocument } from '@placard/core/page';
import { pageExtensions } from '../pageextensions.ts';

const schema = getSchema(pageExtensions());

const id = fc.stringMatching(/^[a-z0-9]{6,12}$/);
const href = fc.constantFrom('/visit', 'https://a.example/x?y=1', 'mailto:a@b.example', '#top');
const marks = fc.uniqueArray(
  fc.oneof(
    fc.constant({ type: 'bold' as const }),
    fc.constant({ type: 'italic' as const }),
    fc.constant({ type: 'small' as const }),
    fc.constant({ type: 'superscript' as const }),
    href.map((to) => ({ type: 'link' as const, attrs: { href: to } })),
  ),
  { selector: ({ type }) => type },
);
const text = fc.record({
  type: fc.constant('text' as const),
  text: fc.string({ minLength: 1, maxLength: 12 }),
  marks,
});
const inlines = fc.array(fc.oneof(text, fc.constant({ type: 'hardBreak' as const })), { maxLength: 4 });
const paragraph = inlines.map((content) => ({ type: 'paragraph' as const, content }));
const list = fc.letrec((tie) => ({
  list: fc
    .tuple(
      fc.boolean(),
      fc.integer({ min: 0, max: 40 }),
      fc.array(tie('item'), { minLength: 1, maxLength: 3 }),
    )
    .map(([numbered, start, content]) =>
      numbered
        ? {
            type: 'orderedList',
            attrs: {
              // What says nothing of where it begins is to count the same after it was on the desk.
              ...(start % 5 ? { start } : {}),
              type: start % 2 ? 'a' : null,
              reversed: start % 3 ? true : null,
            },
            content,
          }
        : { type: 'bulletList', content },
    ),
  item: fc
    .tuple(paragraph, fc.option(tie('list'), { nil: undefined, depthSize: 'small' }))
    .map(([first, more]) => ({ type: 'listItem', content: more ? [first, more] : [first] })),
})).list;
const lines = fc.array(paragraph, { minLength: 1, maxLength: 2 });
const quotation = fc
  .tuple(fc.string({ maxLength: 8 }), fc.option(href), lines)
  .map(([source, address, content]) => ({ type: 'quotation', attrs: { source, address }, content }));
const table = fc
  .tuple(fc.integer({ min: 1, max: 3 }), fc.boolean(), fc.string({ maxLength: 8 }))
  .chain(([columns, heads, caption]) =>
    fc
      .array(
        fc.array(
          fc.tuple(lines, fc.constantFrom('left', 'right', null)).map(([content, align]) => ({
            type: heads ? 'tableHeader' : 'tableCell',
            attrs: { colspan: 1, rowspan: 1, colwidth: null, align },
            content,
          })),
          { minLength: columns, maxLength: columns },
        ),
        { minLength: 1, maxLength: 3 },
      )
      .map((rows) => ({
        type: 'table',
        attrs: { caption },
        content: rows.map((content) => ({ type: 'tableRow', content })),
      })),
  );
const standing = {
  position: fc.constantFrom('beside-left', 'centred', 'full', 'bleed'),
  measure: fc.constantFrom('column', 'aside'),
  gap: fc.integer({ min: 0, max: 60 }),
};
const held = {
  id,
  ...standing,
  asset: id,
  ownAlt: fc.option(fc.string({ maxLength: 8 })),
  ownCaption: fc.option(fc.string({ maxLength: 8 })),
  credit: fc.constantFrom('below', 'beside', 'foot', 'list'),
};
const frame = fc.constant({
  src: 'https://a.example/1',
  title: 'A board',
  shape: { kind: 'height', height: 200 },
  sandbox: ['allow-scripts'],
  permissions: [],
});
const boxed = fc.record({
  code: fc.string({ minLength: 1 }).map((code) => `<script src="https://a.example/w.js"></script>${code}`),
  title: fc.constant('Posts'),
  named: fc.constant({ origins: ['https://a.example'], scripts: [], hashes: [], handlers: false }),
  heights: fc.constantFrom([], [{ width: 300, height: 400 }]),
  sources: fc.constantFrom([], ['https://b.example']),
  popups: fc.boolean(),
});
const card = fc.record({
  address: fc.constant('https://a.example/x'),
  title: fc.constant('A board'),
  words: fc.string(),
  site: fc.constant('a.example'),
});
const block = fc.oneof(
  paragraph,
  fc
    .tuple(fc.integer({ min: 2, max: 4 }), inlines)
    .map(([level, content]) => ({ type: 'heading', attrs: { level }, content })),
  list,
  quotation,
  table,
  fc.constant({ type: 'rule' }),
  fc
    .record({ ...held, version: fc.option(id), linksTo: fc.option(href) })
    .map((attrs) => ({ type: 'picture', attrs })),
  fc.record(held).map((attrs) => ({ type: 'film', attrs })),
  fc.record({ id, ...standing, frame, still: fc.option(id) }).map((attrs) => ({ type: 'embed', attrs })),
  fc.record({ id, ...standing, boxed }).map((attrs) => ({ type: 'box', attrs })),
  fc.record({ id, ...standing, card, asset: fc.option(id) }).map((attrs) => ({ type: 'linkCard', attrs })),
  id.map((own) => ({ type: 'unknown', attrs: { id: own, called: 'x', stored: '{"type":"x"}' } })),
);
const page = fc.array(block, { minLength: 1, maxLength: 6 }).map((content) => ({ type: 'doc', content }));

describe('the editor', () => {
  it('has every kind of block that pages have, one folder each', () => {
    const folders = readdirSync(new URL('.', import.meta.url), { withFileTypes: true })
      .filter((entry) => entry.isDirectory())
      .map(({ name }) => name);
    const types = kinds().map(({ type }) => type);
    expect(folders.toSorted()).toEqual(types.map((type) => type.toLowerCase()).toSorted());
    for (const type of types) expect(schema.nodes[type]).toBeDefined();
  });

  it('takes every page that there can be, and gives back a page that hands off the same', () => {
    fc.assert(
      fc.property(page, (document) => {
        const given = v.parse(PageDocumentSchema, document);
        const node = schema.nodeFromJSON(given);
        node.check();
        const back = upgraded(node.toJSON());
        expect(back.content.map(({ type }) => type)).toEqual(given.content.map(({ type }) => type));
        const render = (one: PageDocument) =>
          renderDocument(one, { measures: [], holdings: new Map(), addressOf: ({ key }) => key });
        expect(render(back)).toBe(render(given));
        // Nothing of what is placed is lost on the way, though much of it shows nowhere here.
        const said = (one: PageDocument) => one.content.map((each) => ('attrs' in each ? each.attrs : null));
        said(given).forEach((attrs, at) => {
          if (attrs && 'id' in attrs) expect(said(back)[at]).toMatchObject(attrs);
        });
      }),
    );
  });
});
