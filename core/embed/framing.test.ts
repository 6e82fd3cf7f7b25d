import { describe, expect, it } from 'vitest';
import { aboutPage, hasPlace } from './aboutpage.ts';
import { permissionsLine } from './csp.ts';
import { framingOf } from './framing.ts';

const AT = 'https://hillshade.example/map/7';
const SITE = 'https://fernhollow.example';

describe('whether something lets itself be framed', () => {
  it.each<[string, string[], string, string | null, boolean]>([
    ['says nothing', [], '', SITE, true],
    ['denies it', [], 'DENY', SITE, false],
    ['only its own', [], 'sameorigin', SITE, false],
    ['an old word that browsers leave out', [], 'ALLOW-FROM https://a.example', SITE, true],
    ['two words', [], 'SAMEORIGIN, DENY', SITE, false],
    ['a policy about other things', ["default-src 'self'"], '', SITE, true],
    ['nobody', ["frame-ancestors 'none'"], '', SITE, false],
    ['its own', ["default-src *; frame-ancestors 'self'"], '', SITE, false],
    ['anybody', ['frame-ancestors *'], 'DENY', SITE, true],
    ['anybody over https', ['frame-ancestors https:'], '', SITE, true],
    ['us by name', ["frame-ancestors 'self' https://fernhollow.example"], '', SITE, true],
    ['us without a scheme', ['frame-ancestors fernhollow.example'], '', SITE, true],
    ['a family', ['frame-ancestors *.fernhollow.example'], '', 'https://www.fernhollow.example', true],
    ['a family, and we are its head', ['frame-ancestors *.fernhollow.example'], '', SITE, false],
    ['others by name', ['frame-ancestors https://a.example https://b.example'], '', SITE, false],
    ['some, and nobody knows who we are', ['frame-ancestors https://fernhollow.example'], '', null, false],
    ['two policies of which one does not', ['frame-ancestors *', "frame-ancestors 'none'"], '', SITE, false],
    ['two policies in one line', ["frame-ancestors *, frame-ancestors 'none'"], '', SITE, false],
    ['with nobody named', ['frame-ancestors'], '', SITE, false],
  ])('%s', (_, csp, xFrameOptions, site, may) => {
    const framing = framingOf({ csp, xFrameOptions }, AT, site);
    expect(framing.may).toBe(may);
    expect(framing.says).toContain('hillshade.example');
  });
});

describe('what a page says of itself', () => {
  it('is its title, its words, its site, its picture, and where it answers for embeds', () => {
    const html = `<!doctype html><title>Map 7 </title><meta name="description" content="The sky."><meta property="og:image" content="/still/7.jpg"><meta property="og:site_name" content="Hillshade"><link rel="alternate" type="text/xml+oembed" href="/o?f=xml"><link rel="alternate" type="application/json+oembed" href="/o?f=json&amp;u=7">`;
    expect(aboutPage(html, AT)).toEqual({
      title: 'Map 7',
      words: 'The sky.',
      site: 'Hillshade',
      picture: 'https://hillshade.example/still/7.jpg',
      oembed: 'https://hillshade.example/o?f=json&u=7',
    });
  });
  it('is never an address that runs', () => {
    const html = `<title>a</title><meta property="og:image" content="javascript:x"><link rel="alternate" type="application/json+oembed" href="data:x">`;
    expect(aboutPage(html, AT)).toMatchObject({ picture: null, oembed: null, site: 'hillshade.example' });
  });
  it.each([
    ['a', '<p id="a">', true],
    ['a b', '<p id="a b">', true],
    ['a%20b', '<p id="a b">', true],
    ['n', '<a name="n">', true],
    ['n', '<p name="n">', false],
    ['x', '<p id="a">', false],
    ['top', '', true],
    ['%', '<p id="%">', true],
  ])('a place called %j in %s: %s', (place, html, has) => {
    expect(hasPlace(html, place)).toBe(has);
  });
});

it('the permissions of a page are for the frames that have them, and the visitor’s device is for nobody', () => {
  const line = permissionsLine([
    { src: 'https://b.example/1', permissions: ['fullscreen'] },
    { src: 'https://a.example/1', permissions: ['fullscreen', 'picture-in-picture'] },
    { src: 'https://a.example/2', permissions: ['fullscreen'] },
  ]);
  expect(line).toBe(
    'encrypted-media=(self), fullscreen=(self "https://a.example" "https://b.example"), picture-in-picture=(self "https://a.example"), camera=(), display-capture=(), geolocation=(), microphone=(), payment=()',
  );
});
