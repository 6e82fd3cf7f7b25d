import { describe, expect, it } from 'vitest';
import { BLANK_PLACARD } from '../credit/placard.ts';
import { anchorsOf, placesOf } from './anchors.ts';
import type { PageDocument } from './document.ts';
import type { HeldAsset } from './held.ts';
import type { Block } from './kinds/index.ts';
import type { RenderContext } from './kinds/kind.ts';
import { isLinkAddress, linkToFile, linkToPage, targetOf } from './link.ts';
import { renderDocument } from './render.ts';
import { linksIn, mapUses, usesIn } from './walk.ts';
import type { Mark } from './words.ts';

const timetable: HeldAsset = {
  id: 'asset-timetable',
  kind: 'document',
  placard: { ...BLANK_PLACARD, title: 'Timetable' },
  width: 0,
  height: 0,
  duration: null,
  language: 'nl',
  file: { key: 'timetable.pdf', mime: 'application/pdf', bytes: 1_240_000 },
  sources: [],
  tracks: [],
};

const context: RenderContext = {
  measures: [],
  holdings: new Map([[timetable.id, timetable]]),
  addressOf: ({ key }) => `media/${key}`,
  language: 'en',
  page: 'page-here-1',
  pages: new Map([['page-visit-1', { title: 'Visit', address: '/visit/visit', anchors: ['parking'] }]]),
};

const paragraph = (text: string, ...marks: Mark[]): Block => ({
  type: 'paragraph',
  content: [{ type: 'text', text, ...(marks.length > 0 ? { marks } : {}) }],
});
const link = (href: string, newWindow = false): Mark => ({ type: 'link', attrs: { href, newWindow } });
const doc = (...content: Block[]): PageDocument => ({ type: 'doc', content });
const html = (...content: Block[]) => renderDocument(doc(...content), context);

describe('links', () => {
  it('to pages of ours are kept by their ids and written as addresses', () => {
    const href = linkToPage('page-visit-1', 'parking');
    expect(isLinkAddress(href)).toBe(true);
    expect(targetOf(href)).toEqual({ kind: 'page', page: 'page-visit-1', anchor: 'parking' });
    expect(html(paragraph('Parking', link(href)))).toBe('<p><a href="/visit/visit#parking">Parking</a></p>');
  });

  it('to a page that is gone are its words', () =>
    expect(html(paragraph('Gone', link(linkToPage('page-gone-1'))))).toBe('<p>Gone</p>'));

  it('to a place in the same page stay in it', () =>
    expect(html(paragraph('Up', link(linkToPage('page-here-1', 'top'))))).toBe(
      '<p><a href="#top">Up</a></p>',
    ));

  it('to files say what kind they are, how large and in which language', () => {
    const block = paragraph('Timetable', link(linkToFile(timetable.id)));
    expect(html(block)).toBe('<p><a href="media/timetable.pdf">Timetable (PDF, 1.2 MB, Dutch)</a></p>');
    expect(usesIn(doc(block))).toEqual([expect.objectContaining({ asset: timetable.id, as: 'file' })]);
  });

  it('to files lead to the file that took their place', () => {
    const before = doc(paragraph('Timetable', link(linkToFile(timetable.id))));
    const after = mapUses(before, (use) => ({ ...use, asset: 'asset-newer-1' }));
    expect(linksIn(after)).toEqual([{ href: linkToFile('asset-newer-1'), words: 'Timetable' }]);
    expect(mapUses(before, (use) => use)).toBe(before);
  });

  it('that open a new window say so, in the page’s language', () => {
    const block = paragraph('Karte', link('https://hillshade.example/', true));
    expect(renderDocument(doc(block), { ...context, language: 'de-AT' })).toBe(
      '<p><a href="https://hillshade.example/" target="_blank" rel="noopener">Karte (öffnet sich in einem neuen Fenster)</a></p>',
    );
  });

  it.each(['page:', 'page:a b', 'page:x"y123', 'asset:<b>', 'asset:short', 'page:abcdef#a b'])(
    '%s is no address of one',
    (href) => expect(isLinkAddress(href)).toBe(false),
  );
});

describe('the places that links lead to', () => {
  const heading = (text: string, anchor: string | null = null): Block => ({
    type: 'heading',
    attrs: { level: 2, anchor },
    content: [{ type: 'text', text }],
  });

  it('are headings, by their words or as somebody named them, and named paragraphs', () => {
    const page = doc(
      heading('What to bring'),
      heading('What to bring'),
      heading('Dates', 'when'),
      { type: 'paragraph', attrs: { anchor: 'note' }, content: [{ type: 'text', text: 'Mind the step.' }] },
      paragraph('No name'),
    );
    expect(
      placesOf(page)
        .map(({ anchor }) => anchor)
        .toSorted(),
    ).toEqual(['note', 'what-to-bring', 'what-to-bring-2', 'when']);
    expect(html(...page.content)).toContain('<h2 id="when">Dates</h2>\n<p id="note">Mind the step.</p>');
  });

  it('have each name once: the first that was given it', () => {
    const page = doc(heading('One', 'here'), heading('Two', 'here'), heading('Here'));
    expect([...anchorsOf(page).values()].toSorted()).toEqual(['here', 'here-2', 'two']);
  });
});
