import { termsOf } from '../licence/terms.ts';
import { escapeHtml } from '../page/text.ts';
import type { Placard } from './placard.ts';

/** A run of a statement: words, perhaps linked. `rel` is the link's relation (HTML link types). */
export interface StatementRun {
  text: string;
  href?: string;
  rel?: 'license' | 'author';
}

/**
 * The credit of an asset, made from its placard: title, creator, source, licence, changes made
 * (the order Creative Commons recommends). Parts nobody has filled in are left out; a placard
 * with none of them gives an empty list.
 */
export function statement(placard: Placard, changes: readonly string[] = []): StatementRun[] {
  const terms = termsOf(placard.licence);
  const parts: StatementRun[][] = [];
  const lead: StatementRun[] = [];
  const credited = placard.creator !== '' || terms.short !== '';
  if (placard.title !== '' && credited) {
    lead.push({
      text: `“${placard.title}”`,
      ...(placard.sourceUrl && !placard.source ? { href: placard.sourceUrl } : {}),
    });
  }
  if (placard.creator !== '') {
    lead.push({ text: lead.length > 0 ? ' by ' : 'By ' });
    lead.push({
      text: placard.creator,
      ...(placard.creatorUrl ? { href: placard.creatorUrl, rel: 'author' as const } : {}),
    });
  }
  if (lead.length > 0) parts.push(lead);
  if (placard.source !== '') {
    const numbered = BY_NUMBER.has(placard.licence) && placard.pictureId !== '';
    parts.push([
      {
        text: numbered ? `${placard.source} ${placard.pictureId}` : placard.source,
        ...(placard.sourceUrl ? { href: placard.sourceUrl } : {}),
      },
    ]);
  }
  if (placard.licence === 'comp' && placard.accessed !== '')
    parts.push([{ text: `seen ${inDay(placard.accessed)}` }]);
  if (terms.short !== '') {
    parts.push([{ text: terms.short, ...(terms.deed ? { href: terms.deed, rel: 'license' as const } : {}) }]);
  }
  if (parts.length > 0 && terms.requires.includes('IndicateChanges')) {
    parts.push(...changes.map((change) => [{ text: change }]));
  }
  return parts.flatMap((part, index) => (index === 0 ? part : [{ text: ', ' }, ...part]));
}

/** Terms under which the picture's number is part of the credit, as agencies demand. */
const BY_NUMBER = new Set(['comp', 'bought']);
const MONTHS = 'January February March April May June July August September October November December'.split(
  ' ',
);

function inDay(date: string): string {
  const [year, month, day] = date.split('-').map(Number);
  return `${day} ${MONTHS[(month ?? 1) - 1]} ${year}`;
}

/** The statement as an HTML fragment. */
export function statementHtml(runs: readonly StatementRun[]): string {
  return runs
    .map(({ text, href, rel }) =>
      href
        ? `<a href="${escapeHtml(href)}"${rel ? ` rel="${rel}"` : ''}>${escapeHtml(text)}</a>`
        : escapeHtml(text),
    )
    .join('');
}

/** The statement as plain text, its licence address in brackets at the end. */
export function statementText(runs: readonly StatementRun[]): string {
  const deed = runs.find((run) => run.rel === 'license')?.href;
  const words = runs.map((run) => run.text).join('');
  return deed ? `${words} (${deed})` : words;
}

/** The statement as Markdown (CommonMark). */
export function statementMarkdown(runs: readonly StatementRun[]): string {
  const escape = (text: string) => text.replace(/[\\`*_[\]<>]/g, '\\$&');
  return runs
    .map(({ text, href }) =>
      href ? `[${escape(text)}](<${href.replace(/[<>]/g, encodeURIComponent)}>)` : escape(text),
    )
    .join('');
}
