import { readdirSync } from 'node:fs';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { PageDocumentSchema, type PageDocument } from './document.ts';
import { kinds, type Block } from './kinds/index.ts';
import {
  blockText,
  embeddedIn,
  linksIn,
  mapBlocks,
  mapUses,
  placements,
  usesIn,
  stepsIn,
  walk,
} from './walk.ts';

const words = (text: string, href?: string): Block => ({
  type: 'paragraph',
  content: [{ type: 'text', text, ...(href ? { marks: [{ type: 'link', attrs: { href } }] } : {}) }],
});
const held = { position: 'full', measure: 'column', gap: 0, ownAlt: null, ownCaption: null } as const;
const picture = (id: string, asset: string): Block => ({ type: 'picture', attrs: { id, asset, ...held } });
const page: PageDocument = {
  type: 'doc',
  content: [
    { type: 'heading', attrs: { level: 2 }, content: [{ type: 'text', text: 'Nights' }] },
    picture('place-1', 'asset-a'),
    {
      type: 'bulletList',
      content: [
        { type: 'listItem', content: [words('one', '/one') as never] },
        {
          type: 'listItem',
          content: [
            words('two') as never,
            {
              type: 'orderedList',
              content: [{ type: 'listItem', content: [words('deep', '/deep') as never] }],
            },
          ],
        },
      ],
    },
    { type: 'film', attrs: { id: 'place-2', asset: 'asset-b', ...held } },
  ],
};

describe('the way through a page', () => {
  it('goes through everything in reading order, each before what it holds', () => {
    expect(stepsIn(page).map(({ block, path }) => `${path.join('.')} ${block.type}`)).toEqual([
      '0 heading',
      '1 picture',
      '2 bulletList',
      '2.0 listItem',
      '2.0.0 paragraph',
      '2.1 listItem',
      '2.1.0 paragraph',
      '2.1.1 orderedList',
      '2.1.1.0 listItem',
      '2.1.1.0.0 paragraph',
      '3 film',
    ]);
  });

  it('tells what holds a block, outermost first, and leaves it less room', () => {
    const steps = [
      ...walk(page, {
        measures: [{ id: 'column', name: 'Column', width: 700 }],
        holdings: new Map(),
      }),
    ];
    const deep = steps.find(({ path }) => path.length === 5);
    expect(deep?.ancestors.map(({ type }) => type)).toEqual([
      'bulletList',
      'listItem',
      'orderedList',
      'listItem',
    ]);
    expect(deep?.room.width).toBeLessThan(700);
    expect(deep?.room.bleed).toBeNull();
  });

  it('finds uses, frames, links and words however deep they are', () => {
    expect(usesIn(page).map(({ id, asset, as }) => `${id} ${asset} ${as}`)).toEqual([
      'place-1 asset-a picture',
      'place-2 asset-b film',
    ]);
    expect(embeddedIn(page)).toEqual([]);
    expect(linksIn(page)).toEqual([
      { href: '/one', words: 'one' },
      { href: '/deep', words: 'deep' },
    ]);
    expect(page.content.map(blockText)).toEqual(['Nights', '', 'one two deep', '']);
    expect(placements(page).map(({ attrs }) => attrs.id)).toEqual(['place-1', 'place-2']);
  });
});

describe('a page that is changed', () => {
  it('by nothing is the same page', () => {
    expect(mapBlocks(page, (block) => block)).toBe(page);
    expect(mapUses(page, (use) => use)).toBe(page);
  });

  it('deep inside is changed there, and everything else is the same', () => {
    const changed = mapBlocks(page, (block) =>
      block.type === 'paragraph' && blockText(block) === 'deep' ? (words('deeper') as typeof block) : block,
    );
    expect(blockText(changed.content[2] as Block)).toBe('one two deeper');
    expect([changed.content[0], changed.content[1], changed.content[3]]).toEqual([
      page.content[0],
      page.content[1],
      page.content[3],
    ]);
    expect(changed.content[0]).toBe(page.content[0]);
    expect(v.is(PageDocumentSchema, changed)).toBe(true);
  });

  it('by another asset keeps place and words, and lets its version go', () => {
    const versioned = mapUses(page, (use) =>
      use.asset === 'asset-a' ? { ...use, version: 'version-1' } : use,
    );
    expect(versioned.content[1]).toMatchObject({ attrs: { version: 'version-1' } });
    const swapped = mapUses(versioned, (use) =>
      use.asset === 'asset-a' ? { ...use, asset: 'asset-c', version: null } : use,
    );
    expect(swapped.content[1]).toMatchObject({ attrs: { id: 'place-1', asset: 'asset-c', version: null } });
    expect(swapped.content[3]).toBe(page.content[3]);
  });
});

it('every kind has a file, and every file its kind', () => {
  const files = readdirSync(new URL('./kinds', import.meta.url))
    .filter((name) => !['index.ts', 'kind.ts'].includes(name) && !name.includes('.test.'))
    .map((name) => name.replace('.ts', ''));
  expect(files.toSorted()).toEqual(
    kinds()
      .map(({ type }) => type.toLowerCase())
      .toSorted(),
  );
});
