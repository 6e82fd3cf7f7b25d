import { countryName, inCount, writtenDay } from '../text/index.ts';
import { together } from './sharealike.ts';
import type { Clause, Duty, Matter, Terms } from './terms.ts';

/** What we mean to do with something. */
export interface Use {
  /** Whether the site it stands in serves commercial advantage or payment. */
  commercial: boolean;
  /** The countries the site is for (ISO 3166-1 alpha-2); none for everywhere. */
  territory: readonly string[];
  /** First and last day on which it is shown (ISO 8601 dates); null for no end. */
  from: string;
  until: string | null;
  /** Changes made to it, in words. Bringing it to another size or format is none. */
  changes: readonly string[];
  /** How many times it is to be shown; null where nobody counts. */
  impressions: number | null;
  /** Terms of other works that are put together with it into one new work. */
  with: readonly Terms[];
}

/** What was agreed for one asset besides its licence; empty or null for no limit. */
export interface Limits {
  territory: readonly string[];
  from: string;
  until: string;
  impressions: number | null;
  /** For what it is ours alone, in words. */
  exclusive: string;
  /** What else, in words. */
  restrictions: string;
}

/** What lies on file of a permission. */
export interface OnFile {
  state: 'nothing' | 'unchecked' | 'approved' | 'refused';
  /** The last day it holds for; empty for no end. */
  until: string;
  commercial: boolean;
  changes: boolean;
}

export interface Reason {
  /** Whether it speaks for the use, against it, or sets a condition. */
  weighs: 'for' | 'condition' | 'against';
  says: string;
  clause?: Clause | undefined;
}

/** Something we owe in return. */
export interface Obligation {
  duty: Duty | 'Limit';
  says: string;
  clause?: Clause | undefined;
}

export interface Answer {
  verdict: 'yes' | 'if' | 'no';
  reasons: Reason[];
  owes: Obligation[];
}

export const NO_LIMITS: Limits = {
  territory: [],
  from: '',
  until: '',
  impressions: null,
  exclusive: '',
  restrictions: '',
};
export const NOTHING_ON_FILE: OnFile = { state: 'nothing', until: '', commercial: false, changes: false };

/**
 * Whether something may be used so, with the reasons, each with the place it rests on, and what is owed in return.
 * `yes` where nothing is owed, `if` where there are duties or conditions, `no` where anything speaks against it.
 * It reads what licences say; it does not know the law of any country, and exceptions like quotation are left out.
 */
export function mayWe(
  terms: Terms,
  use: Use,
  limits: Limits = NO_LIMITS,
  onFile: OnFile = NOTHING_ON_FILE,
): Answer {
  const reasons = [
    ...ofTerms(terms, use, onFile),
    ...ofPermission(terms, use, onFile),
    ...ofLimits(terms, use, limits),
  ];
  const owes = [...dutiesOf(terms, use), ...limitsToKeep(terms, use, limits)];
  const verdict = reasons.some(({ weighs }) => weighs === 'against')
    ? 'no'
    : owes.length > 0 || reasons.some(({ weighs }) => weighs === 'condition')
      ? 'if'
      : 'yes';
  return { verdict, reasons, owes: verdict === 'no' ? [] : owes };
}

function ofTerms(terms: Terms, use: Use, onFile: OnFile): Reason[] {
  const cited = (weighs: Reason['weighs'], says: string, matter: Matter): Reason => ({
    weighs,
    says,
    clause: terms.clauses[matter],
  });
  if (terms.id === 'unknown')
    return [
      cited(
        'against',
        'Nobody has said under which terms it came. Until then all rights are reserved.',
        'use',
      ),
    ];
  const given = terms.id === 'reserved' && onFile.state === 'approved';
  if (!terms.permits.includes('Distribution') && !given)
    return [
      terms.id === 'comp'
        ? cited('against', 'A comp may be tried out in a layout, not shown to visitors.', 'use')
        : terms.id === 'reserved'
          ? cited('against', 'All rights are reserved, and no leave is on file.', 'use')
          : cited('against', `${terms.name} does not let it be shown to visitors.`, 'use'),
    ];
  const reasons = [
    given
      ? cited('for', 'All rights are reserved, and its owner has given leave.', 'use')
      : cited('for', `${nameOf(terms)} lets it be copied and shown to everybody.`, 'use'),
  ];
  // How far a permission goes stands on file, not in its terms.
  const asked = given || terms.family === 'asked';
  if (use.commercial && !asked)
    reasons.push(
      terms.prohibits.includes('CommercialUse')
        ? cited(
            'against',
            terms.id === 'editorial'
              ? 'The site is commercial, and it was bought for reporting only.'
              : 'The site is commercial, and its licence allows no commercial use.',
            'commercial',
          )
        : cited('for', 'Commercial use is allowed.', 'commercial'),
    );
  if (use.changes.length > 0 || use.with.length > 0)
    reasons.push(...(asked ? ofChangesAsked(use, onFile, cited) : ofChanges(terms, use, cited)));
  else if (terms.clauses.technical)
    reasons.push(cited('for', 'Another size or format is no change in its sense.', 'technical'));
  return reasons;
}

type Cited = (weighs: Reason['weighs'], says: string, matter: Matter) => Reason;

const changesIn = ({ changes }: Use) =>
  changes.length > 0 ? listed(changes) : 'put together with something else';

function ofChangesAsked(use: Use, onFile: OnFile, cited: Cited): Reason[] {
  return [
    onFile.state === 'approved' && onFile.changes
      ? cited('for', `It is ${changesIn(use)}, which the permission covers.`, 'changes')
      : cited('against', `It is ${changesIn(use)}, and no permission on file covers changes.`, 'changes'),
  ];
}

function ofChanges(terms: Terms, use: Use, cited: Cited): Reason[] {
  if (terms.prohibits.includes('DerivativeWorks'))
    return [
      cited(
        'against',
        `It is ${changesIn(use)}, and what is changed may not be shown. Another size or format is allowed; this is more.`,
        'changes',
      ),
    ];
  const reasons = use.changes.length > 0 ? [cited('for', `It may be ${changesIn(use)}.`, 'changes')] : [];
  if (use.with.length > 0) {
    const result = together([terms, ...use.with]);
    const others = listed(use.with.map(nameOf));
    reasons.push(
      result === null
        ? cited('against', `${nameOf(terms)} cannot go together with ${others} into one work.`, 'shareAlike')
        : result === 'free'
          ? cited('for', `It may be put together with ${others}.`, 'changes')
          : cited(
              'condition',
              `Put together, the whole has to be offered under ${result.short}.`,
              'shareAlike',
            ),
    );
  }
  return reasons;
}

function ofPermission(terms: Terms, use: Use, onFile: OnFile): Reason[] {
  const { state, until } = onFile;
  if (state === 'refused')
    return [{ weighs: 'against', says: 'A reviewer looked at what is on file and refused it.' }];
  const reasons: Reason[] = [];
  const needed = terms.family === 'asked' || terms.id === 'reserved';
  if (needed && state === 'nothing')
    reasons.push({ weighs: 'condition', says: 'No permission is on file yet. Put it there.' });
  if (state === 'unchecked')
    reasons.push({ weighs: 'condition', says: 'A reviewer has not looked at what is on file yet.' });
  if (state === 'nothing') return reasons;
  if (needed && use.commercial && !onFile.commercial)
    reasons.push({
      weighs: 'against',
      says: 'The site is commercial, and the permission on file does not cover that.',
    });
  if (until !== '' && until < use.from)
    reasons.push({ weighs: 'against', says: `The permission on file ended on ${writtenDay(until)}.` });
  else if (until !== '' && (use.until === null || use.until > until))
    reasons.push({
      weighs: 'condition',
      says: `The permission on file ends on ${writtenDay(until)}. Take it out by then.`,
    });
  return reasons;
}

function ofLimits(terms: Terms, use: Use, limits: Limits): Reason[] {
  const clause = terms.clauses.limits;
  const reasons: Reason[] = [];
  const against = (says: string) => reasons.push({ weighs: 'against', says, clause });
  const condition = (says: string) => reasons.push({ weighs: 'condition', says, clause });
  if (limits.territory.length > 0) {
    const outside = use.territory.filter((country) => !limits.territory.includes(country));
    if (use.territory.length === 0)
      against(
        `It was agreed for ${listed(limits.territory.map(countryName))} only, and the site is for everywhere.`,
      );
    else if (outside.length > 0)
      against(
        `It was agreed for ${listed(limits.territory.map(countryName))} only, and the site is for ${listed(outside.map(countryName))} too.`,
      );
  }
  if (limits.exclusive !== '')
    reasons.push({ weighs: 'for', says: `It is ours alone: ${limits.exclusive}.`, clause });
  if (limits.from !== '' && use.from < limits.from)
    against(`It may be shown from ${writtenDay(limits.from)} on, not before.`);
  if (limits.until !== '' && use.from > limits.until)
    against(`It might be shown until ${writtenDay(limits.until)}, which is over.`);
  else if (limits.until !== '' && (use.until === null || use.until > limits.until))
    condition(`It may be shown until ${writtenDay(limits.until)}. Take it out by then.`);
  if (limits.impressions !== null && use.impressions !== null && use.impressions > limits.impressions)
    against(
      `It may be shown ${inCount(limits.impressions)} times, and it is to be shown ${inCount(use.impressions)} times.`,
    );
  return reasons;
}

function limitsToKeep(terms: Terms, use: Use, limits: Limits): Obligation[] {
  const clause = terms.clauses.limits;
  const owes: Obligation[] = [];
  if (limits.impressions !== null && use.impressions === null)
    owes.push({ duty: 'Limit', says: `Show it at most ${inCount(limits.impressions)} times.`, clause });
  if (limits.restrictions !== '')
    owes.push({ duty: 'Limit', says: `Keep to what was agreed: ${limits.restrictions}`, clause });
  return owes;
}

function dutiesOf(terms: Terms, { changes }: Use): Obligation[] {
  const matters: Record<Duty, Matter> = {
    Attribution: 'attribution',
    Title: 'title',
    Notice: 'notice',
    FullText: 'notice',
    IndicateChanges: 'changed',
    ShareAlike: 'shareAlike',
  };
  const says: Record<Duty, string> = {
    Attribution: 'Name the creator.',
    Title: 'Give its title, where it has one.',
    Notice: 'Name the licence and link it.',
    FullText: 'Let the whole text of the licence go along with it.',
    IndicateChanges: `Say that it was ${listed(changes)}.`,
    ShareAlike: `Offer what was made of it under the same terms, ${terms.short}.`,
  };
  const arises = (duty: Duty) => changes.length > 0 || (duty !== 'IndicateChanges' && duty !== 'ShareAlike');
  return terms.requires
    .filter(arises)
    .map((duty) => ({ duty, says: says[duty], clause: terms.clauses[matters[duty]] }));
}

const nameOf = ({ short, name }: Terms) => short || name;

function listed(words: readonly string[]): string {
  return words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
}
