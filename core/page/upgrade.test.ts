import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { FORMAT, PageDocumentSchema, type PageDocument } from './document.ts';
import { renderDocument } from './render.ts';
import { knownTo, NewerDocument, upgraded } from './upgrade.ts';

const words = { type: 'paragraph', content: [{ type: 'text', text: 'Nights' }] };
const kept = (stored: unknown, id = 'unknown-0') => ({
  type: 'unknown' as const,
  attrs: {
    id,
    called: 'constellation',
    stored: typeof stored === 'string' ? stored : JSON.stringify(stored),
  },
});
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

describe('a document that a window sends', () => {
  const document = (...content: PageDocument['content']): PageDocument => ({
    type: 'doc',
    format: FORMAT,
    content,
  });

  const nothing = () => null;

  it('is taken as it is, without a look at the page before, where all of it can be read', () => {
    const plain = upgraded({ type: 'doc', content: [words] });
    const before = () => {
      throw new Error('It was looked at.');
    };
    expect(knownTo(plain, before)).toBe(plain);
  });

  it('is what its blocks are that say they cannot be read', () => {
    const attrs = { id: 'place-1', position: 'full', measure: 'column', gap: 20, asset: 'asset-0001' };
    const picture = { type: 'picture', attrs: { ...attrs, ownAlt: null, ownCaption: null } };
    const paragraph = kept(words);
    expect(knownTo(document(paragraph), nothing)?.content).toEqual([words]);
    expect(knownTo(document(kept(picture)), nothing)?.content[0]?.type).toBe('picture');
  });

  it('has nothing unreadable that was not in the page before, wherever it lies', () => {
    const before = upgraded({ type: 'doc', format: FORMAT, content: [later] });
    expect(knownTo(before, () => before)).toEqual(before);
    expect(knownTo(before, nothing)).toBeNull();
    expect(knownTo(before, () => document(kept({ ...later, more: 1 })))).toBeNull();
    const within = upgraded({
      type: 'doc',
      content: [
        {
          type: 'together',
          attrs: { setting: 'columns' },
          content: [{ type: 'item', content: [kept(later)] }],
        },
      ],
    });
    expect(knownTo(within, nothing)).toBeNull();
  });

  it('is not read as deep as somebody may nest it', () => {
    const deep = `${'['.repeat(6000)}${']'.repeat(6000)}`;
    expect(knownTo(document(kept(deep)), nothing)).toBeNull();
    expect(upgraded({ type: 'doc', content: [kept(deep)] }).content[0]?.type).toBe('unknown');
    const tables = `${'{"type":"listItem","content":['.repeat(3000)}${']}'.repeat(3000)}`;
    expect(knownTo(document(kept(tables)), nothing)).toBeNull();
  });
});
