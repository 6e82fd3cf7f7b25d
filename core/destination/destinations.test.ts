import { readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Page, Site } from '../contract/index.ts';
import { NO_FACTS } from '../page/index.ts';
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
