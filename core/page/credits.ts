import { statement, statementMarkup } from '../credit/statement.ts';
import { element, toHtml, type Element, type Markup } from '../markup/index.ts';
import type { PageDocument } from './document.ts';
import { creditContext, heldKey } from './held.ts';
import type { PageContext } from './kinds/kind.ts';
import { phrase } from './phrases.ts';
import { seenUses } from './walk.ts';

/** The list of credits at the end of a page: of each placement whose credit is to stand there, each credit once. */
export function creditsMarkup(document: PageDocument, { holdings, language = 'en' }: PageContext): Markup[] {
  const credits = new Map<string, Element>();
  for (const use of seenUses(document)) {
    const asset = holdings.get(heldKey(use));
    if (use.credit !== 'list' || !asset) continue;
    const runs = statement(asset.placard, creditContext(asset, language));
    const line = element('li', {}, ...statementMarkup(runs));
    if (runs.length > 0 && !credits.has(toHtml(line))) credits.set(toHtml(line), line);
  }
  if (credits.size === 0) return [];
  const heading = element('h2', {}, phrase('credits', language));
  return [element('section', {}, heading, element('ul', {}, ...credits.values()))];
}
