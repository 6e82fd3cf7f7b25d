import type { Duty, Permission, Terms } from './terms.ts';

/** One line of a licence as a wall label says it. */
export interface TermLine {
  kind: 'may' | 'must' | 'not';
  says: string;
}

/** What something may be, by the action. */
export const MAY: Record<Permission, string> = {
  Reproduction: 'be copied',
  Distribution: 'be shown to everybody',
  CommercialUse: 'be used on a commercial site',
  DerivativeWorks: 'be cropped and recoloured',
};

/** What whoever uses it must do, by the duty. */
export const MUST: Record<Duty, string> = {
  Attribution: 'name the creator',
  Notice: 'link the licence',
  IndicateChanges: 'say what was changed',
  ShareAlike: 'share what is made of it under the same licence',
  Title: 'give its title',
  FullText: 'go with the whole text of the licence',
};

/** A licence as a short list of may / must / may not. */
export function termsInWords(terms: Terms): TermLine[] {
  if (terms.id === 'unknown') return [{ kind: 'not', says: 'be used until somebody knows its terms' }];
  const permitted = terms.permits.filter((act) => act === 'CommercialUse' || act === 'DerivativeWorks');
  const may = permitted.length > 0 ? permitted : terms.permits;
  const lines: TermLine[] = may.length > 0 ? [{ kind: 'may', says: list(may.map((act) => MAY[act])) }] : [];
  if (terms.requires.length > 0)
    lines.push({ kind: 'must', says: list(terms.requires.map((duty) => MUST[duty])) });
  if (terms.prohibits.length > 0)
    lines.push({ kind: 'not', says: list(terms.prohibits.map((act) => MAY[act])) });
  return lines;
}

function list(parts: string[]): string {
  return parts.join(', ');
}
