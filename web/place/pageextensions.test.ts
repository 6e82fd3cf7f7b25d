// @vitest-environment jsdom
import { getSchema } from '@tiptap/core';
import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { PageDocumentSchema, FORMAT, type PageDocument } from '@placard/core/page';
import { anyPage } from '@placard/core/testing';
import { pageExtensions } from './pageextensions.ts';

const schema = getSchema(pageExtensions());

describe('the editor and the contract', () => {
  it('have the same pages: what the contract takes the editor holds, and what it gives back is taken', () => {
    fc.assert(
      fc.property(anyPage, (page) => {
        const taken = v.parse(PageDocumentSchema, page);
        const node = schema.nodeFromJSON(taken);
        node.check();
        const given = { ...(node.toJSON() as PageDocument), format: FORMAT };
        const again = v.parse(PageDocumentSchema, given);
        // Nothing of it is lost on the way, and going round once more changes nothing.
        expect(again.content).toMatchObject(taken.content as object);
        expect(
          v.parse(PageDocumentSchema, { ...schema.nodeFromJSON(again).toJSON(), format: FORMAT }),
        ).toEqual(again);
      }),
      { numRuns: 200 },
    );
  });

  it('have the same kinds of blocks and the same marks', () => {
    for (const name of ['smallPicture', 'arriving', 'table', 'quotation', 'rule', 'unknown'])
      expect(schema.nodes[name], name).toBeDefined();
    expect(Object.keys(schema.marks).toSorted()).toEqual([
      'bold',
      'italic',
      'link',
      'small',
      'subscript',
      'superscript',
    ]);
  });

  it('let a cell hold what is placed, and a list or a quotation not', () => {
    const picture = schema.nodes['picture']?.create();
    const holds = (name: string) =>
      schema.nodes[name]?.contentMatch.matchType(schema.nodes['picture'] ?? never());
    expect(picture).toBeDefined();
    expect(Boolean(holds('tableCell'))).toBe(true);
    expect(Boolean(holds('listItem'))).toBe(false);
    expect(Boolean(holds('quotation'))).toBe(false);
  });
});

function never(): never {
  throw new Error('There is no picture.');
}
