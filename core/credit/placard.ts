import * as v from 'valibot';
import { keywordsOf } from './keywords.ts';
import { LICENCES } from '../licence/terms.ts';

const line = (longest: number) => v.pipe(v.string(), v.trim(), v.maxLength(longest));

/** A web address, or nothing. Only http and https, since it is printed as a link. */
const address = v.pipe(
  v.string(),
  v.trim(),
  v.maxLength(2000),
  v.check(
    (text) => text === '' || (/^https?:\/\//i.test(text) && URL.canParse(text)),
    'This is not a web address. It begins with https:// or http://.',
  ),
);

/** The label of an asset: what it shows, whose it is, under which terms. Empty text means not said. */
export const PlacardSchema = v.object({
  title: line(300),
  alt: line(1000),
  /** Shows nothing that the words round it do not say (HTML: an empty alt attribute). */
  decorative: v.boolean(),
  caption: line(2000),
  /** Words it is found by, with commas between them (IPTC Keywords). */
  keywords: v.pipe(
    line(2000),
    v.transform((text) => keywordsOf(text).join(', ')),
  ),
  creator: line(300),
  creatorUrl: address,
  source: line(300),
  sourceUrl: address,
  /** The agency's or archive's own number for it (IPTC: Image Supplier Image ID). */
  pictureId: line(120),
  /** The day it was taken from its source, as ISO 8601: 2026-11-24. */
  accessed: v.pipe(
    v.string(),
    v.check((text) => text === '' || isDate(text), 'Write the day as year-month-day, like 2026-11-24.'),
  ),
  licence: v.picklist(
    LICENCES.map((terms) => terms.id),
    'This licence is not on the list.',
  ),
});

function isDate(text: string): boolean {
  return (
    /^\d{4}-\d{2}-\d{2}$/.test(text) &&
    !Number.isNaN(Date.parse(text)) &&
    new Date(text).toISOString().startsWith(text)
  );
}

export type Placard = v.InferOutput<typeof PlacardSchema>;

/** A placard on which nothing has been written. */
export const BLANK_PLACARD: Placard = {
  title: '',
  alt: '',
  decorative: false,
  caption: '',
  keywords: '',
  creator: '',
  creatorUrl: '',
  source: '',
  sourceUrl: '',
  pictureId: '',
  accessed: '',
  licence: 'unknown',
};

/** What a placard still lacks before its asset may be placed or handed off. */
export type Lack = 'alt' | 'creator' | 'licence';

/** The fields that are missing, in the order of the label. */
export function lacks(placard: Placard): Lack[] {
  const missing: Lack[] = [];
  if (placard.alt === '' && !placard.decorative) missing.push('alt');
  const terms = LICENCES.find(({ id }) => id === placard.licence);
  if (terms?.requires.includes('Attribution') && placard.creator === '') missing.push('creator');
  if (placard.licence === 'unknown') missing.push('licence');
  return missing;
}
