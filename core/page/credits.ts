import { statement, statementHtml } from '../credit/statement.ts';
import { isPlacement, type CreditPlace, type PageDocument } from './document.ts';
import { creditContext, heldKey } from './held.ts';
import type { RenderContext } from './render.ts';
import { escapeHtml } from './text.ts';

/** What the list of credits is headed by, in the languages that we know it in. */
const HEADINGS: Record<string, string> = {
  cs: 'Zdroje obrázků',
  da: 'Billedkreditering',
  de: 'Bildnachweise',
  en: 'Credits',
  es: 'Créditos',
  fi: 'Kuvien tekijät',
  fr: 'Crédits',
  it: 'Crediti',
  nl: 'Beeldverantwoording',
  pl: 'Źródła ilustracji',
  pt: 'Créditos',
  sv: 'Bildkällor',
};

/**
 * A figure with its caption and its credit: under the picture, beside it where there is room, over its foot, or left to
 * the list at the page's end. `caption` and `credit` are HTML.
 */
export function arranged(
  style: string,
  media: string,
  caption: string,
  credit: string,
  place: CreditPlace = 'below',
): string {
  const small = credit === '' ? '' : `<small>${credit}</small>`;
  const captioned = (...parts: string[]) => {
    const words = parts.filter((part) => part !== '').join('<br>');
    return words === '' ? '' : `<figcaption>${words}</figcaption>`;
  };
  switch (place) {
    case 'below':
      return `<figure style="${style}">${media}${captioned(caption, small)}</figure>`;
    case 'beside': {
      const words = captioned(caption, small).replace('<figcaption>', '<figcaption style="flex:1 1 120px">');
      return `<figure style="${style};display:flex;flex-wrap:wrap;align-items:flex-end;gap:8px"><div style="flex:1 1 240px;min-width:66%">${media}</div>${words}</figure>`;
    }
    case 'foot': {
      const over = small.replace(
        '<small>',
        '<small style="position:absolute;inset:auto 0 0 0;padding:4px 8px;background:rgb(0 0 0/.75);color:#fff">',
      );
      return `<figure style="${style}"><div style="position:relative">${media}${over.replaceAll('<a ', '<a style="color:#fff" ')}</div>${captioned(caption)}</figure>`;
    }
    case 'list':
      return `<figure style="${style}">${media}${captioned(caption)}</figure>`;
  }
}

/** The list of credits at the end of a page: of each placement whose credit is to stand there, each credit once. */
export function renderCredits(document: PageDocument, { holdings, language = 'en' }: RenderContext): string {
  const credits = document.content.flatMap((block) => {
    if (!isPlacement(block) || block.type === 'embed' || block.attrs.credit !== 'list') return [];
    const asset = holdings.get(heldKey(block.attrs));
    if (!asset) return [];
    const credit = statementHtml(statement(asset.placard, creditContext(asset, language)));
    return credit === '' ? [] : [`<li>${credit}</li>`];
  });
  if (credits.length === 0) return '';
  const heading = HEADINGS[language.toLowerCase().split('-')[0] ?? ''] ?? HEADINGS['en'] ?? '';
  return `<section><h2>${escapeHtml(heading)}</h2><ul>${[...new Set(credits)].join('')}</ul></section>`;
}
