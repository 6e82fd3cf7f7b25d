import { element, type Element, type Markup, type Style } from '../markup/index.ts';
import { statement, statementMarkup } from '../credit/statement.ts';
import { creditContext, wordsAt, type CreditPlace, type HeldAsset, type Use } from './held.ts';
import type { PageContext } from './kinds/kind.ts';

/** How what a figure shows takes its room. */
export const FILLS: Style = { display: 'block', width: '100%', height: 'auto' };

/** The figure of something shown, with its caption and its credit where that is to stand. */
export function figureOf(
  use: Use,
  asset: HeldAsset,
  style: Style,
  media: readonly Markup[],
  { language }: Pick<PageContext, 'language'>,
): Element {
  const place = creditPlace(use);
  const light: Style | undefined = place === 'foot' ? { color: '#fff' } : undefined;
  const credit = statementMarkup(statement(asset.placard, creditContext(asset, language)), light);
  return arranged(style, media, wordsAt(asset, use).caption, credit, place);
}

/** Where its credit stands: the foot of what plays is where it is played from. */
const creditPlace = ({ as, credit = 'below' }: Use): CreditPlace =>
  as === 'film' && credit === 'foot' ? 'below' : credit;

/**
 * A figure with its caption and its credit: under what it shows, beside it where there is room, over its foot, or left
 * to the list at the page's end.
 */
export function arranged(
  style: Style,
  media: readonly Markup[],
  caption: string,
  credit: readonly Markup[],
  place: CreditPlace = 'below',
): Element {
  const words: Markup[] = caption === '' ? [] : [caption];
  const small = credit.length === 0 ? [] : [element('small', {}, ...credit)];
  switch (place) {
    case 'below':
      return element('figure', { style }, ...media, ...captioned([words, small]));
    case 'beside':
      return element(
        'figure',
        { style: { ...style, display: 'flex', 'flex-wrap': 'wrap', 'align-items': 'flex-end', gap: '8px' } },
        element('div', { style: { flex: '1 1 240px', 'min-width': '66%' } }, ...media),
        ...captioned([words, small], { flex: '1 1 120px' }),
      );
    case 'foot': {
      const over = small.map(({ children }) => element('small', { style: OVER_THE_FOOT }, ...children));
      const under = element('div', { style: { position: 'relative' } }, ...media, ...over);
      return element('figure', { style }, under, ...captioned([words]));
    }
    case 'list':
      return element('figure', { style }, ...media, ...captioned([words]));
  }
}

const OVER_THE_FOOT: Style = {
  position: 'absolute',
  inset: 'auto 0 0 0',
  padding: '4px 8px',
  background: 'rgb(0 0 0/.75)',
  color: '#fff',
};

/** A caption of the parts that say something, each on its own line. */
function captioned(parts: readonly (readonly Markup[])[], style?: Style): Element[] {
  const said = parts.filter((part) => part.length > 0);
  const lines = said.flatMap((part, at) => (at === 0 ? part : [element('br', {}), ...part]));
  return lines.length === 0 ? [] : [element('figcaption', { style }, ...lines)];
}
