import { describe, expect, it } from 'vitest';
import { BLANK_PLACARD } from '../credit/placard.ts';
import { element as tag, type Markup } from '../markup/index.ts';
import type { HeldAsset } from '../page/held.ts';
import type { Block } from '../page/kinds/index.ts';
import { loadedBy, pageWeight, type Screen } from './weight.ts';

const desk: Screen = { width: 1280, density: 1 };
const phone: Screen = { width: 390, density: 2 };

const source = (address: string, media: string | null = null) => tag('source', { src: address, media });
const LADDER = 'a-320 320w, a-720 720w, a-1440 1440w';

describe('what a browser loads of a page before anybody presses anything', () => {
  it.each<[string, Markup, string[], string[]]>([
    [
      'of a ladder the first file that is wide enough for the screen’s pixels',
      tag('img', { src: 'a', srcset: LADDER, sizes: '(max-width: 600px) 100vw, 700px' }),
      ['a-720'],
      ['a-1440'],
    ],
    [
      'of a ladder that is too narrow its widest file',
      tag('img', { src: 'a', srcset: LADDER, sizes: '4000px' }),
      ['a-1440'],
      ['a-1440'],
    ],
    ['a picture without a ladder as it is', tag('img', { src: 'one' }), ['one'], ['one']],
    [
      'the source that is for the screen, else the picture itself',
      tag(
        'picture',
        {},
        tag('source', { media: '(max-width: 599.98px)', srcset: 'narrow' }),
        tag('img', { src: 'wide' }),
      ),
      ['wide'],
      ['narrow'],
    ],
    [
      'a film’s still, and nothing of the film',
      tag('video', { poster: 'still', controls: true }, source('film')),
      ['still'],
      ['still'],
    ],
    [
      'of a loop that begins by itself the first file for the screen, and its still',
      tag(
        'video',
        { poster: 'still', autoplay: true },
        source('loop-narrow', '(max-width: 599.98px)'),
        source('loop'),
        source('loop-other'),
      ),
      ['still', 'loop'],
      ['still', 'loop-narrow'],
    ],
    ['nothing of a sound', tag('audio', { controls: true }, source('sound')), [], []],
    [
      'what lies in a frame that waits for a press',
      tag('iframe', { srcdoc: '<a href="x"><img src="still-within" alt=""></a>' }),
      ['still-within'],
      ['still-within'],
    ],
    ['nothing of what others frame', tag('iframe', { src: 'https://host.example/1' }), [], []],
    [
      'whatever it lies in',
      tag('div', {}, tag('figure', {}, tag('a', {}, tag('img', { src: 'deep' })), 'words')),
      ['deep'],
      ['deep'],
    ],
  ])('is %s', (_what, markup, onDesk, onPhone) => {
    expect(loadedBy([markup], desk)).toEqual(onDesk);
    expect(loadedBy([markup], phone)).toEqual(onPhone);
  });

  it('weighs what its files weigh, each of them once', () => {
    const still: HeldAsset = {
      id: 'asset-still',
      kind: 'picture',
      placard: { ...BLANK_PLACARD, alt: 'Stars', licence: 'own' },
      width: 1440,
      height: 810,
      duration: null,
      file: null,
      sources: [320, 720, 1440].map((width) => ({
        width,
        height: Math.round((width * 9) / 16),
        mime: 'image/jpeg',
        bytes: width * 100,
        key: `still-${width}`,
      })),
      tracks: [],
    };
    const placed = (id: string): Block => ({
      type: 'picture',
      attrs: {
        id,
        position: 'centred',
        measure: 'column',
        gap: 12,
        asset: still.id,
        ownAlt: null,
        ownCaption: null,
      },
    });
    const context = {
      measures: [{ id: 'column', name: 'column', width: 700 }],
      holdings: new Map([[still.id, still]]),
      addressOf: ({ key }: { key: string }) => key,
    };
    const weights = (...content: Block[]) => pageWeight({ type: 'doc', content }, context, [desk, phone]);
    expect(weights(placed('place-1'))).toEqual([72_000, 144_000]);
    expect(weights(placed('place-1'), placed('place-2'))).toEqual([72_000, 144_000]);
    expect(weights()).toEqual([0, 0]);
  });
});
