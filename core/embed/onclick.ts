import { element, toHtml, type Element, type Markup } from '../markup/index.ts';

/** A play mark: a triangle in a disc, drawn so that it is seen on any picture. */
const mark: Element = element(
  'svg',
  {
    xmlns: 'http://www.w3.org/2000/svg',
    viewBox: '0 0 80 80',
    width: 80,
    height: 80,
    'aria-hidden': 'true',
    style: { position: 'absolute', inset: '0', margin: 'auto' },
  },
  element('circle', {
    cx: 40,
    cy: 40,
    r: 36,
    fill: '#111',
    'fill-opacity': '.78',
    stroke: '#fff',
    'stroke-width': 3,
  }),
  element('path', { d: 'M33 24v32l26-16z', fill: '#fff' }),
);

/**
 * The page in a frame that loads nothing of its host before a press: our still, what it is, and a link to the embed,
 * which opens in the very frame (HTML, `srcdoc`). There is no script in it.
 */
export function stillDocument(
  {
    src,
    title,
    play,
    told,
    language,
  }: { src: string; title: string; play: string; told: string; language: string },
  still: Element,
): string {
  const body: Markup[] = [
    element(
      'a',
      {
        href: src,
        'aria-label': `${play}: ${title}`,
        style: {
          position: 'absolute',
          inset: '0',
          display: 'block',
          overflow: 'hidden',
          background: '#111',
          color: '#fff',
          font: '15px/1.35 sans-serif',
          'text-decoration': 'none',
          'outline-offset': '-4px',
        },
      },
      still,
      mark,
      element(
        'span',
        {
          style: {
            position: 'absolute',
            inset: 'auto 0 0 0',
            padding: '8px 12px',
            background: 'rgb(0 0 0/.78)',
          },
        },
        title,
        element('br', {}),
        element('small', {}, told),
      ),
    ),
  ];
  const head = element('head', {}, element('meta', { charset: 'utf-8' }), element('title', {}, title));
  return `<!doctype html>${toHtml(element('html', { lang: language }, head, element('body', { style: { margin: '0' } }, ...body)))}`;
}
