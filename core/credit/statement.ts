import { deedIn } from '../licence/deedin.ts';
import type { Terms } from '../licence/terms.ts';
import { element, toHtml, type Markup, type Style } from '../markup/index.ts';
import { writtenDay } from '../text/index.ts';
import { termsOfPlacard, type Placard } from './placard.ts';

/** A run of a statement: words, perhaps linked. `rel` is the link's relation (HTML link types). */
export interface StatementRun {
  text: string;
  href?: string;
  rel?: 'license' | 'author';
}

/** What a statement is made of besides the placard. */
export interface StatementContext {
  /** Changes made to it, in words. */
  changes?: readonly string[];
  /** The terms it names, where they are an organisation's own. */
  terms?: Terms;
  /** The readers' language (BCP 47): deeds that stand in it are linked. */
  language?: string;
}

/**
 * The credit of an asset, made from its placard: title, creator, source, licence, changes made
 * (the order Creative Commons recommends). Parts nobody has filled in are left out; a placard
 * with none of them gives an empty list.
 */
export function statement(
  placard: Placard,
  { changes = [], terms = termsOfPlacard(placard), language = 'en' }: StatementContext = {},
): StatementRun[] {
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
  // A notice that came with it has to be kept where its creator has to be named.
  const notice = noticeOf(placard.copyright, terms);
  if (notice !== '' && terms.requires.includes('Attribution')) parts.push([{ text: notice }]);
  if (placard.source !== '') {
    const numbered = terms.family === 'bought' && placard.pictureId !== '';
    parts.push([
      {
        text: numbered ? `${placard.source} ${placard.pictureId}` : placard.source,
        ...(placard.sourceUrl ? { href: placard.sourceUrl } : {}),
      },
    ]);
  }
  if (placard.licence === 'comp' && placard.accessed !== '')
    parts.push([{ text: `seen ${writtenDay(placard.accessed, 'long')}` }]);
  if (terms.short !== '') {
    const deed = deedIn(terms, language);
    parts.push([{ text: terms.short, ...(deed ? { href: deed, rel: 'license' as const } : {}) }]);
  }
  if (parts.length > 0 && terms.requires.includes('IndicateChanges')) {
    parts.push(...changes.map((change) => [{ text: change }]));
  }
  return parts.flatMap((part, index) => (index === 0 ? part : [{ text: ', ' }, ...part]));
}

/** What a notice says besides the licence, which a statement names itself; empty where it says nothing else. */
function noticeOf(copyright: string, { name, short, deed = '' }: Terms): string {
  const plain = (text: string) => text.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '');
  const said = new Set([name, short, deed].map(plain).filter((words) => words !== ''));
  // Licences stand in notices behind a comma, in brackets, or behind what says that one follows.
  const parts = copyright
    .replace(/\s+/g, ' ')
    .split(/[,;|()[\]]| [–—-] |\. |\b(?:licen[sc]ed|available|published|released) under (?:the |a )?/i);
  const kept = parts.filter((part) => !said.has(plain(part.replace(/\blicen[sc]e\b\s*:?/gi, ''))));
  if (kept.length === parts.length) return copyright.trim();
  return kept
    .map((part) => part.trim())
    .filter((part) => plain(part) !== '')
    .join(', ');
}

/** A part that a statement should have and nobody has filled in. */
export interface MissingPart {
  part: 'title' | 'creator' | 'source' | 'picture id' | 'date of access' | 'licence';
  /** Why it should be there. */
  says: string;
  /** Whether the terms ask for it, so that the statement is wrong without it. */
  owed: boolean;
}

/** What a statement lacks, by its terms. */
export function missingParts(placard: Placard, terms: Terms = termsOfPlacard(placard)): MissingPart[] {
  const asks = terms.requires.includes('Attribution');
  const parts: (MissingPart | false)[] = [
    terms.id === 'unknown' && {
      part: 'licence',
      says: 'Nobody has said under which terms it came.',
      owed: true,
    },
    asks &&
      placard.creator === '' && {
        part: 'creator',
        says: 'Its terms ask for the creator’s name.',
        owed: true,
      },
    terms.requires.includes('Title') &&
      placard.title === '' && {
        part: 'title',
        says: 'Its terms ask for the title, where it has one.',
        owed: false,
      },
    terms.family === 'bought' &&
      placard.source === '' && {
        part: 'source',
        says: 'Agencies ask to be named beside the creator.',
        owed: true,
      },
    terms.family === 'bought' &&
      placard.pictureId === '' && {
        part: 'picture id',
        says: 'Agencies ask for the number of the picture.',
        owed: true,
      },
    terms.id === 'comp' &&
      placard.accessed === '' && {
        part: 'date of access',
        says: 'A comp is credited with the day it was seen.',
        owed: true,
      },
    terms.family === 'creative-commons' &&
      placard.sourceUrl === '' && {
        part: 'source',
        says: 'An address where it was found is asked for, where there is one.',
        owed: false,
      },
  ];
  return parts.filter((part) => part !== false);
}

/** The statement as markup; `links` is the style of its links, where they have one of their own. */
export function statementMarkup(runs: readonly StatementRun[], links?: Style): Markup[] {
  return runs.map(({ text, href, rel }) => (href ? element('a', { style: links, href, rel }, text) : text));
}

/** The statement as an HTML fragment. */
export const statementHtml = (runs: readonly StatementRun[]): string => toHtml(statementMarkup(runs));

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
