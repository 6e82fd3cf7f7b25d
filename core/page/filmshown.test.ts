import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { PageDocumentSchema } from './document.ts';
import { filmAsLink, filmAsPlayer, filmAsStill, filmDetails } from './filmshown.ts';
import { renderDocument } from './render.ts';
import type { HeldAsset } from './held.ts';
import { BLANK_PLACARD } from '../credit/placard.ts';

const film = {
  title: 'A night & a day',
  owner: 'Ilse Varga',
  seconds: 68,
  page: 'https://films.example/film/1',
  frame: {
    src: 'https://films.example/player/1',
    title: 'A night & a day',
    shape: { kind: 'ratio' as const, width: 1280, height: 720 },
    sandbox: [],
    permissions: [],
  },
};
const wish = { id: 'p-film-one', measure: 'column', details: true };
const still: HeldAsset = {
  id: 'asset-still',
  kind: 'picture',
  placard: { ...BLANK_PLACARD, alt: 'Stars', licence: 'own' },
  width: 1280,
  height: 720,
  duration: null,
  file: null,
  sources: [{ width: 720, height: 405, mime: 'image/jpeg', bytes: 1, key: 'still.jpg' }],
  tracks: [],
};
const render = (block: ReturnType<typeof filmAsLink>) =>
  renderDocument(
    { type: 'doc', content: [block] },
    {
      measures: [{ id: 'column', name: 'column', width: 720 }],
      holdings: new Map([[still.id, still]]),
      addressOf: ({ key }) => key,
    },
  );

describe('a film on a host', () => {
  it('stands as a player, with its details under it', () => {
    const html = render(filmAsPlayer(film, wish));
    expect(html).toContain('<iframe src="https://films.example/player/1"');
    expect(html).toContain('<figcaption>A night &amp; a day, by Ilse Varga, 1:08</figcaption>');
    expect(render(filmAsPlayer(film, { ...wish, details: false }))).not.toContain('figcaption');
  });

  it('begins to play when its still is pressed, where what is framed is a film', () => {
    const playing = { ...film, frame: { ...film.frame, permissions: ['fullscreen' as const] } };
    const html = render(filmAsStill(playing, still.id, wish));
    expect(html).toContain('href=&quot;https://films.example/player/1?autoplay=1&quot;');
    expect(html).toContain('allow="autoplay; fullscreen"');
    expect(render(filmAsPlayer(playing, wish))).not.toContain('autoplay');
  });

  it('stands as a still that opens the player', () => {
    const html = render(filmAsStill(film, still.id, wish));
    const inside =
      /srcdoc="([^"]*)"/.exec(html)?.[1]?.replaceAll('&quot;', '"').replaceAll('&amp;', '&') ?? '';
    expect(inside).toContain('href="https://films.example/player/1"');
    expect(inside).toContain('aria-label="Play: A night &amp; a day"');
    expect(inside).toContain('src="still.jpg"');
    expect(inside).toContain('Loads from films.example');
    expect(html).toContain('A night &amp; a day, by Ilse Varga, 1:08');
    // Before the press nothing is asked of the host.
    expect(html).not.toContain(' src="');
    expect(html).not.toMatch(/script/);
  });

  it('stands as a plain link', () => {
    expect(render(filmAsLink(film, wish))).toBe(
      '<p><a href="https://films.example/film/1">A night &amp; a day</a> (film by Ilse Varga, 1:08)</p>',
    );
    expect(render(filmAsLink(film, { details: false }))).not.toContain('Ilse');
  });

  it('is a block that a page may contain, each way', () => {
    const content = [filmAsPlayer(film, wish), filmAsStill(film, still.id, wish), filmAsLink(film, wish)];
    expect(v.is(PageDocumentSchema, { type: 'doc', content })).toBe(true);
  });

  it.each([
    [{ owner: '', seconds: 0 }, ''],
    [{ owner: 'A', seconds: 0 }, 'by A'],
    [{ owner: '', seconds: 3599.6 }, '1:00:00'],
  ])('%j reads “%s”', (facts, words) => {
    expect(filmDetails(facts)).toBe(words);
  });
});
