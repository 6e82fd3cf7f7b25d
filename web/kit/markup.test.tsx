import fc from 'fast-check';
import { parseFragment, serialize } from 'parse5';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { element, toHtml, type Element, type Markup } from '@placard/core/markup';
import { MarkupView } from './markup.tsx';

const drawn = (markup: readonly Markup[]) => renderToStaticMarkup(<MarkupView markup={markup} />);
/** HTML as a parser reads it, with blanks after colons and semicolons of styles gone. */
const read = (html: string) =>
  serialize(parseFragment(html)).replace(
    /style="([^"]*)"/g,
    (_, style: string) => `style="${style.replace(/;$/, '')}"`,
  );

describe('markup that React draws', () => {
  it.each<[string, Element]>([
    [
      'a picture with files to choose from',
      element(
        'picture',
        {},
        element('source', { type: 'image/webp', srcset: 'a.webp 320w, b.webp 720w', sizes: '100vw' }),
        element('img', {
          src: 'a.jpg',
          width: 3,
          height: 2,
          alt: 'A “dome” & more',
          loading: 'lazy',
          decoding: 'async',
        }),
      ),
    ],
    [
      'a figure in its style',
      element(
        'figure',
        {
          style: {
            float: 'left',
            width: 'clamp(min(100%,320px),(600px - 100vw) * 999,100%)',
            'flex-wrap': 'wrap',
          },
        },
        element(
          'figcaption',
          {},
          'By day.',
          element('br', {}),
          element('small', {}, 'By ', element('a', { href: '/x', rel: 'author' }, 'A')),
        ),
      ),
    ],
    [
      'a frame',
      element('iframe', {
        src: 'https://a.example/',
        title: 't',
        style: { 'aspect-ratio': '16/9', border: '0' },
        loading: 'lazy',
        referrerpolicy: 'strict-origin-when-cross-origin',
        sandbox: '',
      }),
    ],
    [
      'a film',
      element(
        'video',
        { controls: true, preload: 'none', 'aria-label': 'x' },
        element('track', { kind: 'captions', src: 'c.vtt', srclang: 'en', label: 'English', default: true }),
      ),
    ],
    ['a list', element('ol', { start: 4 }, element('li', {}, 'one'))],
  ])('is what is handed off: %s', (_name, markup) => {
    expect(read(drawn([markup]))).toBe(read(toHtml(markup)));
  });

  it('is what is handed off, whatever words are in it', () => {
    const words = fc
      .string({ unit: 'binary', minLength: 1, maxLength: 20 })
      .map((text) => text.replace(/[\0\r]/g, '?'));
    fc.assert(
      fc.property(words, words, (title, text) => {
        const markup = [element('p', { title }, text, element('em', {}, text)), text];
        expect(read(drawn(markup))).toBe(read(toHtml(markup)));
      }),
    );
  });

  it('has something else where something else is to stand', () => {
    const markup = [element('div', {}, element('iframe', { src: 'https://a.example/' }))];
    const html = renderToStaticMarkup(
      <MarkupView markup={markup} replaced={{ iframe: () => <b>asleep</b> }} />,
    );
    expect(html).toBe('<div><b>asleep</b></div>');
  });
});
