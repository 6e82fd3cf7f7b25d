import { readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Page, Site } from '../contract/index.ts';
import { linkedAs, NO_FACTS } from '../page/index.ts';
import { DESTINATIONS, handOff } from './index.ts';

const site = { measures: [], language: 'en', style: '', policy: {}, edges: undefined } as unknown as Site;
const page = {
  id: 'page-1',
  title: 'Dark nights',
  address: '/sky-notes/dark-nights',
  formerAddresses: ['/sky-notes/dark'],
  facts: NO_FACTS,
  document: {
    type: 'doc',
    content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Bring a red lamp.' }] }],
  },
} as unknown as Page;
const ready = handOff(
  site,
  page,
  { holdings: new Map(), pages: new Map() },
  { day: '2026-12-01', ours: false },
);

describe('destinations', () => {
  it('are one file each, under their own name', () => {
    const files = readdirSync(new URL('kinds', import.meta.url)).map((file) => file.replace('.ts', ''));
    expect(DESTINATIONS.map(({ name }) => name).toSorted()).toEqual(files.toSorted());
  });

  it.each(DESTINATIONS.map((to) => [to.name, to] as const))(
    '%s is given the words of the page',
    (_name, to) => {
      const given =
        to.form === 'code'
          ? to.code(ready)
          : to
              .entries(ready)
              .map((entry) => ('text' in entry ? entry.text : ''))
              .join('');
      expect(given).toContain('Bring a red lamp.');
    },
  );

  it('two pages with the same headings can be parts of one: no id stands twice, and links lead where they led', () => {
    const words = (text: string, href?: string) => [
      {
        type: 'text' as const,
        text,
        ...(href ? { marks: [{ type: 'link' as const, attrs: { href } }] } : {}),
      },
    ];
    const heading = (text: string, anchor: string | null = null) => ({
      type: 'heading' as const,
      attrs: { level: 2 as const, anchor },
      content: words(text),
    });
    const places = [
      { anchor: 'bring', words: 'Bring', made: true as const },
      { anchor: 'tickets', words: 'Tickets' },
    ];
    const other = (id: string, address: string, links: string[]) =>
      handOff(
        site,
        {
          ...page,
          id,
          address,
          document: {
            type: 'doc',
            content: [
              heading('Bring'),
              heading('Bring'),
              heading('Tickets', 'tickets'),
              ...links.map((href) => ({ type: 'paragraph' as const, content: words('There', href) })),
            ],
          },
        } as Page,
        {
          holdings: new Map(),
          pages: new Map([['page-b', linkedAs({ title: 'B', address: '/b' }, places)]]),
        },
        { day: '2026-12-01', ours: false },
      );
    const a = other('page-a', '/visit/a', [
      '#bring-2',
      'page:page-a#bring',
      'page:page-b#bring',
      'page:page-b#tickets',
    ]);
    expect(a.fragment.match(/ id="[^"]+"/g)).toEqual([
      ' id="visit-a-bring"',
      ' id="visit-a-bring-2"',
      ' id="tickets"',
    ]);
    expect(a.fragment.match(/href="[^"]+"/g)).toEqual([
      'href="#visit-a-bring-2"',
      'href="#visit-a-bring"',
      'href="/b#b-bring"',
      'href="/b#tickets"',
    ]);
    expect(a.html.match(/(?: id|href)="[^"]+"/g)).toEqual([
      ' id="bring"',
      ' id="bring-2"',
      ' id="tickets"',
      'href="#bring-2"',
      'href="#bring"',
      'href="/b#bring"',
      'href="/b#tickets"',
    ]);
    expect(other('page-b', '/b', []).fragment).toContain('id="b-bring"');
    const code = DESTINATIONS.find(({ name }) => name === 'html');
    expect(code?.form === 'code' && code.code(a)).toBe(a.fragment);
  });

  it('a ZIP has the page, its fragment, its entry in lists, and what leads on from where it stood', () => {
    const zip = DESTINATIONS.find(({ name }) => name === 'zip');
    const paths = zip?.form === 'files' ? zip.entries(ready).map(({ path }) => path) : [];
    expect(paths).toEqual([
      'index.html',
      'fragment.html',
      'listing.html',
      'former-addresses/sky-notes/dark/index.html',
    ]);
  });
});
