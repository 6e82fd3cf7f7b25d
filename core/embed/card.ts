import * as v from 'valibot';
import { element, toHtml, type Element, type Markup, type Style } from '../markup/index.ts';
import { linkAddress } from './linkaddress.ts';

/** Title, words and link in the place of an embed that cannot be, or need not be. */
export const LinkCardSchema = v.object({
  address: v.pipe(
    v.string(),
    v.maxLength(4096),
    v.check((address) => linkAddress(address) !== null, 'A link card leads to a web address.'),
  ),
  title: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(300)),
  words: v.pipe(v.string(), v.maxLength(1000)),
  /** The site it lies on, as it is called. */
  site: v.pipe(v.string(), v.maxLength(200)),
});

export type LinkCard = v.InferOutput<typeof LinkCardSchema>;

const FLUSH: Style = { margin: '0' };

/** A link card, with a picture beside its words where there is one. */
export function cardMarkup(
  { title, words, site }: LinkCard,
  link: (inside: Markup[]) => readonly Markup[],
  picture?: Element,
): Element {
  return element(
    'div',
    {
      style: {
        display: 'flex',
        'flex-wrap': 'wrap',
        gap: '12px 16px',
        'align-items': 'flex-start',
        border: '1px solid #8a8578',
        padding: '12px 16px',
      },
    },
    ...(picture ? [element('div', { style: { flex: '0 1 180px', 'min-width': '120px' } }, picture)] : []),
    element(
      'div',
      { style: { flex: '1 1 220px', 'min-width': '0', 'overflow-wrap': 'anywhere' } },
      element('p', { style: FLUSH }, ...link([element('strong', {}, title)])),
      ...(words === '' ? [] : [element('p', { style: { margin: '4px 0 0' } }, words)]),
      ...(site === '' ? [] : [element('p', { style: { margin: '4px 0 0' } }, element('small', {}, site))]),
    ),
  );
}

/** The same as HTML, with a plain link and without a picture. */
export const cardToHtml = (card: LinkCard): string =>
  toHtml(cardMarkup(card, (inside) => [element('a', { href: card.address }, ...inside)]));
