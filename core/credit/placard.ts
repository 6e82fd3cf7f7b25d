import * as v from 'valibot';
import { keywordsOf } from './keywords.ts';
import { isCountry, isDay } from '../text/index.ts';
import type { Limits } from '../licence/maywe.ts';
import { isLicence, isOwnTerms, termsOf } from '../licence/licences.ts';
import type { Terms } from '../licence/terms.ts';

const line = (longest: number) => v.pipe(v.string(), v.trim(), v.maxLength(longest));

/** A web address, or nothing. Only http and https, since it is printed as a link. */
export const AddressSchema = v.pipe(
  v.string(),
  v.trim(),
  v.maxLength(2000),
  v.check(
    (text) => text === '' || (/^https?:\/\//i.test(text) && URL.canParse(text)),
    'This is not a web address. It begins with https:// or http://.',
  ),
);

/** A day as ISO 8601 writes it, or nothing. */
export const DaySchema = v.pipe(
  v.string(),
  v.trim(),
  v.check((text) => text === '' || isDay(text), 'Write the day as year-month-day, like 2026-11-24.'),
);

/** The label of an asset: what it shows, whose it is, under which terms. Empty text means not said. */
export const PlacardSchema = v.object({
  title: line(300),
  alt: line(1000),
  /** Shows nothing that the words round it do not say (HTML: an empty alt attribute). */
  decorative: v.boolean(),
  caption: line(2000),
  /** What is to be seen and known, at length (IPTC Extended Description). */
  description: line(5000),
  /** Words it is found by, with commas between them (IPTC Keywords). */
  keywords: v.pipe(
    line(2000),
    v.transform((text) => keywordsOf(text).join(', ')),
  ),
  creator: line(300),
  creatorUrl: AddressSchema,
  /** The creator is not a person but an organisation. */
  organisation: v.optional(v.boolean(), false),
  source: line(300),
  sourceUrl: AddressSchema,
  /** The agency's or archive's own number for it (IPTC: Image Supplier Image ID). */
  pictureId: line(120),
  /** The day it was taken from its source, as ISO 8601: 2026-11-24. */
  accessed: DaySchema,
  /** As it stands in the work: “© 2026 Iro Vale” (IPTC Copyright Notice). */
  copyright: line(300),
  licence: v.pipe(
    v.string(),
    v.maxLength(40),
    v.check(
      (id) => isLicence(id) || isOwnTerms(id),
      'There is no such licence here. Choose one that is offered, or have a reviewer add its terms.',
    ),
  ),
  /** The first and the last day it may be shown on. */
  from: DaySchema,
  until: DaySchema,
  /** The countries it may be shown in (ISO 3166-1 alpha-2), with commas between them; empty for everywhere. */
  territory: v.pipe(
    v.string(),
    v.maxLength(1000),
    v.transform(countriesOf),
    v.check((countries) => countries.every(isCountry), 'Write countries by their two letters, like AT, DE.'),
    v.transform((countries) => countries.join(', ')),
  ),
  /** How many times it may be shown, in digits; empty for any number. */
  impressions: v.pipe(
    v.string(),
    v.transform((text) => text.replace(/[\s.,’']/g, '')),
    v.regex(/^\d{0,12}$/, 'Write a whole number.'),
  ),
  /** For what it is ours alone, in words: “observatories in Austria, until 2027-03-31”; empty where others may have it too. */
  exclusive: line(200),
  /** What else was agreed, in words. */
  restrictions: line(1000),
});

/** Countries by their two letters (ISO 3166-1 alpha-2), however they are set apart; each once. */
export function countriesOf(text: string): string[] {
  return [...new Set(text.toUpperCase().split(/[\s,;]+/))].filter((country) => country !== '');
}

export type Placard = v.InferOutput<typeof PlacardSchema>;

/** A placard on which nothing has been written. */
export const BLANK_PLACARD: Placard = {
  title: '',
  alt: '',
  decorative: false,
  caption: '',
  description: '',
  keywords: '',
  creator: '',
  creatorUrl: '',
  organisation: false,
  source: '',
  sourceUrl: '',
  pictureId: '',
  accessed: '',
  copyright: '',
  licence: 'unknown',
  from: '',
  until: '',
  territory: '',
  impressions: '',
  exclusive: '',
  restrictions: '',
};

/** What a placard still lacks before its asset may be placed or handed off. */
export type Lack = 'alt' | 'creator' | 'licence';

/** The fields that are missing, in the order of the label. A document shows nothing itself: it needs no alt text. */
export function lacks(
  placard: Placard,
  terms: Terms = termsOfPlacard(placard),
  kind: 'picture' | 'film' | 'sound' | 'document' = 'picture',
): Lack[] {
  const missing: Lack[] = [];
  if (kind !== 'document' && placard.alt === '' && !placard.decorative) missing.push('alt');
  if (terms.requires.includes('Attribution') && placard.creator === '') missing.push('creator');
  if (placard.licence === 'unknown') missing.push('licence');
  return missing;
}

/** The terms that a placard names; what an organisation added itself has to be among `own`, else it counts as unknown. */
export function termsOfPlacard({ licence }: Pick<Placard, 'licence'>, own: readonly Terms[] = []): Terms {
  if (isOwnTerms(licence) && !own.some(({ id }) => id === licence)) return termsOf('unknown');
  return termsOf(licence, own);
}

/** What was agreed besides the licence, as a placard has it. */
export function limitsOf(placard: Placard): Limits {
  return {
    territory: countriesOf(placard.territory),
    from: placard.from,
    until: placard.until,
    impressions: placard.impressions === '' ? null : Number(placard.impressions),
    exclusive: placard.exclusive,
    restrictions: placard.restrictions,
  };
}
