import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { FORMAT, PageDocumentSchema } from './document.ts';
import { renderDocument } from './render.ts';
import { NewerDocument, upgraded } from './upgrade.ts';

const words = { type: 'paragraph', content: [{ type: 'text', text: 'Nights' }] };
const later = { type: 'constellation', attrs: { stars: 7 }, content: [words] };

describe('a stored document', () => {
  it('without a number is read as it always was, and has one then', () => {
    expect(upgraded({ type: 'doc', content: [words] })).toEqual({
      type: 'doc',
      format: FORMAT,
      content: [words],
    });
  });

  it('of a newer form is refused, whatever is in it', () => {
    expect(() => upgraded({ type: 'doc', format: FORMAT + 1, content: [words] })).toThrow(NewerDocument);
  });

  it('keeps what nobody knows as it stands, and shows visitors the rest', () => {
    const document = upgraded({ type: 'doc', format: FORMAT, content: [words, later, words] });
    expect(document.content[1]).toEqual({
      type: 'unknown',
      attrs: { id: 'unknown-1', called: 'constellation', stored: JSON.stringify(later) },
    });
    expect(v.is(PageDocumentSchema, document)).toBe(true);
    const html = renderDocument(document, { measures: [], holdings: new Map(), addressOf: ({ key }) => key });
    expect(html).toBe('<p>Nights</p>\n<p>Nights</p>');
  });

  it('gives back what was kept as soon as it can be read', () => {
    const kept = {
      type: 'unknown',
      attrs: { id: 'unknown-0', called: 'paragraph', stored: JSON.stringify(words) },
    };
    expect(upgraded({ type: 'doc', format: FORMAT, content: [kept] }).content).toEqual([words]);
  });

  it('is a page whatever it is, loses no block, and is read the same again', () => {
    fc.assert(
      fc.property(fc.array(fc.oneof(fc.jsonValue(), fc.constant(words), fc.constant(later))), (content) => {
        const document = upgraded({ type: 'doc', content });
        expect(v.is(PageDocumentSchema, document)).toBe(true);
        expect(document.content).toHaveLength(content.length);
        expect(upgraded(document)).toEqual(document);
        const ids = document.content.flatMap((block) => (block.type === 'unknown' ? [block.attrs.id] : []));
        expect(new Set(ids).size).toBe(ids.length);
      }),
    );
  });
});
