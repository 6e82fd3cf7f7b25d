import { statement, statementMarkup } from '../credit/statement.ts';
import { element, toHtml, type Element, type Markup } from '../markup/index.ts';
import type { PageDocument } from './document.ts';
import { creditContext, heldKey } from './held.ts';
import type { PageContext } from './kinds/kind.ts';
import { usesIn } from './walk.ts';

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

/** The list of credits at the end of a page: of each placement whose credit is to stand there, each credit once. */
export function creditsMarkup(document: PageDocument, { holdings, language = 'en' }: PageContext): Markup[] {
  const credits = new Map<string, Element>();
  for (const use of usesIn(document)) {
    const asset = holdings.get(heldKey(use));
    if (use.credit !== 'list' || !asset) continue;
    const runs = statement(asset.placard, creditContext(asset, language));
    const line = element('li', {}, ...statementMarkup(runs));
    if (runs.length > 0 && !credits.has(toHtml(line))) credits.set(toHtml(line), line);
  }
  if (credits.size === 0) return [];
  const heading = HEADINGS[language.toLowerCase().split('-')[0] ?? ''] ?? HEADINGS['en'] ?? '';
  return [element('section', {}, element('h2', {}, heading), element('ul', {}, ...credits.values()))];
}
